/** The signs of a comparison: each verdict has a colour, and a shape of its own for those who do not see colours. */
import { type Mark, pathThrough } from '../scene';
import type { Verdict } from './compare';

type Point = readonly [number, number];
export type Sign = Verdict | 'extra';

/** Told apart by shape as well as by colour; each colour has a contrast of 4.5 and more with white and with its sign. */
export const SIGNS: Readonly<Record<Sign, { readonly colour: string; readonly label: string }>> = {
  same: { colour: '#2f6156', label: 'as in the other chart' },
  phrase: { colour: '#8a5a00', label: 'the same ends, other words' },
  turned: { colour: '#1f6b8f', label: 'turned round' },
  missing: { colour: '#a63d2f', label: 'missing' },
  extra: { colour: '#5c2a4d', label: 'not in the other chart' },
};
export const ORDER: readonly Sign[] = ['same', 'phrase', 'turned', 'missing', 'extra'];

/** In points. */
export const SIGN_RADIUS = 7;
const R = SIGN_RADIUS;

const polygon = (points: readonly Point[]): string => `${pathThrough(points, false)}Z`;
const around = (x: number, y: number, corners: number, turn: number): Point[] =>
  Array.from({ length: corners }, (_, i) => {
    const angle = turn + (2 * Math.PI * i) / corners;
    return [x + R * 1.15 * Math.cos(angle), y + R * 1.15 * Math.sin(angle)];
  });

/** Outlines: a disc, a square, a rhomb, a triangle, a hexagon. */
function outline(sign: Sign, x: number, y: number): string {
  switch (sign) {
    case 'same':
      return polygon(around(x, y, 24, 0));
    case 'phrase':
      return polygon([
        [x - R, y - R],
        [x + R, y - R],
        [x + R, y + R],
        [x - R, y + R],
      ]);
    case 'turned':
      return polygon(around(x, y, 4, 0));
    case 'missing':
      return polygon(around(x, y, 3, -Math.PI / 2));
    case 'extra':
      return polygon(around(x, y, 6, 0));
  }
}

/** What stands in them: a tick, two waves, a double arrow, a stroke, a plus. */
function inside(sign: Sign, x: number, y: number): Point[][] {
  const at = (points: readonly Point[]): Point[] => points.map(([dx, dy]) => [x + dx, y + dy]);
  switch (sign) {
    case 'same':
      return [
        at([
          [-3, 0],
          [-1, 2.5],
          [3, -2.5],
        ]),
      ];
    case 'phrase':
      return [
        at([
          [-3.5, -1],
          [-1.2, -2.5],
          [1.2, -0.5],
          [3.5, -2],
        ]),
        at([
          [-3.5, 2.5],
          [-1.2, 1],
          [1.2, 3],
          [3.5, 1.5],
        ]),
      ];
    case 'turned':
      return [
        at([
          [-4, 0],
          [4, 0],
        ]),
        at([
          [-2, -2],
          [-4, 0],
          [-2, 2],
        ]),
        at([
          [2, -2],
          [4, 0],
          [2, 2],
        ]),
      ];
    case 'missing':
      return [
        at([
          [0, -3.5],
          [0, 1],
        ]),
        at([
          [0, 2.8],
          [0, 3.2],
        ]),
      ];
    case 'extra':
      return [
        at([
          [-3, 0],
          [3, 0],
        ]),
        at([
          [0, -3],
          [0, 3],
        ]),
      ];
  }
}

/** A sign about a point, on the page. */
export const signMarks = (sign: Sign, x: number, y: number): Mark[] => [
  { type: 'path', d: outline(sign, x, y), fill: SIGNS[sign].colour, stroke: '#ffffff', width: 1 },
  ...inside(sign, x, y).map(
    (points): Mark => ({
      type: 'path',
      d: pathThrough(points, false),
      stroke: '#ffffff',
      width: 1.4,
      round: true,
    }),
  ),
];
