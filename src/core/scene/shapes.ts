/** Outlines of boxes and lines as SVG path data. */
import type { DASHES, SHAPES } from '../chart';
import type { Point } from '../layout';
import type { Box } from './scene';

type Shape = (typeof SHAPES)[number];

/** Numbers in path data keep three decimals: a thousandth of a point is finer than any printer. */
export const short = (value: number): string => String(Math.round(value * 1000) / 1000);
const at = (x: number, y: number) => `${short(x)} ${short(y)}`;

/** Part of a quarter circle's radius at which the control points of a cubic Bézier stand to approach it. */
const ROUND = 0.5522847498;

function roundBox({ x, y, width, height }: Box, radius: number): string {
  const r = Math.min(radius, width / 2, height / 2);
  if (r <= 0) return `M${at(x, y)}H${short(x + width)}V${short(y + height)}H${short(x)}Z`;
  const k = r * (1 - ROUND);
  const [right, bottom] = [x + width, y + height];
  return [
    `M${at(x + r, y)}H${short(right - r)}C${at(right - k, y)} ${at(right, y + k)} ${at(right, y + r)}`,
    `V${short(bottom - r)}C${at(right, bottom - k)} ${at(right - k, bottom)} ${at(right - r, bottom)}`,
    `H${short(x + r)}C${at(x + k, bottom)} ${at(x, bottom - k)} ${at(x, bottom - r)}`,
    `V${short(y + r)}C${at(x, y + k)} ${at(x + k, y)} ${at(x + r, y)}Z`,
  ].join('');
}

function cutBox({ x, y, width, height }: Box, cut: number): string {
  const c = Math.min(cut, width / 2, height / 2);
  const [right, bottom] = [x + width, y + height];
  const corners = [
    [x + c, y],
    [right - c, y],
    [right, y + c],
    [right, bottom - c],
    [right - c, bottom],
    [x + c, bottom],
    [x, bottom - c],
    [x, y + c],
  ] as const;
  return `M${corners.map(([px, py]) => at(px, py)).join('L')}Z`;
}

const inset = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x + by,
  y: y + by,
  width: Math.max(0, width - 2 * by),
  height: Math.max(0, height - 2 * by),
});

/** Distance between the two edges of a double edge, in points. */
const DOUBLE = 3;

/** Outlines of a shape that fills a box, the filled one first. */
export function outlines(shape: Shape, box: Box): string[] {
  switch (shape) {
    case 'square':
      return [roundBox(box, 0)];
    case 'soft':
      return [roundBox(box, 4)];
    case 'rounded':
      return [roundBox(box, 10)];
    case 'pill':
      return [roundBox(box, box.height / 2)];
    case 'cut':
      return [cutBox(box, 8)];
    case 'double':
      return [roundBox(box, 2), roundBox(inset(box, DOUBLE), 0)];
  }
}

/** What a shape keeps from its words at each side, above and below, in points. */
const KEPT: Record<Shape, { readonly x: number; readonly y: number }> = {
  square: { x: 0.5, y: 0 },
  soft: { x: 0.5, y: 0 },
  rounded: { x: 1.5, y: 0 },
  pill: { x: 6.5, y: 0 },
  cut: { x: 3.5, y: 1 },
  double: { x: 2.5, y: 2 },
};

/** At the sides words need more air than above and below, where lines have some of their own. */
const SIDEWAYS = 1.5;

/**
 * Space between words and the edges of their box, in points: at each side, above and below.
 * @param inner as a look has it
 */
export const padding = (shape: Shape, inner: number): { readonly x: number; readonly y: number } => ({
  x: KEPT[shape].x + SIDEWAYS * inner,
  y: KEPT[shape].y + inner,
});

export function dashOf(dash: (typeof DASHES)[number], width: number): readonly number[] | undefined {
  if (dash === 'solid') return undefined;
  return dash === 'dashed' ? [width * 3, width * 2] : [width, width * 1.8];
}

/** Path data through points; four points of a curve are a cubic Bézier. */
export function pathThrough(points: readonly Point[], curved: boolean): string {
  const [first, ...rest] = points.map(([x, y]) => at(x, y));
  return curved ? `M${first}C${rest.join(' ')}` : `M${first}L${rest.join('L')}`;
}
