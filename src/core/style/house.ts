/** What a house style is, and how one is made of a form (shapes, edges, sizes, lines) and a set of colours. */
import type { Look } from '../chart';
import { LINE_GAP } from '../layout';
import { darker, GOLDEN_ANGLE, oklch, readable } from './colour';

export interface House {
  readonly id: string;
  readonly name: string;
  /** The house style it is a colour variant of, and what the variant is called. */
  readonly of: string;
  readonly variant: string;
  /** How much larger its words and boxes are than those of the others. */
  readonly scale: number;
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

type Edge = Pick<Look, 'edgeDash' | 'edgeWidth'>;

/** What all variants of a house style have in common. */
export interface HouseForm {
  readonly id: string;
  readonly name: string;
  /** Shapes of the tiers from the first on, then again; the first only once where there are deeper tiers than shapes. */
  readonly shapes: readonly Look['shape'][];
  /** Edges, a new one each time the shapes come round. */
  readonly edges: readonly Edge[];
  /** Text of the first tier and of the deepest, in points. */
  readonly size: { readonly top: number; readonly least: number };
  readonly width: number;
  readonly inner: number;
  readonly line: Pick<Look, 'line' | 'lineWidth' | 'lineDash'>;
}

/** The colours of one variant. */
export interface HouseColours {
  readonly variant: string;
  readonly sheet: string;
  readonly ink: string;
  readonly quietInk: string;
  readonly line: string;
  /** Fills of the first tiers. */
  readonly fills: readonly string[];
  /** Tiers after those: two lightnesses in turn, a chroma, and the hue of the first in degrees (OKLCH). */
  readonly deeper: { readonly lights: readonly [number, number]; readonly chroma: number; readonly hue: number };
  /** Of every edge; absent: somewhat darker than the fill. */
  readonly edge?: string;
  readonly areas?: (place: number) => AreaLook;
}

/** Text size of the deepest tiers where a house style is not a larger one, in points. */
export const LEAST_SIZE = 10.5;
/** Height of pictures in items where a house style is not a larger one, in points. */
const PICTURE = 30;
/** Words in boxes of a fixed size shrink to this before they are cut, in points. */
const LEAST_PRINTED = 7;
/** Size of words at lines where a house style is not a larger one, in points. */
const WORDS = 9.5;
/** Text shrinks by so much from tier to tier, in points, so that rank shows. */
const STEP = 0.75;

const at = <T>(list: readonly T[], i: number): T => list[i % list.length]!;

export function houseFrom(form: HouseForm, colours: HouseColours, first: boolean): House {
  const { shapes, edges, size, width, inner, line } = form;
  const { sheet, ink, quietInk, fills, deeper } = colours;
  const fillOf = (tier: number): string =>
    fills[tier - 1] ??
    oklch(deeper.lights[tier % 2]!, deeper.chroma, deeper.hue + (tier - fills.length - 1) * GOLDEN_ANGLE);
  return {
    id: first ? form.id : `${form.id}-${colours.variant.toLowerCase().replaceAll(' ', '-')}`,
    name: form.name,
    of: form.id,
    variant: colours.variant,
    scale: size.least / LEAST_SIZE,
    sheet,
    ink,
    quietInk,
    look(tier) {
      const fill = fillOf(tier);
      // The first shape is kept for the top.
      const shape = tier <= shapes.length ? shapes[tier - 1]! : at(shapes.slice(1), tier - 1 - shapes.length);
      const round = tier <= shapes.length ? 0 : 1 + Math.floor((tier - 1 - shapes.length) / (shapes.length - 1));
      return {
        fill,
        edge: colours.edge ?? darker(fill, tier <= 2 ? 0.08 : 0.18),
        ...at(edges, round),
        edgeDouble: false,
        shadow: false,
        ink: readable(fill, ink),
        weight: tier <= 2 ? 700 : 600,
        slant: false,
        font: 'text',
        size: Math.max(size.least, size.top - (tier - 1) * STEP),
        shape,
        opacity: 1,
        align: 'middle',
        rise: 'middle',
        sizeRule: 'tier',
        width,
        heightRule: 'fits',
        height: 40 * (size.least / LEAST_SIZE),
        leastSize: LEAST_PRINTED * (size.least / LEAST_SIZE),
        inner,
        picture: 'before',
        pictureSize: PICTURE * (size.least / LEAST_SIZE),
        crop: 'round',
        ...line,
        lineColour: colours.line,
        lineEnd: 'plain',
        lineStart: 'plain',
        lineGap: LINE_GAP,
        wordSize: WORDS * (size.least / LEAST_SIZE),
        wordBack: false,
      };
    },
    area:
      colours.areas ??
      ((place) => {
        const hue = deeper.hue + (place - 1) * GOLDEN_ANGLE;
        return {
          fill: oklch(0.85, 0.09, hue),
          opacity: 0.5,
          edge: oklch(0.5, 0.09, hue),
          edgeWidth: 1.5,
          edgeDash: 'solid',
        };
      }),
  };
}
