/**
 * Ellipses for two to five sets, and the regions they make. Two and three equal circles are the usual ones; four ellipses
 * after J. Venn ("On the diagrammatic and mechanical representation of propositions and reasonings", Phil. Mag. 10, 1880),
 * five congruent ellipses turned about a point after B. Grünbaum ("Venn diagrams and independent families of sets",
 * Mathematics Magazine 48, 1975). The measures of four and five were searched for so that the smallest region is as wide
 * as can be; that every region is really there is measured from the geometry, not assumed.
 */
import clipping, { type MultiPolygon, type Polygon } from 'polygon-clipping';
import polylabel from 'polylabel';
import type { Point } from '../../layout';

export interface Ellipse {
  readonly x: number;
  readonly y: number;
  /** Half axes. */
  readonly a: number;
  readonly b: number;
  /** Angle of the first axis, in radians. */
  readonly turn: number;
}

const circle = (x: number, y: number, r = 1): Ellipse => ({ x, y, a: r, b: r, turn: 0 });
const polar = (r: number, angle: number): [number, number] => [r * Math.cos(angle), r * Math.sin(angle)];
const TURN = 2 * Math.PI;

/** Distance between the middles of overlapping circles of radius 1: as much room in the overlap as beside it. */
const APART = 1.06;

/** Half axis, middle and turn of the outer and inner ellipse on one side; the other side mirrors them. */
const FOUR = { outer: [0.6889, 0.3434, 0.3019, 0.7628], inner: [1.3999, 0.5559, 0.1341, -0.2288, 0.8221] } as const;
const FIVE = { b: 0.4916, r: 0.3125, at: 5.2558, turn: 2.3798 } as const;

function four(): Ellipse[] {
  const [b1, x1, y1, t1] = FOUR.outer;
  const [a2, b2, x2, y2, t2] = FOUR.inner;
  return [
    { x: -x1, y: y1, a: 1, b: b1, turn: t1 },
    { x: -x2, y: y2, a: a2, b: b2, turn: t2 },
    { x: x2, y: y2, a: a2, b: b2, turn: -t2 },
    { x: x1, y: y1, a: 1, b: b1, turn: -t1 },
  ];
}

/** The shapes of a diagram in which every region is there, the largest half axis about 1. */
export function vennShapes(sets: number): Ellipse[] {
  switch (sets) {
    case 0:
      return [];
    case 1:
      return [circle(0, 0)];
    case 2:
      return [circle(-APART / 2, 0), circle(APART / 2, 0)];
    case 3: {
      const r = APART / Math.sqrt(3);
      return [-5 / 12, -1 / 12, 1 / 4].map((part) => circle(...polar(r, part * TURN)));
    }
    case 4:
      return four();
    default:
      return Array.from({ length: 5 }, (_, i): Ellipse => {
        const [x, y] = polar(FIVE.r, (i / 5) * TURN + FIVE.at);
        return { x, y, a: 1, b: FIVE.b, turn: (i / 5) * TURN + FIVE.turn };
      });
  }
}

const CORNERS = 96;
/** Corners on an ellipse, closed. */
export function polygonOf({ x, y, a, b, turn }: Ellipse): Polygon {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const ring = Array.from({ length: CORNERS + 1 }, (_, i): [number, number] => {
    const angle = ((i % CORNERS) / CORNERS) * TURN;
    const [u, v] = [a * Math.cos(angle), b * Math.sin(angle)];
    return [x + u * cos - v * sin, y + u * sin + v * cos];
  });
  return [ring];
}

/** Part of a quarter circle's radius at which the control points of a cubic Bézier stand to approach it. */
const ROUND = 0.5522847498;

/** An ellipse as four cubic Béziers: a start and twelve points. */
export function outlineOf({ x, y, a, b, turn }: Ellipse): Point[] {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const at = (u: number, v: number): Point => [x + u * a * cos - v * b * sin, y + u * a * sin + v * b * cos];
  const points: Point[] = [at(1, 0)];
  for (let quarter = 0; quarter < 4; quarter++) {
    const [c, s] = [[1, 0, -1, 0][quarter]!, [0, 1, 0, -1][quarter]!];
    points.push(at(c - ROUND * s, s + ROUND * c), at(ROUND * c - s, ROUND * s + c), at(-s, c));
  }
  return points;
}

/** A connected part of a region with the middle of its largest free place. */
export interface Part {
  readonly polygon: Polygon;
  readonly at: Point;
  /** Radius of the largest circle in it. */
  readonly free: number;
}

const PRECISION = 0.004;
/** Narrower parts are slivers of rounding, not regions that can be seen. */
const LEAST_FREE = 0.006;

/**
 * The regions of shapes, by bit pattern (bit i: inside shape i), each with its parts, the widest first. A region that is
 * not there has no entry. The parts' middles are poles of inaccessibility (V. Agafonkin's grid search).
 */
export function regionsOf(shapes: readonly Ellipse[]): Map<number, Part[]> {
  const polygons = shapes.map(polygonOf);
  const regions = new Map<number, Part[]>();
  for (let region = 1; region < 1 << shapes.length; region++) {
    const inside = polygons.filter((_, i) => (region >> i) & 1);
    const outside = polygons.filter((_, i) => !((region >> i) & 1));
    let left: MultiPolygon = clipping.intersection(inside[0]!, ...inside.slice(1));
    if (left.length > 0 && outside.length > 0) left = clipping.difference(left, ...outside);
    const parts = left
      .map((polygon): Part => {
        const pole = polylabel(polygon, PRECISION);
        return { polygon, at: [pole[0], pole[1]], free: pole.distance };
      })
      .filter(({ free }) => free >= LEAST_FREE)
      .sort((a, b) => b.free - a.free);
    if (parts.length > 0) regions.set(region, parts);
  }
  return regions;
}

/** Area of a polygon with its holes taken out. */
export const areaOf = (polygon: Polygon): number =>
  polygon.reduce((sum, ring, i) => {
    let twice = 0;
    for (let j = 1; j < ring.length; j++) twice += ring[j - 1]![0] * ring[j]![1] - ring[j]![0] * ring[j - 1]![1];
    return sum + (i === 0 ? 1 : -1) * Math.abs(twice / 2);
  }, 0);

/** Whether a point lies within a shape, in the units of the shapes. */
export function isWithin([px, py]: readonly [number, number], { x, y, a, b, turn }: Ellipse): boolean {
  const [dx, dy] = [px - x, py - y];
  const u = (dx * Math.cos(turn) + dy * Math.sin(turn)) / a;
  const v = (-dx * Math.sin(turn) + dy * Math.cos(turn)) / b;
  return u * u + v * v < 1;
}
