/** Ways that somebody set by hand, led round the two boxes they join. */
import { type Dock, dockPoint, type Obstacle } from './around';
import type { Point } from './point';

/** How far a line keeps straight on when it leaves a fixed place, before it turns. */
const STRAIGHT_ON = 10;
/** How far from a box a line goes round its corner. */
const CLEAR = 8;

/** Whether a straight piece runs through the inside of a box (Liang and Barsky 1984: clipping by parameters). */
export function runsThrough([ax, ay]: Point, [bx, by]: Point, { low, high }: Obstacle, within = 0.5): boolean {
  let [from, to] = [0, 1];
  const [dx, dy] = [bx - ax, by - ay];
  for (const [step, off] of [
    [-dx, ax - low[0] - within],
    [dx, high[0] - within - ax],
    [-dy, ay - low[1] - within],
    [dy, high[1] - within - ay],
  ] as const) {
    if (step === 0) {
      if (off <= 0) return false;
      continue;
    }
    const part = off / step;
    if (step < 0) from = Math.max(from, part);
    else to = Math.min(to, part);
    if (from >= to) return false;
  }
  return true;
}

const cornersOf = ({ low, high }: Obstacle): Point[] => [
  [low[0] - CLEAR, low[1] - CLEAR],
  [high[0] + CLEAR, low[1] - CLEAR],
  [high[0] + CLEAR, high[1] + CLEAR],
  [low[0] - CLEAR, high[1] + CLEAR],
];
const lengthOf = (points: readonly Point[]) =>
  points.reduce((sum, [x, y], i) => (i === 0 ? 0 : sum + Math.hypot(x - points[i - 1]![0], y - points[i - 1]![1])), 0);

/** The shortest way between two points round boxes, over at most three of their corners; straight where there is none. */
function roundTo(from: Point, to: Point, boxes: readonly Obstacle[]): Point[] {
  const free = (a: Point, b: Point) => boxes.every((box) => !runsThrough(a, b, box));
  if (free(from, to)) return [];
  const corners = boxes.flatMap(cornersOf);
  let best: Point[] | undefined;
  const search = (so: readonly Point[]) => {
    const last = so.at(-1) ?? from;
    if (so.length > 0 && free(last, to)) {
      if (!best || lengthOf([from, ...so, to]) < lengthOf([from, ...best, to])) best = [...so];
      return;
    }
    if (so.length === 3) return;
    for (const corner of corners) if (!so.includes(corner) && free(last, corner)) search([...so, corner]);
  };
  search([]);
  return best ?? [];
}

export interface ByHand {
  readonly from?: Dock | undefined;
  readonly to?: Dock | undefined;
  /** Points to bend at. */
  readonly bends: readonly Point[];
}

/**
 * A way with fixed ends and bends; what is not fixed stays as computed. No piece of it runs through either box.
 * @param computed the way by itself
 * @param gap free space at both ends
 */
export function wayByHand(
  computed: readonly Point[],
  { from: leaveAt, to: comeAt, bends }: ByHand,
  from: Obstacle,
  to: Obstacle,
  gap: number,
): Point[] {
  const start = leaveAt ? dockPoint(from, leaveAt, gap) : computed[0]!;
  const end = comeAt ? dockPoint(to, comeAt, gap) : computed.at(-1)!;
  const a = leaveAt ? dockPoint(from, leaveAt, gap + STRAIGHT_ON) : start;
  const b = comeAt ? dockPoint(to, comeAt, gap + STRAIGHT_ON) : end;
  const boxes = [from, to];
  const straight = computed.length === 2 && computed[0]![0] !== computed[1]![0] && computed[0]![1] !== computed[1]![1];
  const half = (a[1] + b[1]) / 2;
  const turn: Point[] = [
    [a[0], half],
    [b[0], half],
  ];
  const turns = (points: readonly Point[]) =>
    points.every((point, i) => i === 0 || boxes.every((box) => !runsThrough(points[i - 1]!, point, box)));
  const between = bends.length > 0 ? bends : straight || !turns([a, ...turn, b]) ? [] : turn;
  const all: Point[] = [start];
  for (const next of [a, ...between, b, end]) {
    all.push(...roundTo(all.at(-1)!, next, boxes), next);
  }
  return all.filter((p, i) => i === 0 || Math.hypot(p[0] - all[i - 1]![0], p[1] - all[i - 1]![1]) > 0.01);
}

/** The point half way along a way, and the ways before and after a box about it. */
export function partedAt(
  points: readonly Point[],
  { width, height }: { readonly width: number; readonly height: number },
  gap: number,
): { readonly middle: Point; readonly ways: readonly (readonly Point[])[] } {
  let rest = lengthOf(points) / 2;
  let middle: Point = points[0]!;
  for (let i = 1; i < points.length; i++) {
    const [[ax, ay], [bx, by]] = [points[i - 1]!, points[i]!];
    const length = Math.hypot(bx - ax, by - ay);
    if (length >= rest) {
      const part = length === 0 ? 0 : rest / length;
      middle = [ax + (bx - ax) * part, ay + (by - ay) * part];
      break;
    }
    rest -= length;
    middle = [bx, by];
  }
  const box: Obstacle = {
    low: [middle[0] - width / 2 - gap, middle[1] - height / 2 - gap],
    high: [middle[0] + width / 2 + gap, middle[1] + height / 2 + gap],
  };
  const before = upTo(points, box);
  const after = upTo([...points].reverse(), box);
  return { middle, ways: [before, [...after].reverse()].filter((way) => way.length > 1) };
}

const isIn = ([x, y]: Point, { low, high }: Obstacle) => x > low[0] && x < high[0] && y > low[1] && y < high[1];

/** A way until it comes into a box. */
function upTo(points: readonly Point[], box: Obstacle): Point[] {
  const way: Point[] = [];
  for (const [i, point] of points.entries()) {
    const last = points[i - 1];
    if (last && runsThrough(last, point, box, 0)) {
      // Halved until the edge is met to a hundredth of a point.
      let [out, into] = [0, 1];
      const at = (part: number): Point => [
        last[0] + (point[0] - last[0]) * part,
        last[1] + (point[1] - last[1]) * part,
      ];
      // The piece may pass through and leave again: somewhere in it is inside.
      for (let k = 1; k < 64; k++)
        if (isIn(at(k / 64), box)) {
          into = k / 64;
          break;
        }
      for (let k = 0; k < 20; k++) {
        const half = (out + into) / 2;
        if (isIn(at(half), box)) into = half;
        else out = half;
      }
      way.push(at(out));
      return way;
    }
    if (isIn(point, box)) return way;
    way.push(point);
  }
  return way;
}
