/**
 * A comparison on the picture of the chart that was compared: each line marked by colour and by a sign of its own, lines that are
 * missing drawn in where both their ends stand, and under it what each sign means and what could not be drawn. Lengths in points.
 */
import type { Chart } from '../chart';
import { baseline, textMarks } from '../compose';
import { inFont } from '../faces';
import type { Statement } from '../kinds';
import { folded } from '../list';
import { type Box, type Mark, pathThrough, type Scene, type SceneEdge } from '../scene';
import { houseOnPage } from '../style';
import { type Fonts, wrap } from '../text';
import type { Comparison, Verdict } from './compare';
import { sentence } from './score';

type Sign = Verdict | 'extra';
type Point = readonly [number, number];

/** Told apart by shape as well as by colour; each colour has a contrast of 4.5 and more with white and with its sign. */
export const SIGNS: Readonly<Record<Sign, { readonly colour: string; readonly label: string }>> = {
  same: { colour: '#2f6156', label: 'as in the other chart' },
  phrase: { colour: '#8a5a00', label: 'the same ends, other words' },
  turned: { colour: '#1f6b8f', label: 'turned round' },
  missing: { colour: '#a63d2f', label: 'missing' },
  extra: { colour: '#5c2a4d', label: 'not in the other chart' },
};
const ORDER: readonly Sign[] = ['same', 'phrase', 'turned', 'missing', 'extra'];

const R = 7;
const WIDTH = 2.2;
const TEXT = { face: 'text-400', size: 10 } as const;
const STRONG = { face: 'text-600', size: 10 } as const;
const LINE = 1.35;

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

const signMarks = (sign: Sign, x: number, y: number): Mark[] => [
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

const middleOf = ({ x, y, width, height }: Box): Point => [x + width / 2, y + height / 2];

/** Where the way from the middle of a box to a point leaves the box. */
function leaving(box: Box, [tx, ty]: Point): Point {
  const [x, y] = middleOf(box);
  const [dx, dy] = [tx - x, ty - y];
  const part = Math.min(
    dx === 0 ? Number.POSITIVE_INFINITY : box.width / 2 / Math.abs(dx),
    dy === 0 ? Number.POSITIVE_INFINITY : box.height / 2 / Math.abs(dy),
    1,
  );
  return [x + dx * part, y + dy * part];
}

/** A place along a row of points, by part of their number of pieces: near enough to where its words are not. */
function along(points: readonly Point[], part: number): Point {
  const at = (points.length - 1) * part;
  const i = Math.min(points.length - 2, Math.floor(at));
  const [[ax, ay], [bx, by]] = [points[i]!, points[i + 1]!];
  return [ax + (bx - ax) * (at - i), ay + (by - ay) * (at - i)];
}

/** Signs stand here on their lines, and those of one spot beside each other. */
const ON_LINE = 0.78;

class Signs {
  private readonly taken: Point[] = [];
  readonly marks: Mark[] = [];
  put(sign: Sign, [x, y]: Point): void {
    let at = x;
    while (this.taken.some(([ox, oy]) => Math.abs(ox - at) < 2 * R && Math.abs(oy - y) < 2 * R)) at += 2 * R + 1;
    this.taken.push([at, y]);
    this.marks.push(...signMarks(sign, at, y));
  }
}

interface Placed {
  readonly edgeOf: (statement: Statement) => SceneEdge | undefined;
  readonly boxOf: (id: string | undefined) => Box | undefined;
  readonly itemOf: (name: string) => string | undefined;
}

function placed(scene: Scene, chart: Chart, { near }: Comparison): Placed {
  const boxes = new Map(scene.items.map(({ id, box }) => [id, box]));
  const bySaid = new Map(
    scene.edges.flatMap((edge) =>
      [edge.said, edge.id].flatMap((key) => (key === undefined ? [] : [[key, edge] as const])),
    ),
  );
  const byEnds = new Map(scene.edges.map((edge) => [`${edge.from} ${edge.to}`, edge]));
  const named = new Map<string, string>();
  for (const { id } of scene.items) {
    const name = chart.items[id]?.fields['name'] || chart.items[id]?.fields['post'];
    if (name && !named.has(folded(name))) named.set(folded(name), id);
  }
  const nearly = new Map(near.map(({ own, model }) => [folded(model), folded(own)]));
  return {
    edgeOf: ({ said, items: [a, b] }) => bySaid.get(said) ?? byEnds.get(`${a} ${b}`) ?? byEnds.get(`${b} ${a}`),
    boxOf: (id) => (id === undefined ? undefined : boxes.get(id)),
    itemOf: (name) => named.get(folded(name)) ?? named.get(nearly.get(folded(name)) ?? ''),
  };
}

/** Marks a statement that the chart makes: its line where it has one, else its first item. */
function markOwn(scene: Scene, at: Placed, signs: Signs, lines: Mark[], sign: Sign, statement: Statement): void {
  const edge = at.edgeOf(statement);
  if (!edge) {
    const box = at.boxOf(statement.items[0]);
    if (box) signs.put(sign, [box.x, box.y]);
    return;
  }
  const { x, y, scale } = scene.frame;
  const points = edge.points.map(([px, py]): Point => [x + px * scale, y + py * scale]);
  lines.push({
    type: 'path',
    d: pathThrough(points, edge.curved),
    stroke: SIGNS[sign].colour,
    width: WIDTH,
    round: true,
  });
  signs.put(sign, along(points, ON_LINE));
}

/** @returns whether there was where to draw it */
function markMissing(at: Placed, signs: Signs, lines: Mark[], { from, to, toSet }: Statement): boolean {
  const a = at.boxOf(at.itemOf(from));
  const b = toSet ? undefined : at.boxOf(at.itemOf(to));
  if (!a || !b || a === b) return false;
  const ends: Point[] = [leaving(a, middleOf(b)), leaving(b, middleOf(a))];
  lines.push({
    type: 'path',
    d: pathThrough(ends, false),
    stroke: SIGNS.missing.colour,
    width: WIDTH,
    dash: [5, 4],
    round: true,
  });
  signs.put('missing', along(ends, 0.5));
  return true;
}

/** What each sign means, and what is missing and could not be drawn. */
function foot(
  scene: Scene,
  chart: Chart,
  fonts: Fonts,
  rows: readonly { sign: Sign; text: string; strong?: boolean }[],
): Scene {
  const { ink } = houseOnPage(chart);
  const side = Math.max(scene.margin, 14);
  const width = Math.max(scene.width, 260);
  const marks: Mark[] = [];
  let top = scene.height + 6;
  for (const { sign, text, strong } of rows) {
    const { face, size } = strong ? STRONG : TEXT;
    const own = inFont(face, chart.font);
    marks.push(...signMarks(sign, side + R, top + size * 0.72));
    for (const { text: line } of wrap(fonts, text, own, size, width - 2 * side - 24).lines) {
      marks.push(...textMarks(fonts, line, own, size, side + 24, baseline(fonts, own, size, top), ink));
      top += size * LINE;
    }
    top += 5;
  }
  return { ...scene, width, height: top + side, over: [...(scene.over ?? []), ...marks] };
}

/** Missing statements that are listed; more are counted. */
const MOST_LISTED = 40;

/** A picture with a comparison on it, and its explanation under it. */
export function withCompared(scene: Scene, chart: Chart, comparison: Comparison, fonts: Fonts): Scene {
  const at = placed(scene, chart, comparison);
  const signs = new Signs();
  const lines: Mark[] = [];
  const counts: Record<Sign, number> = { same: 0, phrase: 0, turned: 0, missing: 0, extra: comparison.extra.length };
  const undrawn: string[] = [];
  for (const { verdict, own, model } of comparison.compared) {
    counts[verdict]++;
    if (own) markOwn(scene, at, signs, lines, verdict, own);
    else if (!markMissing(at, signs, lines, model)) undrawn.push(sentence(model));
  }
  for (const statement of comparison.extra) markOwn(scene, at, signs, lines, 'extra', statement);
  const over = [...(scene.over ?? []), ...lines, ...signs.marks];
  const more = undrawn.length - MOST_LISTED;
  return foot({ ...scene, over }, chart, fonts, [
    ...ORDER.filter((sign) => counts[sign] > 0).map((sign) => ({
      sign,
      text: `${counts[sign]} ${SIGNS[sign].label}`,
      strong: true,
    })),
    ...undrawn.slice(0, MOST_LISTED).map((text) => ({ sign: 'missing' as const, text })),
    ...(more > 0 ? [{ sign: 'missing' as const, text: `and ${more} more` }] : []),
  ]);
}
