/** House styles that ship. Each is a rule that gives a complete look for any tier, not a list that runs out. */
import type { Look } from '../chart';
import { darker, oklch, readable } from './colour';

export interface House {
  readonly id: string;
  readonly name: string;
  /** Colour of the paper, and of words on it. */
  readonly sheet: string;
  readonly ink: string;
  readonly quietInk: string;
  /** The look of a tier, from 1. The same whatever the number of tiers, so that adding one repaints nothing. */
  look(tier: number): Look;
  /** The look of an area such as a set, from 1; half see-through, so that areas that overlap show each other. */
  area(place: number): AreaLook;
}

export interface AreaLook {
  readonly fill: string;
  /** Of the fill, 0 to 1. */
  readonly opacity: number;
  readonly edge: string;
  readonly edgeWidth: number;
  readonly edgeDash: Look['edgeDash'];
}

const SHAPES = ['square', 'soft', 'rounded', 'pill', 'cut', 'double'] as const;
const at = <T>(list: readonly T[], i: number): T => list[i % list.length]!;

/** Text sizes fall from tier to tier by half a point to a floor, so that rank shows and the deepest still reads. */
const sizeOf = (tier: number, top: number, least: number) => Math.max(least, top - (tier - 1) * 0.75);

/** Widest a box may grow before its words wrap, in points. */
const WIDEST = 124;
/** Free space round the words, in points. */
const INNER = 7;
const GOLDEN_ANGLE = 137.508;

const PLUM_TO_CREAM = ['#5c2a4d', '#2f6156', '#c9dbc3', '#fbf2dc'] as const;

const fernhouse: House = {
  id: 'fernhouse',
  name: 'Fernhouse',
  sheet: '#fffdf7',
  ink: '#20302a',
  quietInk: '#5b625a',
  look(tier) {
    // Past the four named colours: pale tints, each turned by the golden angle so that neighbours differ most.
    const own = PLUM_TO_CREAM[tier - 1];
    const fill = own ?? oklch(tier % 2 === 0 ? 0.93 : 0.86, 0.05, 150 + (tier - 5) * GOLDEN_ANGLE);
    const shapes = tier <= SHAPES.length ? SHAPES : SHAPES.slice(1);
    return {
      fill,
      edge: darker(fill, tier <= 2 ? 0.08 : 0.18),
      edgeWidth: 1,
      edgeDash: 'solid',
      ink: readable(fill),
      weight: tier <= 2 ? 700 : 600,
      size: sizeOf(tier, 13.5, 10.5),
      shape: at(shapes, tier - 1),
      sizeRule: 'tier',
      width: WIDEST,
      inner: INNER,
      line: 'elbow',
      lineWidth: 1.25,
      lineDash: 'solid',
      lineColour: '#6b7168',
    };
  },
  area(place) {
    const hue = 150 + (place - 1) * GOLDEN_ANGLE;
    return {
      fill: oklch(0.85, 0.09, hue),
      opacity: 0.5,
      edge: oklch(0.5, 0.09, hue),
      edgeWidth: 1.5,
      edgeDash: 'solid',
    };
  },
};

const GREYS = ['#1a1a1a', '#595959', '#d6d6d6', '#ffffff'] as const;
const EDGES = [
  { edgeDash: 'solid', edgeWidth: 1 },
  { edgeDash: 'dashed', edgeWidth: 1.5 },
  { edgeDash: 'solid', edgeWidth: 2.5 },
  { edgeDash: 'dotted', edgeWidth: 2 },
] as const;

/** Black, greys and white: shape and edge tell tiers apart where colour can't. */
const photocopier: House = {
  id: 'photocopier',
  name: 'Photocopier',
  sheet: '#ffffff',
  ink: '#000000',
  quietInk: '#4a4a4a',
  look(tier) {
    const fill = at(GREYS, tier - 1);
    return {
      fill,
      edge: '#000000',
      // A new kind of edge each time the greys come round, so that no two of the first 48 tiers look alike.
      ...at(EDGES, Math.floor((tier - 1) / GREYS.length)),
      ink: readable(fill, '#000000'),
      weight: tier === 1 ? 700 : 600,
      size: sizeOf(tier, 13.5, 10.5),
      shape: at(SHAPES, tier - 1),
      sizeRule: 'tier',
      width: WIDEST,
      inner: INNER,
      line: 'elbow',
      lineWidth: 1,
      lineDash: 'solid',
      lineColour: '#000000',
    };
  },
  area: (place) => ({
    fill: '#dedede',
    opacity: 0.5,
    edge: '#000000',
    // The edge tells sets apart: its dashes first, then its weight.
    edgeDash: at(['solid', 'dashed', 'dotted'] as const, place - 1),
    edgeWidth: place <= 3 ? 1.5 : 2.75,
  }),
};

export const houses: readonly House[] = [fernhouse, photocopier];

/** The house style of an id; the first that ships where there is none of that id. */
export const houseOf = (id: string): House => houses.find((house) => house.id === id) ?? houses[0]!;
