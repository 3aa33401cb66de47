import type { Point } from './point';

interface Part {
  readonly line: number;
  readonly a: Point;
  readonly b: Point;
  /** Extent along the axis of the sweep, and across it. */
  readonly low: number;
  readonly high: number;
  readonly near: number;
  readonly far: number;
}

/** Twice the signed area of a triangle: on which side of a line from `a` to `b` a point lies. */
const side = (a: Point, b: Point, p: Point) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);

const EPSILON = 1e-6;
/** Whether two parts cross in a point that is inside both. */
function cross({ a, b }: Part, { a: c, b: d }: Part): boolean {
  const [s, t, u, v] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  return s * t < -EPSILON && u * v < -EPSILON;
}

/**
 * What is counted at the most, and parts that are held against each other: where everything is linked to everything the
 * number grows with the fourth power, and nobody counts that far.
 */
const MOST_CROSSINGS = 100_000;
const MOST_COMPARED = 3_000_000;

/**
 * How many pairs of lines cross as they are drawn, up to `MOST_CROSSINGS`; fewer are told where more than `MOST_COMPARED`
 * would have to be looked at. Lines that only meet at an end or run along each other do not cross.
 * @param lines corners of each line; @param bundle lines of one bundle, such as those that leave one trunk, are not counted
 * against each other
 */
export function crossingsOf(lines: readonly (readonly Point[])[], bundle?: readonly unknown[]): number {
  const extent = (axis: 0 | 1) =>
    lines.reduce(
      (sum, line) => sum + line.slice(1).reduce((so, b, at) => so + Math.abs(b[axis] - line[at]![axis]), 0),
      0,
    );
  // Swept along the axis on which the parts are the shorter, so that few are open at a time.
  const [along, across] = extent(0) <= extent(1) ? ([0, 1] as const) : ([1, 0] as const);
  const parts: Part[] = lines.flatMap((line, i) =>
    line.slice(1).map((b, at): Part => {
      const a = line[at]!;
      const [low, high] = a[along] <= b[along] ? [a[along], b[along]] : [b[along], a[along]];
      const [near, far] = a[across] <= b[across] ? [a[across], b[across]] : [b[across], a[across]];
      return { line: i, a, b, low, high, near, far };
    }),
  );
  parts.sort((p, q) => p.low - q.low);
  const pairs = new Map<number, Set<number>>();
  let count = 0;
  let compared = 0;
  const open: Part[] = [];
  for (const part of parts) {
    let kept = 0;
    compared += open.length;
    if (compared > MOST_COMPARED || count >= MOST_CROSSINGS) break;
    for (const other of open) {
      if (other.high < part.low) continue;
      open[kept++] = other;
      if (other.far < part.near || other.near > part.far || other.line === part.line) continue;
      if (bundle && bundle[other.line] !== undefined && bundle[other.line] === bundle[part.line]) continue;
      if (!cross(part, other)) continue;
      // Lines of a shared trunk cross another line there once, not once each.
      const [x, y] = crossingAt(part, other);
      const there = pairs.get(x);
      if (there?.has(y)) continue;
      if (there) there.add(y);
      else pairs.set(x, new Set([y]));
      count++;
    }
    open.length = kept;
    open.push(part);
  }
  return Math.min(count, MOST_CROSSINGS);
}

/** Where two parts cross, in hundredths of a point: what is drawn once is counted once. */
function crossingAt({ a, b }: Part, { a: c, b: d }: Part): readonly [number, number] {
  const share = side(c, d, a) / (side(c, d, a) - side(c, d, b));
  return [Math.round((a[0] + (b[0] - a[0]) * share) * 100), Math.round((a[1] + (b[1] - a[1]) * share) * 100)];
}
