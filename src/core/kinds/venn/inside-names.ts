/** Names of sets that lie within another: inside their own shape, as near its top as there is room (common practice for Euler diagrams). */
import type { Point } from '../../layout';
import type { PlacedWords, SetWords } from '../arrangement';
import { type Ellipse, isWithin, polygonOf } from './shapes';

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const GAP = 4;
/** Steps by which a place is looked for: of the whole turn, and in points towards the middle. */
const TURN = 90;
const INWARD = 3;

const meet = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width + GAP && b.x < a.x + a.width + GAP && a.y < b.y + b.height + GAP && b.y < a.y + a.height + GAP;

/** Corners and the middles of the sides of a box with a gap round it. */
function edgeOf({ x, y, width, height }: Box): Point[] {
  const across = [x - GAP, x + width / 2, x + width + GAP];
  const down = [y - GAP, y + height / 2, y + height + GAP];
  return across.flatMap((px) => down.map((py): Point => [px, py]));
}

/** Sets whose whole shape lies within another's. */
export const nestedSets = (shapes: readonly Ellipse[]): boolean[] =>
  shapes.map((own, i) => {
    const ring = polygonOf(own)[0]!;
    return shapes.some((other, j) => j !== i && ring.every((point) => isWithin(point, other)));
  });

/** @param scale points for a unit of the shapes @param taken what already stands there */
export function nameInside(
  shapes: readonly Ellipse[],
  own: number,
  words: SetWords,
  scale: number,
  taken: readonly Box[],
): PlacedWords | undefined {
  const shape = shapes[own]!;
  const ring = polygonOf(shape)[0]!;
  const holds = shapes.map((other, i) => i === own || ring.every((point) => isWithin(point, other)));
  const { width, height } = words;
  const outlines = shapes.flatMap((other) => polygonOf(other)[0]!);
  for (let step = 0; step < TURN; step++) {
    // From the top to both sides in turn.
    const angle = -Math.PI / 2 + (step % 2 === 0 ? 1 : -1) * Math.ceil(step / 2) * ((2 * Math.PI) / TURN);
    const far = Math.max(shape.a, shape.b) * scale;
    for (let inward = far - height / 2 - GAP; inward > 0; inward -= INWARD) {
      const [cx, cy] = [shape.x * scale + Math.cos(angle) * inward, shape.y * scale + Math.sin(angle) * inward];
      const box = { x: cx - width / 2, y: cy - height / 2, width, height };
      const isOwn = edgeOf(box).every(([x, y]) =>
        shapes.every((other, i) => isWithin([x / scale, y / scale], other) === holds[i]),
      );
      if (!isOwn || taken.some((one) => meet(one, box))) continue;
      const crossed = outlines.some(([x, y]) => meet({ x: x * scale, y: y * scale, width: 0, height: 0 }, box));
      if (!crossed) return { x: box.x, y: box.y, words, align: 'middle' };
    }
  }
  return undefined;
}
