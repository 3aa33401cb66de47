/**
 * Boxes in tiers whose lines carry words. Every line gets a place of its own for its words, in a layer between the tiers,
 * so that words stand at one place through the whole picture and touch neither a box nor other words.
 */
import type { Look } from '../chart';
import { pushTo } from '../grouped';
import { crossingsOf, type LayeredEdge, LINE_GAP, type LineForm, layered, type Point } from '../layout';
import type { ArrangedLink, Arrangement, PlacedWords, SetWords, Size } from './arrangement';

/** Layered drawings know corners; whether these are rounded is a matter of drawing. */
export const layeredForm = (line: Look['line']): LineForm => (line === 'rounded' ? 'elbow' : line);

export interface WordedLink {
  readonly said?: string;
  readonly from: string;
  readonly to: string;
  readonly role: string;
  readonly label: string;
  readonly words?: SetWords;
  readonly arrow?: boolean;
  readonly look?: ArrangedLink['look'];
  /** How strongly its ends are drawn together; 1 where absent. */
  readonly weight?: number;
}

export interface WordedInput {
  readonly ids: readonly string[];
  readonly tierOf: ReadonlyMap<string, number>;
  readonly tiers: number;
  readonly sizes: ReadonlyMap<string, Size>;
  readonly links: readonly WordedLink[];
  readonly down: boolean;
  /** What stands before the first tier rather than after it; absent: nothing does. */
  readonly before?: ReadonlySet<string>;
  /** Long rows stand in two, so that the picture is narrower and higher. */
  readonly bent: boolean;
  readonly words: 'start' | 'middle' | 'end';
  readonly side: 'on' | 'before' | 'after';
  readonly gaps: { readonly siblings: number; readonly tiers: number };
  readonly form: LineForm;
}

/** A line turns within this before words that stand at its start. */
const TURN = 16;
const BETWEEN_WORDS = 10;
const NONE: ReadonlySet<string> = new Set();

type Laid = Pick<Arrangement, 'boxes' | 'links' | 'joins' | 'axis' | 'bands' | 'width' | 'height'> & {
  readonly crossings: number;
};

/** Rows of as many boxes, and of such a part of the longest one, are bent. */
const BENT = { boxes: 4, part: 0.5 };

export function arrangeWorded(input: WordedInput): Laid {
  const straight = inLayers(input);
  if (!input.bent) return straight;
  const { ids, tierOf, sizes, down, gaps, before = NONE } = input;
  const along = (id: string) => (down ? sizes.get(id)!.width : sizes.get(id)!.height);
  const at = (id: string) => straight.boxes.get(id)![down ? 0 : 1];
  const rows = new Map<string, string[]>();
  for (const id of ids) pushTo(rows, `${tierOf.get(id)} ${before.has(id)}`, id);
  const extent = (row: readonly string[]) => row.reduce((so, id) => so + along(id) + gaps.siblings, 0);
  const longest = Math.max(0, ...[...rows.values()].map(extent));
  // Neighbours stand in the two rows in turn, so that both keep the order that they have.
  const second = new Set<string>();
  for (const row of rows.values())
    if (row.length >= BENT.boxes && extent(row) > BENT.part * longest)
      for (const [i, id] of row.toSorted((a, b) => at(a) - at(b)).entries()) if (i % 2 === 1) second.add(id);
  if (second.size === 0) return straight;
  const halfOf = (id: string) => 2 * tierOf.get(id)! + (second.has(id) ? 1 : 0);
  const halves = [...new Set(ids.map(halfOf))].sort((a, b) => a - b);
  const rowOf = new Map(halves.map((half, i) => [half, i + 1]));
  const laid = inLayers({
    ...input,
    tierOf: new Map(ids.map((id) => [id, rowOf.get(halfOf(id))!])),
    tiers: halves.length,
  });
  const bands = Array.from({ length: input.tiers }, (_, i) => {
    const own = [2 * i + 2, 2 * i + 3].flatMap((half) => laid.bands[(rowOf.get(half) ?? 0) - 1] ?? []);
    return { start: own[0]?.start ?? 0, end: own.at(-1)?.end ?? 0 };
  });
  return { ...laid, bands, links: laid.links.map((link) => ({ ...link, tier: tierOf.get(link.from)! })) };
}

function inLayers(input: WordedInput): Laid {
  const { ids, tierOf, sizes, links, down, side, gaps } = input;
  const numberOf = new Map(ids.map((id, i) => [id, i]));
  const along = ids.map((id) => (down ? sizes.get(id)!.width : sizes.get(id)!.height));
  const across = ids.map((id) => (down ? sizes.get(id)!.height : sizes.get(id)!.width));
  const { before: isBefore = NONE } = input;
  const first = ids.reduce((so, id) => (isBefore.has(id) ? Math.max(so, tierOf.get(id)! - 1) : so), 0);
  const layer = ids.map((id) => 2 * (first + (tierOf.get(id)! - 1) * (isBefore.has(id) ? -1 : 1)));
  const edges: LayeredEdge[] = [];
  const dock = new Map<number, number>();
  const level = new Set<number>();
  const yielding = new Set<number>();
  const comes = new Map<string, number>();
  for (const { to } of links) comes.set(to, (comes.get(to) ?? 0) + 1);
  const parts = links.map((link) => {
    const [from, to] = [numberOf.get(link.from)!, numberOf.get(link.to)!];
    const [a, b] = [layer[from]!, layer[to]!];
    const [near, far] = a <= b ? [from, to] : [to, from];
    const [top, bottom] = [Math.min(a, b), Math.max(a, b)];
    const label = layer.length;
    // Before the first tier, lines lead the other way: what is at their start is at their end.
    const back = isBefore.has(link.to) && a > b;
    // Words of lines to a second row stand just before it: before the first there is no more room for them.
    const atStart = (input.words !== 'end' && !input.bent) || top === bottom;
    layer.push(atStart === back ? bottom - 1 : top + 1);
    const { width = 0, height = 0 } = link.words ?? {};
    const [wide, high] = down ? [width, height] : [height, width];
    // Beside the line, words need the same room on its other side, so that the line runs through the middle.
    along.push(link.words ? (side === 'on' ? wide + 4 : 2 * (wide + LINE_GAP)) : 2);
    across.push(link.words ? high : 0);
    const weight = link.weight ?? 1;
    // From where a line begins it shares its trunk with others; its words stand close to where it leads.
    if (back)
      edges.push(
        { from: near, to: label, weight: weight * 6, trunk: `${label}` },
        { from: label, to: far, weight, trunk: `${far}` },
      );
    else
      edges.push(
        { from: near, to: label, weight, trunk: `${near}` },
        // Lines between boxes of one tier hang their words below it, both ends coming from above.
        top === bottom
          ? { from: far, to: label, weight, trunk: `${far} ${label}` }
          : { from: label, to: far, weight: weight * 6, trunk: `${label}` },
      );
    // Words of the only line to a box stand in line with it; where several come, each finds its own place.
    if (top !== bottom && a < b && layer[label]! === bottom - 1 && comes.get(link.to) === 1) dock.set(label, far);
    if (top === bottom) level.add(label);
    else if (comes.get(link.to) === 1) yielding.add(label);
    return { link, label, first: edges.length - 2, reversed: a > b };
  });
  // A curve needs room to turn before its words.
  const turn = input.form === 'curve' ? Math.max(TURN, gaps.tiers * 0.42) : TURN;
  const before = { start: turn, middle: gaps.tiers / 2, end: gaps.tiers - TURN / 2 }[input.words];
  const laid = layered({
    layer,
    along,
    across,
    edges,
    gap: (left, right) =>
      left >= ids.length || right >= ids.length ? Math.min(BETWEEN_WORDS, gaps.siblings) : gaps.siblings,
    layerGap: (at) => (at % 2 === 0 ? before : gaps.tiers - before),
    form: input.form,
    lineGap: LINE_GAP,
    dock,
    yielding,
    near: level,
  });
  const place = ([a, d]: Point): Point => (down ? [a, d] : [d, a]);
  const boxes = new Map(ids.map((id, i) => [id, place([laid.middle[i]! - along[i]! / 2, laid.depth[i]!])] as const));
  const arranged = parts.map(({ link, label, first, reversed }): ArrangedLink => {
    const one = laid.ways[first]!.map(place);
    const two = laid.ways[first + 1]!.map(place);
    const ways = level.has(label) ? [one, [...two].reverse()] : [one, two];
    const halves = reversed ? ways.reverse().map((way) => [...way].reverse()) : ways;
    const whole = input.form === 'curve' ? curveThrough(halves) : halves.flat();
    const on = side === 'on' && link.words !== undefined;
    return {
      from: link.from,
      to: link.to,
      role: link.role,
      ...(link.said !== undefined && { said: link.said }),
      label: link.label,
      points: whole,
      ways: on ? halves : [whole],
      curved: input.form === 'curve',
      tier: tierOf.get(link.from)!,
      ...(link.words && { words: placedWords(link.words, label) }),
      ...(link.arrow && { arrow: true }),
      ...(link.look && { look: link.look }),
    };
  });

  function placedWords(words: SetWords, label: number): PlacedWords {
    const [x, y] = place([laid.middle[label]!, laid.depth[label]! + across[label]! / 2]);
    const aside = { on: 0, before: -1, after: 1 }[side];
    const shift = (down ? words.width : words.height) / 2 + LINE_GAP;
    return {
      x: x - words.width / 2 + (down ? aside * shift : 0),
      y: y - words.height / 2 + (down ? 0 : aside * shift),
      words,
      align: 'middle',
    };
  }

  const bands =
    isBefore.size > 0
      ? Array.from({ length: input.tiers }, () => ({ start: 0, end: 0 }))
      : Array.from({ length: input.tiers }, (_, i) => laid.bands[2 * i] ?? { start: 0, end: 0 });
  const { along: width, depth: height } = laid.extent;
  return {
    boxes,
    links: arranged,
    joins: [],
    axis: isBefore.size > 0 ? 'sides' : down ? 'rows' : 'columns',
    bands,
    width: down ? width : height,
    height: down ? height : width,
    crossings: crossingsOf(
      arranged.map(({ points, curved }) => (curved ? corners(points) : points)),
      arranged.map(({ from }) => from),
    ),
  };
}

/** Two curves as one: a straight piece joins the end of the first to the start of the second. */
function curveThrough([one, two]: readonly Point[][]): Point[] {
  const [from, to] = [one!.at(-1)!, two![0]!];
  const between = (part: number): Point => [from[0] + (to[0] - from[0]) * part, from[1] + (to[1] - from[1]) * part];
  return [...one!, between(1 / 3), between(2 / 3), ...two!];
}

/** Ends of the pieces of a curve. */
const corners = (points: readonly Point[]) => points.filter((_, i) => i % 3 === 0);
