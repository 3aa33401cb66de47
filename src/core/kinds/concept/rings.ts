/**
 * Concepts on rings round the main idea. Each branch gets a sector as wide as what it holds needs (the radial drawing of
 * trees: P. Eades, "Drawing free trees", Bulletin of the ICA 5, 1992); the rings grow until no box touches another and
 * every linking phrase has a free place on its link.
 */
import { crossingsOf, LINE_GAP, type Point } from '../../layout';
import type { Problem } from '../../list';
import type { ArrangedLink, Arrangement, Size } from '../arrangement';
import type { WordedLink } from '../worded';
import type { Graph } from './graph';
import { anglesOf } from './sectors';

export interface RingsInput {
  readonly graph: Graph;
  readonly sizes: ReadonlyMap<string, Size>;
  readonly links: readonly WordedLink[];
  readonly gaps: { readonly siblings: number; readonly tiers: number };
}

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** So that a bit of the line is seen on both sides of its words. */
const PHRASE_GAP = 6;
const GROW = 1.12;
const MOST_GROWTHS = 22;
/** Places tried for a phrase, as parts of its link from end to end: the middle first. */
const PLACES = [0.5, 0.44, 0.56, 0.38, 0.62, 0.32, 0.68, 0.26, 0.74, 0.2, 0.8];

const apart = (a: Rect, b: Rect, gap: number) =>
  a.x + a.width + gap <= b.x ||
  b.x + b.width + gap <= a.x ||
  a.y + a.height + gap <= b.y ||
  b.y + b.height + gap <= a.y;

/** Rectangles by the cells of a grid they touch, so that only near ones are looked at. */
function grid(cell: number) {
  const cells = new Map<string, Rect[]>();
  const keys = function* ({ x, y, width, height }: Rect, gap: number) {
    for (let i = Math.floor((x - gap) / cell); i <= Math.floor((x + width + gap) / cell); i++)
      for (let j = Math.floor((y - gap) / cell); j <= Math.floor((y + height + gap) / cell); j++) yield `${i} ${j}`;
  };
  return {
    add(rect: Rect) {
      for (const key of keys(rect, 0)) {
        if (cells.has(key)) cells.get(key)!.push(rect);
        else cells.set(key, [rect]);
      }
    },
    isFree(rect: Rect, gap: number): boolean {
      for (const key of keys(rect, gap))
        for (const other of cells.get(key) ?? []) if (!apart(rect, other, gap)) return false;
      return true;
    },
  };
}

type Laid = Omit<Arrangement, 'figures'> & { readonly crossings: number };

export function arrangeRings(input: RingsInput): Laid {
  const { graph, sizes, links, gaps } = input;
  const { concepts, tierOf, tiers } = graph;
  const angles = anglesOf(input);
  const largest = concepts.reduce(
    (most, id) => Math.max(most, Math.hypot(sizes.get(id)!.width, sizes.get(id)!.height)),
    0,
  );
  let scale = 1;
  for (let growth = 0; ; growth++, scale *= GROW) {
    const step = (largest * 0.75 + gaps.tiers) * scale;
    // Parts that are not joined to the main idea have firsts of their own: they can't all stand in the middle.
    const inner = concepts.filter((id) => tierOf.get(id) === 1).length > 1 ? step * 0.6 : 0;
    const radius = (tier: number) => inner + (tier - 1) * step;
    const centre = (id: string): Point => {
      const r = radius(tierOf.get(id)!);
      return [r * Math.cos(angles.get(id)!), r * Math.sin(angles.get(id)!)];
    };
    const boxes = new Map(
      concepts.map((id): [string, Rect] => {
        const { width, height } = sizes.get(id)!;
        const [x, y] = centre(id);
        return [id, { x: x - width / 2, y: y - height / 2, width, height }];
      }),
    );
    const last = growth === MOST_GROWTHS;
    const taken = grid(Math.max(40, largest / 2));
    let free = true;
    for (const box of boxes.values()) {
      free &&= taken.isFree(box, gaps.siblings / 2);
      taken.add(box);
    }
    if (!free && !last) continue;
    const placed = placeLinks(links, boxes, taken, tierOf);
    if (placed.homeless > 0 && !last) continue;
    const problems: Problem[] = free && placed.homeless === 0 ? [] : [crowded()];
    return finish(
      boxes,
      placed.links,
      Array.from({ length: tiers }, (_, i) => radius(i + 1)),
      largest / 2,
      problems,
    );
  }
}

const crowded = (): Problem => ({
  code: 'rings-too-full',
  severity: 'warning',
  message: 'There are too many concepts for rings: some words touch. Rows or columns have room for all.',
  repairs: [{ label: 'Set tiers in rows', change: { type: 'set-arrangement', arrangement: { layout: 'rows' } } }],
});

/** Where a line from the middle of a rectangle has left it by a gap; at most half way to where it leads. */
function leave(from: Point, to: Point, box: Rect, gap: number, most = 0.5): Point {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  if (length === 0) return from;
  const out = Math.min(
    dx === 0 ? Number.POSITIVE_INFINITY : box.width / 2 / Math.abs(dx),
    dy === 0 ? Number.POSITIVE_INFINITY : box.height / 2 / Math.abs(dy),
  );
  const part = Math.min(most, out + gap / length);
  return [from[0] + dx * part, from[1] + dy * part];
}

const middleOf = ({ x, y, width, height }: Rect): Point => [x + width / 2, y + height / 2];

function placeLinks(
  links: readonly WordedLink[],
  boxes: ReadonlyMap<string, Rect>,
  taken: ReturnType<typeof grid>,
  tierOf: ReadonlyMap<string, number>,
): { links: ArrangedLink[]; homeless: number } {
  let homeless = 0;
  // Links between the same two concepts would lie on each other: each has its own places for words.
  const arranged = links.map((link): ArrangedLink => {
    const [from, to] = [boxes.get(link.from)!, boxes.get(link.to)!];
    const [a, b] = [middleOf(from), middleOf(to)];
    const start = leave(a, b, from, LINE_GAP);
    const end = leave(b, a, to, LINE_GAP);
    const line = {
      from: link.from,
      to: link.to,
      role: link.role,
      ...(link.said !== undefined && { said: link.said }),
      label: link.label,
      points: [start, end],
      curved: false,
      tier: tierOf.get(link.from)!,
      ...(link.arrow && { arrow: true }),
      ...(link.look && { look: link.look }),
    };
    const { words } = link;
    if (!words) return line;
    const rectAt = (part: number): Rect => ({
      x: start[0] + (end[0] - start[0]) * part - words.width / 2,
      y: start[1] + (end[1] - start[1]) * part - words.height / 2,
      width: words.width,
      height: words.height,
    });
    const place = PLACES.map(rectAt).find((rect) => taken.isFree(rect, PHRASE_GAP));
    if (!place) homeless++;
    const rect = place ?? rectAt(0.5);
    taken.add(rect);
    return { ...line, ways: around(start, end, rect), words: { x: rect.x, y: rect.y, words, align: 'middle' } };
  });
  return { links: arranged, homeless };
}

/** A line without the part that words on it cover. */
function around(start: Point, end: Point, rect: Rect): Point[][] {
  const middle = middleOf(rect);
  const reach = (to: Point): Point[] => {
    const edge = leave(middle, to, rect, LINE_GAP, 1);
    return edge[0] === to[0] && edge[1] === to[1] ? [] : [edge, to];
  };
  return [[...reach(start)].reverse(), reach(end)].filter((way) => way.length > 1);
}

function finish(
  boxes: ReadonlyMap<string, Rect>,
  links: readonly ArrangedLink[],
  radii: readonly number[],
  half: number,
  problems: readonly Problem[],
): Laid {
  const words = links.flatMap((link): Rect[] =>
    link.words
      ? [{ x: link.words.x, y: link.words.y, width: link.words.words.width, height: link.words.words.height }]
      : [],
  );
  const all = [...boxes.values(), ...words];
  const least = (of: (rect: Rect) => number) => all.reduce((so, rect) => Math.min(so, of(rect)), 0);
  const most = (of: (rect: Rect) => number) => all.reduce((so, rect) => Math.max(so, of(rect)), 0);
  const [left, top] = [least(({ x }) => x), least(({ y }) => y)];
  const move = ([x, y]: Point): Point => [x - left, y - top];
  const moved = links.map((link) => ({
    ...link,
    points: link.points.map(move),
    ...(link.ways && { ways: link.ways.map((way) => way.map(move)) }),
    ...(link.words && { words: { ...link.words, x: link.words.x - left, y: link.words.y - top } }),
  }));
  return {
    boxes: new Map([...boxes].map(([id, { x, y }]) => [id, move([x, y])])),
    links: moved,
    joins: [],
    axis: 'rings',
    bands: radii.map((radius) => ({ start: Math.max(0, radius - half), end: radius + half })),
    width: most(({ x, width }) => x + width) - left,
    height: most(({ y, height }) => y + height) - top,
    problems,
    crossings: crossingsOf(moved.map(({ points }) => points)),
  };
}
