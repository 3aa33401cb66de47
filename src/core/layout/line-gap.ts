import type { Point } from './point';

/** Free space between a line and the boxes at both its ends, as arrangements leave it, in points. */
export const LINE_GAP = 3;

/** Part of its first and last piece that a line gives up at the most. */
const MOST = 0.45;

function moved([x, y]: Point, [tx, ty]: Point, by: number): Point {
  const length = Math.hypot(tx - x, ty - y);
  if (length < 1e-6) return [x, y];
  const part = Math.min(by, length * MOST) / length;
  return [x + (tx - x) * part, y + (ty - y) * part];
}

/** A way with more, or less, free space at both its ends. @param gap in points, LINE_GAP leaves it as it is */
export function withGap(points: readonly Point[], gap: number): readonly Point[] {
  const by = gap - LINE_GAP;
  if (by === 0 || points.length < 2) return points;
  const first = moved(points[0]!, points[1]!, by);
  const last = moved(points.at(-1)!, points.at(-2)!, by);
  return [first, ...points.slice(1, -1), last];
}
