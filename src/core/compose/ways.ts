/** Path data of lines: corners sharp or rounded, small arcs where one steps over another. */
import { firstWhere, type Point } from '../layout';
import { short } from '../scene';

const RADIUS = 7;
const HOP = 3.2;

/** Crossing points of the horizontal parts of ways, by way and part, in the order in which the part is drawn. */
export type Hops = ReadonlyMap<string, readonly number[]>;
export const partKey = (way: number, part: number) => `${way} ${part}`;

const EDGE = 0.5;

/**
 * Where a horizontal part of one way crosses an upright part of another; ways of one bundle, such as those that leave one
 * box, do not step over each other. The uprights are held sorted, so that each part looks only at those in its reach.
 */
export function hopsOf(ways: readonly (readonly Point[])[], bundle: readonly unknown[]): Map<string, number[]> {
  const uprights: { x: number; low: number; high: number; bundle: unknown }[] = [];
  for (const [way, points] of ways.entries())
    for (let p = 1; p < points.length; p++) {
      const [[ax, ay], [bx, by]] = [points[p - 1]!, points[p]!];
      if (Math.abs(ax - bx) < 0.01 && Math.abs(ay - by) > EDGE)
        uprights.push({ x: ax, low: Math.min(ay, by), high: Math.max(ay, by), bundle: bundle[way] });
    }
  uprights.sort((a, b) => a.x - b.x);
  const firstFrom = (x: number) => firstWhere(uprights.length, (at) => uprights[at]!.x >= x);
  const hops = new Map<string, number[]>();
  for (const [way, points] of ways.entries())
    for (let p = 1; p < points.length; p++) {
      const [[ax, ay], [bx, by]] = [points[p - 1]!, points[p]!];
      if (Math.abs(ay - by) > 0.01) continue;
      const [low, high] = [Math.min(ax, bx) + HOP + EDGE, Math.max(ax, bx) - HOP - EDGE];
      const at: number[] = [];
      for (let i = firstFrom(low); i < uprights.length && uprights[i]!.x <= high; i++) {
        const upright = uprights[i]!;
        if (upright.bundle === bundle[way] || upright.low > ay - EDGE || upright.high < ay + EDGE) continue;
        if (at.length === 0 || upright.x - at.at(-1)! > 2 * HOP) at.push(upright.x);
      }
      if (at.length > 0) hops.set(partKey(way, p), bx > ax ? at : at.reverse());
    }
  return hops;
}

/** Path data of a way through its corners. */
export function wayPath(
  points: readonly Point[],
  rounded: boolean,
  hopsAt?: (part: number) => readonly number[],
): string {
  const at = (x: number, y: number) => `${short(x)} ${short(y)}`;
  const [start] = points;
  let d = `M${at(start![0], start![1])}`;
  for (let p = 1; p < points.length; p++) {
    const [[ax, ay], [bx, by]] = [points[p - 1]!, points[p]!];
    const forward = bx > ax ? 1 : -1;
    for (const x of hopsAt?.(p) ?? []) {
      const [from, to] = [x - forward * HOP, x + forward * HOP];
      d += `L${at(from, ay)}C${at(from, ay - HOP * 1.33)} ${at(to, ay - HOP * 1.33)} ${at(to, ay)}`;
    }
    const next = points[p + 1];
    const reach = next
      ? Math.min(RADIUS, Math.hypot(bx - ax, by - ay) / 2, Math.hypot(next[0] - bx, next[1] - by) / 2)
      : 0;
    if (!rounded || !next || reach < 0.5) {
      d += `L${at(bx, by)}`;
      continue;
    }
    const towards = ([tx, ty]: Point): Point => {
      const length = Math.hypot(tx - bx, ty - by);
      return [bx + ((tx - bx) / length) * reach, by + ((ty - by) / length) * reach];
    };
    const [sx, sy] = towards([ax, ay]);
    const [ex, ey] = towards(next);
    d += `L${at(sx, sy)}Q${at(bx, by)} ${at(ex, ey)}`;
  }
  return d;
}
