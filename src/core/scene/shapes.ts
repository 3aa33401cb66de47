/** Outlines of boxes and lines as SVG path data, and where words may stand in them. */
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
/** Rounder corners than this would leave words no room, in points. */
const PILL = 18;
/** Parts of its height that pointed ends take of a shape. */
const HEXAGON = 0.28;
const POINT = 0.4;
const TAIL = 0.24;
/** Part of its height in which the foot of a wavy shape moves. */
const WAVE = 0.14;
/** How far clouds and stars reach in, as a part of the ellipse around them. */
const CLOUD = 0.84;
const STAR = { inner: 0.84, points: 14 };

const polygon = (points: readonly Point[]) => `M${points.map(([x, y]) => at(x, y)).join('L')}Z`;
/** Points of a box given as parts of it from its near corner. */
const inBox = ({ x, y, width, height }: Box, parts: readonly Point[]): Point[] =>
  parts.map(([a, b]): Point => [x + a * width, y + b * height]);
const middleOf = ({ x, y, width, height }: Box): Point => [x + width / 2, y + height / 2];

function ellipse(box: Box): string {
  const [cx, cy] = middleOf(box);
  const [rx, ry] = [box.width / 2, box.height / 2];
  const [kx, ky] = [rx * ROUND, ry * ROUND];
  const curve = (...points: readonly Point[]) => `C${points.map(([x, y]) => at(x, y)).join(' ')}`;
  return [
    `M${at(cx + rx, cy)}`,
    curve([cx + rx, cy + ky], [cx + kx, cy + ry], [cx, cy + ry]),
    curve([cx - kx, cy + ry], [cx - rx, cy + ky], [cx - rx, cy]),
    curve([cx - rx, cy - ky], [cx - kx, cy - ry], [cx, cy - ry]),
    curve([cx + kx, cy - ry], [cx + rx, cy - ky], [cx + rx, cy]),
    'Z',
  ].join('');
}

/** Points on an ellipse in a box, `part` of the way from its middle to its edge. */
const onEllipse = (box: Box, turn: number, part: number): Point => {
  const [cx, cy] = middleOf(box);
  return [cx + (Math.cos(turn) * part * box.width) / 2, cy + (Math.sin(turn) * part * box.height) / 2];
};

function star(box: Box): string {
  const step = Math.PI / STAR.points;
  return polygon(
    Array.from({ length: 2 * STAR.points }, (_, i) => onEllipse(box, i * step, i % 2 === 0 ? 1 : STAR.inner)),
  );
}

/** Bumps round an ellipse; control points stand on the edge of the box, so that no bump leaves it. */
function cloud(box: Box): string {
  const bumps = 10;
  const step = (2 * Math.PI) / bumps;
  const arcs = Array.from({ length: bumps }, (_, i) => {
    const [from, to] = [i * step, (i + 1) * step];
    const [a, b] = [onEllipse(box, from + step * 0.2, 1), onEllipse(box, to - step * 0.2, 1)];
    const [x, y] = onEllipse(box, to, CLOUD);
    return `C${at(...a)} ${at(...b)} ${at(x, y)}`;
  });
  return `M${at(...onEllipse(box, 0, CLOUD))}${arcs.join('')}Z`;
}

/** A cubic Bézier whose control points lie this many times as far to both sides of its chord swings as far as wanted. */
const SWING = 2 * Math.sqrt(3);

function wavy({ x, y, width, height }: Box): string {
  const right = x + width;
  const half = (height * WAVE) / 2;
  const middle = y + height - half;
  const third = width / 3;
  return [
    `M${at(x, y)}H${short(right)}V${short(middle)}`,
    `C${at(right - third, middle - half * SWING)} ${at(x + third, middle + half * SWING)} ${at(x, middle)}Z`,
  ].join('');
}

/** How much of a shape is kept from words: parts of its height, and points. */
interface Inset {
  /** Of its height: at the sides (before and after), and below. */
  readonly side?: number | readonly [number, number];
  readonly foot?: number;
  /** Points: at each side, above and below. */
  readonly x?: number;
  readonly y?: number;
}

interface Form {
  readonly outlines: (box: Box) => string[];
  /** Where words stand in a rectangle of their own. */
  readonly inset?: Inset;
  /** Where words stand in an ellipse, this part of the shape, or in a diamond. */
  readonly round?: { readonly part: number; readonly diamond?: boolean; readonly even?: boolean };
}

const forms: Readonly<Record<Shape, Form>> = {
  square: { outlines: (box) => [roundBox(box, 0)], inset: { x: 0.5 } },
  soft: { outlines: (box) => [roundBox(box, 4)], inset: { x: 0.5 } },
  rounded: { outlines: (box) => [roundBox(box, 10)], inset: { x: 1.5 } },
  pill: { outlines: (box) => [roundBox(box, Math.min(PILL, box.height / 2))], inset: { x: 7 } },
  cut: { outlines: (box) => [cutBox(box, 8)], inset: { x: 3.5, y: 1 } },
  double: { outlines: (box) => [roundBox(box, 2), roundBox(inset(box, DOUBLE), 0)], inset: { x: 2.5, y: 2 } },
  ellipse: { outlines: (box) => [ellipse(box)], round: { part: 1 } },
  circle: { outlines: (box) => [ellipse(box)], round: { part: 1, even: true } },
  diamond: {
    outlines: (box) => [
      polygon(
        inBox(box, [
          [0.5, 0],
          [1, 0.5],
          [0.5, 1],
          [0, 0.5],
        ]),
      ),
    ],
    round: { part: 1, diamond: true },
  },
  hexagon: {
    outlines: (box) => {
      const side = Math.min(0.5, (HEXAGON * box.height) / Math.max(box.width, 1e-9));
      return [
        polygon(
          inBox(box, [
            [side, 0],
            [1 - side, 0],
            [1, 0.5],
            [1 - side, 1],
            [side, 1],
            [0, 0.5],
          ]),
        ),
      ];
    },
    inset: { side: HEXAGON },
  },
  tag: {
    outlines: (box) => {
      const point = Math.min(0.5, (POINT * box.height) / Math.max(box.width, 1e-9));
      const hole = Math.min(2.5, box.height / 8);
      const [, cy] = middleOf(box);
      const cx = box.x + point * box.width * 0.8;
      return [
        polygon(
          inBox(box, [
            [point, 0],
            [1, 0],
            [1, 1],
            [point, 1],
            [0, 0.5],
          ]),
        ),
        ellipse({ x: Math.max(box.x, cx - hole), y: cy - hole, width: 2 * hole, height: 2 * hole }),
      ];
    },
    inset: { side: [POINT, 0], x: 1 },
  },
  banner: {
    outlines: (box) => {
      const tail = Math.min(0.5, (TAIL * box.height) / Math.max(box.width, 1e-9));
      return [
        polygon(
          inBox(box, [
            [0, 0],
            [1, 0],
            [1 - tail, 0.5],
            [1, 1],
            [0, 1],
            [tail, 0.5],
          ]),
        ),
      ];
    },
    inset: { side: TAIL },
  },
  wavy: { outlines: (box) => [wavy(box)], inset: { x: 0.5, foot: WAVE } },
  cloud: { outlines: (box) => [cloud(box)], round: { part: CLOUD } },
  star: { outlines: (box) => [star(box)], round: { part: STAR.inner * Math.cos(Math.PI / STAR.points) } },
};

/** Outlines of a shape that fills a box, the filled one first. */
export const outlines = (shape: Shape, box: Box): string[] => forms[shape].outlines(box);

const sidesOf = ({ side = 0 }: Inset): readonly [number, number] => (typeof side === 'number' ? [side, side] : side);

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The smallest box of a shape in which a rectangle for words has room. */
export function boxAround(shape: Shape, { width, height }: Size): Size {
  const { inset: own, round } = forms[shape];
  if (round) {
    // The inscribed rectangle of the largest area: each extent by itself.
    const by = (round.diamond ? 2 : Math.SQRT2) / round.part;
    const even = Math.hypot(width, height) / round.part;
    return round.even ? { width: even, height: even } : { width: width * by, height: height * by };
  }
  const { x = 0, y = 0, foot = 0 } = own!;
  const [before, after] = sidesOf(own!);
  const tall = (height + 2 * y) / (1 - foot);
  return { width: width + 2 * x + (before + after) * tall, height: tall };
}

/** Where words of some height may stand in a box of a shape. */
export function wordsArea(shape: Shape, box: Box, height: number): Box {
  const { inset: own, round } = forms[shape];
  if (round) {
    const share = Math.min(1, height / Math.max(1e-9, box.height * round.part));
    const width = box.width * round.part * (round.diamond ? 1 - share : Math.sqrt(1 - share * share));
    const [cx, cy] = middleOf(box);
    return { x: cx - width / 2, y: cy - height / 2, width, height };
  }
  const { x = 0, y = 0, foot = 0 } = own!;
  const [before, after] = sidesOf(own!);
  const left = x + before * box.height;
  const right = x + after * box.height;
  return {
    x: box.x + left,
    y: box.y + y,
    width: box.width - left - right,
    height: box.height - 2 * y - foot * box.height,
  };
}

/** Width that words may take of a box's before their height is known, in points. */
export function wordsWidth(shape: Shape, width: number): number {
  const { round, inset: own } = forms[shape];
  if (round) return width * (round.diamond ? 0.5 : Math.SQRT1_2) * round.part;
  const [before, after] = sidesOf(own!);
  return width * (1 - (before + after) * SIDE_GUESS) - 2 * (own!.x ?? 0);
}
/** Height of a box as a part of its width where only that is known: about two lines. */
const SIDE_GUESS = 0.35;

/** Whether words may take nearly all of a shape's width, however high it is. */
export function isPlain(shape: Shape): boolean {
  const { inset: own } = forms[shape];
  return own !== undefined && own.side === undefined && (own.x ?? 0) < PLAIN_KEEPS;
}
/** What a plain shape keeps from words at each side is less, in points. */
const PLAIN_KEEPS = 5;

/** Whether a shape is as wide as it is high. */
export const isEven = (shape: Shape): boolean => forms[shape].round?.even === true;

/** At the sides words need more air than above and below, where lines have some of their own. */
const SIDEWAYS = 1.5;

/** Free space round words, in points, at each side, above and below. @param inner as a look has it */
export const padding = (inner: number): { readonly x: number; readonly y: number } => ({
  x: SIDEWAYS * inner,
  y: inner,
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
