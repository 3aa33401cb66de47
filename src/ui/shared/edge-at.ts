/** Which line of a scene runs at a point: the nearest within reach. */
import { remembered } from '../../core/remember';
import type { Scene, SceneEdge } from '../../core/scene';

type Point = readonly [number, number];
/** Straight pieces that a curve is taken as. */
const PIECES = 12;

/** The corners of a line, in the picture's own units; a curve as many short pieces. */
export function cornersOf({ points, curved }: Pick<SceneEdge, 'points' | 'curved'>): readonly Point[] {
  if (!curved) return points;
  const corners: Point[] = [points[0]!];
  for (let i = 1; i + 2 < points.length; i += 3) {
    const [a, b, c, d] = [points[i - 1]!, points[i]!, points[i + 1]!, points[i + 2]!];
    for (let k = 1; k <= PIECES; k++) {
      const t = k / PIECES;
      const at = (n: 0 | 1) =>
        (1 - t) ** 3 * a[n] + 3 * (1 - t) ** 2 * t * b[n] + 3 * (1 - t) * t * t * c[n] + t ** 3 * d[n];
      corners.push([at(0), at(1)]);
    }
  }
  return corners;
}

const cornersIn = remembered((scene: Scene) => scene.edges.map(cornersOf));

/** How far a point is from a straight piece, and which part of it is nearest. */
export function fromPiece([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const part = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length));
  return Math.hypot(ax + dx * part - x, ay + dy * part - y);
}

/**
 * @param x on the page, in points, as `y` and `reach`
 * @returns the nearest; of lines that lie on each other the first
 */
export function edgeAt(scene: Scene, x: number, y: number, reach: number): SceneEdge | undefined {
  const { frame } = scene;
  const at: Point = [(x - frame.x) / frame.scale, (y - frame.y) / frame.scale];
  let best: { edge: SceneEdge; far: number } | undefined;
  for (const [i, corners] of cornersIn(scene).entries())
    for (let k = 1; k < corners.length; k++) {
      const far = fromPiece(at, corners[k - 1]!, corners[k]!);
      if (far <= reach / frame.scale && (!best || far < best.far - 0.5)) best = { edge: scene.edges[i]!, far };
    }
  return best?.edge;
}
