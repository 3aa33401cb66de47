/** Lines from a box to a child, in the same two coordinates as `tiered`: [along, depth]. */
import type { Tiered } from './tiered';

export type Point = readonly [number, number];
export interface Route {
  readonly points: readonly Point[];
  /** The four points are a cubic Bézier curve rather than corners. */
  readonly curved: boolean;
}
export interface Extents {
  readonly along: readonly number[];
  readonly across: readonly number[];
}

/** Points without those that lie on the straight way between their neighbours. */
function corners(points: readonly Point[]): Point[] {
  const kept: Point[] = [];
  for (const point of points) {
    const [a, b] = [kept.at(-2), kept.at(-1)];
    if (b && Math.abs(b[0] - point[0]) < 1e-6 && Math.abs(b[1] - point[1]) < 1e-6) continue;
    const straight =
      a && b && ((same(a[0], b[0]) && same(b[0], point[0])) || (same(a[1], b[1]) && same(b[1], point[1])));
    if (straight) kept.pop();
    kept.push(point);
  }
  return kept;
}
const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;

/**
 * The way of one line.
 * @param gap free space at both ends, in points
 */
export function route(
  tiered: Tiered,
  sizes: Extents,
  drop: Tiered['drops'][number],
  form: 'elbow' | 'straight' | 'curve',
  gap: number,
): Route {
  const { from, to, bus, spine, direct } = drop;
  const near = tiered.along[from]!;
  const middle = near + sizes.along[from]! / 2;
  const start = tiered.depth[from]! + sizes.across[from]! + gap;
  const childMiddle = tiered.along[to]! + sizes.along[to]! / 2;
  if (spine !== undefined) {
    const side = tiered.depth[to]! + sizes.across[to]! / 2;
    const way: Point[] = direct
      ? [[spine, start]]
      : [
          [middle, start],
          [middle, bus],
          [spine, bus],
        ];
    return { points: corners([...way, [spine, side], [tiered.along[to]! - gap, side]]), curved: false };
  }
  const end = tiered.depth[to]! - gap;
  if (form === 'straight' || same(middle, childMiddle))
    return {
      points: [
        [middle, start],
        [childMiddle, end],
      ],
      curved: false,
    };
  if (form === 'curve') {
    const half = (start + end) / 2;
    return {
      points: [
        [middle, start],
        [middle, half],
        [childMiddle, half],
        [childMiddle, end],
      ],
      curved: true,
    };
  }
  return {
    points: corners([
      [middle, start],
      [middle, bus],
      [childMiddle, bus],
      [childMiddle, end],
    ]),
    curved: false,
  };
}
