/**
 * How a line is told to programs that lay connectors by themselves: as presets they know, one after the other where one is
 * not enough, joined by points that are not seen. Words that a line runs through are such a point.
 */
import type { Box } from '../scene';

export type Point = readonly [number, number];

const STRAIGHT = 0.05;
/** Corners of the longest piece, with its ends. */
const MOST_CORNERS = 4;

/** Whether a point lies on the way between two others. */
const between = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point) =>
  Math.abs((bx - ax) * (cy - ay) - (by - ay) * (cx - ax)) < STRAIGHT * Math.hypot(cx - ax, cy - ay);

/** Corners of a way, without points that lie between two others. */
export function cornersOf(points: readonly Point[]): Point[] {
  const kept: Point[] = [];
  for (const point of points) {
    const last = kept.at(-1);
    if (last && Math.hypot(point[0] - last[0], point[1] - last[1]) < STRAIGHT) continue;
    while (kept.length > 1 && between(kept.at(-2)!, kept.at(-1)!, point)) kept.pop();
    kept.push(point);
  }
  return kept;
}

export const isAcross = ([, ay]: Point, [, by]: Point): boolean => Math.abs(by - ay) < STRAIGHT;
export const isDown = ([ax]: Point, [bx]: Point): boolean => Math.abs(bx - ax) < STRAIGHT;

/** Whether its parts run across and down in turn. */
export function isSquare(corners: readonly Point[]): boolean {
  const level = isAcross(corners[0]!, corners[1]!);
  return corners.slice(1).every((corner, i) => ((i % 2 === 0) === level ? isAcross : isDown)(corners[i]!, corner));
}

/**
 * A way in pieces that are laid alike by whoever opens them. Programs lay corners anew between the sides of two items; of
 * anything else only straight lines stay where they are.
 * @param fixed both ends are fixed to items
 */
export function piecesOf(corners: readonly Point[], fixed: boolean): Point[][] {
  const isOne = corners.length === 2 || (fixed && corners.length <= MOST_CORNERS && isSquare(corners));
  return isOne ? [[...corners]] : corners.slice(1).map((corner, i) => [corners[i]!, corner]);
}

/** The middles of the sides of a box: places that every shape has for lines, in their order. */
export const sidesOf = ({ x, y, width, height }: Box): Point[] => [
  [x + width / 2, y],
  [x, y + height / 2],
  [x + width / 2, y + height],
  [x + width, y + height / 2],
];

/** The part of a segment within a box, from 0 to 1; undefined where there is none. Source: Liang and Barsky, 1984. */
export function within(
  [ax, ay]: Point,
  [bx, by]: Point,
  { x, y, width, height }: Box,
): readonly [number, number] | undefined {
  let [from, to] = [0, 1];
  const [dx, dy] = [bx - ax, by - ay];
  for (const [step, room] of [
    [-dx, ax - x],
    [dx, x + width - ax],
    [-dy, ay - y],
    [dy, y + height - ay],
  ] as const) {
    if (step === 0) {
      if (room < 0) return undefined;
    } else if (step < 0) from = Math.max(from, room / step);
    else to = Math.min(to, room / step);
  }
  return from <= to ? [from, to] : undefined;
}

/** A way on both sides of a box that it runs through; undefined where it does not run into and out of it. */
export function partedBy(points: readonly Point[], box: Box): readonly [Point[], Point[]] | undefined {
  let enters: { readonly at: Point; readonly part: number } | undefined;
  let leaves: typeof enters;
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i]!, points[i + 1]!];
    const inside = within(a, b, box);
    if (!inside) continue;
    const at = (part: number): Point => [a[0] + (b[0] - a[0]) * part, a[1] + (b[1] - a[1]) * part];
    if (!enters) {
      if (inside[0] === 0) return undefined;
      enters = { at: at(inside[0]), part: i };
    }
    leaves = { at: at(inside[1]), part: i };
  }
  if (!enters || !leaves) return undefined;
  const after = points.slice(leaves.part + 1);
  const end = after.at(-1);
  if (!end || within(end, end, box)) return undefined;
  return [
    [...points.slice(0, enters.part + 1), enters.at],
    [leaves.at, ...after],
  ];
}
