/**
 * What maps with straight lines have in common, however their concepts are placed: linking phrases find a free place on
 * their lines, and the picture is brought to the proportions of its page.
 */
import { pushTo } from '../../grouped';
import { crossingsOf, LINE_GAP, type Point, runsThrough } from '../../layout';
import type { Problem, Repair } from '../../list';
import type { ArrangedLink, Arrangement, Size } from '../arrangement';
import type { WordedLink } from '../worded';

export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** So that a bit of the line is seen on both sides of its words. */
const PHRASE_GAP = 6;
/** Places tried for a phrase, as parts of its link from end to end: the middle first. */
const PLACES = [0.5, 0.44, 0.56, 0.38, 0.62, 0.32, 0.68, 0.26, 0.74, 0.2, 0.8];
/** Of more lines, words are not kept off those of others. */
const MOST_LINES = 120;
/** Pictures are stretched no more than this, as wide to high or as high to wide. */
const FLATTEST = 2.4;
/** Steps in which that is sought: of small maps, of larger ones, and none of the largest. */
const STEPS = { small: 4, large: 1 };
const SIZES = { small: 60, large: 300 };
/** Lines held against boxes. */
export const MOST_HELD_AGAINST = 100_000;
/** Concepts placed and places of phrases tried in all, while a map grows until all have room. */
const EFFORT = 40_000;
const MOST_GROWTHS = 24;
/** How often a map may grow: the time stays bounded. */
export const growthsOf = (concepts: number, links: number): number =>
  Math.max(2, Math.min(MOST_GROWTHS, Math.floor(EFFORT / (concepts + PLACES.length * links))));

const apart = (a: Rect, b: Rect, gap: number) =>
  a.x + a.width + gap <= b.x ||
  b.x + b.width + gap <= a.x ||
  a.y + a.height + gap <= b.y ||
  b.y + b.height + gap <= a.y;

/** Rectangles by the cells of a grid they touch, so that only near ones are looked at. */
export function grid(cell: number) {
  const cells = new Map<string, Rect[]>();
  const keys = function* ({ x, y, width, height }: Rect, gap: number) {
    for (let i = Math.floor((x - gap) / cell); i <= Math.floor((x + width + gap) / cell); i++)
      for (let j = Math.floor((y - gap) / cell); j <= Math.floor((y + height + gap) / cell); j++) yield `${i} ${j}`;
  };
  return {
    add(rect: Rect) {
      for (const key of keys(rect, 0)) pushTo(cells, key, rect);
    },
    isFree(rect: Rect, gap: number): boolean {
      for (const key of keys(rect, gap))
        for (const other of cells.get(key) ?? []) if (!apart(rect, other, gap)) return false;
      return true;
    },
  };
}

/** What helps where a map is too full for straight lines. */
export const ROWS_INSTEAD: Repair = {
  label: 'Set tiers in rows',
  change: { type: 'set-arrangement', arrangement: { layout: 'rows' } },
};

export type Laid = Omit<Arrangement, 'figures'> & {
  readonly crossings: number;
  /** Lines that run behind a box. */
  readonly behind: number;
};

/** Lines that run behind a box that is not at their ends; not counted in the largest maps, where all run behind some. */
function behind(links: readonly ArrangedLink[], boxes: ReadonlyMap<string, Rect>): number {
  let count = 0;
  if (links.length * boxes.size > MOST_HELD_AGAINST) return 0;
  for (const { from, to, points } of links)
    for (const [id, box] of boxes) if (id !== from && id !== to && crosses(points[0]!, points.at(-1)!, box)) count++;
  return count;
}

/** Whether a straight line comes into a rectangle. */
const crosses = (from: Point, to: Point, { x, y, width, height }: Rect): boolean =>
  runsThrough(from, to, { low: [x, y], high: [x + width, y + height] }, 0);

/**
 * The best of some stretched pictures on a page: the fewest lines behind boxes, then the largest.
 * @param as the picture, its places this much wider than high
 */
export function inProportion(room: Size | undefined, concepts: number, as: (flat: number) => Laid): Laid {
  let best = as(1);
  if (!room) return best;
  const scale = ({ width, height }: Size) => Math.min(room.width / width, room.height / height);
  const faults = ({ problems = [], behind: lines }: Laid) => 1_000 * problems.length + lines;
  let flat = 1;
  let last = best;
  const steps = concepts <= SIZES.small ? STEPS.small : concepts <= SIZES.large ? STEPS.large : 0;
  for (let step = 0; step < steps; step++) {
    // Boxes are wide already: by how much places have to differ from the page is seen in what comes out.
    const amiss = room.width / room.height / (last.width / last.height);
    flat = Math.max(1 / FLATTEST, Math.min(FLATTEST, flat * amiss));
    last = as(flat);
    const fewer = faults(last) - faults(best);
    if (fewer < 0 || (fewer === 0 && scale(last) > scale(best))) best = last;
  }
  return best;
}

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

export function placeLinks(
  links: readonly WordedLink[],
  boxes: ReadonlyMap<string, Rect>,
  taken: ReturnType<typeof grid>,
  tierOf: ReadonlyMap<string, number>,
): { links: ArrangedLink[]; homeless: number } {
  let homeless = 0;
  const lines = links.map((link) => [link, middleOf(boxes.get(link.from)!), middleOf(boxes.get(link.to)!)] as const);
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
    // Best where no other line runs behind the words.
    const places = PLACES.map(rectAt).filter((rect) => taken.isFree(rect, PHRASE_GAP));
    const isBare = (rect: Rect) => lines.every(([own, a, b]) => own === link || !crosses(a, b, rect));
    const place = (lines.length <= MOST_LINES ? places.find(isBare) : undefined) ?? places[0];
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

export function finish(
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
    behind: behind(links, boxes),
    crossings: crossingsOf(moved.map(({ points }) => points)),
  };
}
