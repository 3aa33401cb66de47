/** The lines of a tree, from the skeleton of each to the points it is drawn through. */
import type { Point } from '../point';
import type { Drop, Tree } from './types';

export type TreeLine = 'elbow' | 'rounded' | 'straight' | 'curve';

export interface DrawnDrop {
  readonly points: readonly Point[];
  /** The four points are a cubic Bézier curve rather than corners. */
  readonly curved: boolean;
}

const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;

/** Points without those that lie on the straight way between their neighbours. */
export function corners(points: readonly Point[]): Point[] {
  const kept: Point[] = [];
  for (const point of points) {
    const [a, b] = [kept.at(-2), kept.at(-1)];
    if (b && same(b[0], point[0]) && same(b[1], point[1])) continue;
    const straight =
      a && b && ((same(a[0], b[0]) && same(b[0], point[0])) || (same(a[1], b[1]) && same(b[1], point[1])));
    if (straight) kept.pop();
    kept.push(point);
  }
  return kept;
}

/** How far a box stands from its computed place: along the tier and across. */
export type Shift = (box: number) => Point;
const unmoved: Shift = () => [0, 0];

/**
 * @param sizes extents of the boxes along their tier and across
 * @param gap free space at both ends
 */
export function wayOf(
  { along, depth }: Pick<Tree, 'along' | 'depth'>,
  sizes: { readonly along: readonly number[]; readonly across: readonly number[] },
  drop: Drop,
  form: TreeLine,
  gap: number,
  shift: Shift = unmoved,
): DrawnDrop {
  const { from, to, exit, enter, free } = drop;
  const [fromAlong, fromDepth] = shift(from);
  const [toAlong, toDepth] = shift(to);
  const start: Point = [exit + fromAlong, depth[from]! + sizes.across[from]! + fromDepth + gap];
  const near = along[to]! + toAlong;
  const middle = depth[to]! + sizes.across[to]! / 2 + toDepth;
  const end: Point =
    enter === 'near'
      ? [near + sizes.along[to]! / 2, depth[to]! + toDepth - gap]
      : [enter === 'before' ? near - gap : near + sizes.along[to]! + gap, middle];
  if (free && (form === 'straight' || (form === 'curve' && same(start[0], end[0]))))
    return { points: [start, end], curved: false };
  if (free && form === 'curve') {
    const half = (start[1] + end[1]) / 2;
    return { points: [start, [start[0], half], [end[0], half], end], curved: true };
  }
  const last = drop.via.length - 1;
  const via = drop.via.map(([a, d], i): Point => {
    const begins = same(a, exit);
    const ends = i === last;
    if (ends && enter === 'near') return [a + toAlong, d];
    return [begins ? a + fromAlong : a, ends ? d + toDepth : d];
  });
  return { points: corners([start, ...via, end]), curved: false };
}
