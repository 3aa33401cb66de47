/** Places on a slide in the units of the format. Source: ECMA-376-1, 20.1.10.16 (ST_Coordinate): 12,700 EMU a point. */
import type { Box } from '../scene';

const EMU = 12_700;
export const emu = (points: number): number => Math.round(points * EMU);

/** From the units of something drawn to points on a slide. */
export interface Placing {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

export const placedIn = (outer: Placing, inner: Placing): Placing => ({
  x: outer.x + inner.x * outer.scale,
  y: outer.y + inner.y * outer.scale,
  scale: outer.scale * inner.scale,
});

/** A box of something drawn, in points on the slide. */
export const boxOn = ({ x, y, scale }: Placing, box: Box): Box => ({
  x: x + box.x * scale,
  y: y + box.y * scale,
  width: box.width * scale,
  height: box.height * scale,
});

/** Hands out the numbers of shapes on one slide. */
export function counter(from: number): () => number {
  let last = from;
  return () => last++;
}
