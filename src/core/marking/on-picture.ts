/**
 * A comparison on the picture of the chart that was compared: each line marked by colour and by a sign of its own, lines that are
 * missing drawn in where both their ends stand, and under it what each sign means and what could not be drawn. Lengths in points.
 */
import type { Chart } from '../chart';
import { baseline, textMarks } from '../compose';
import { inFont } from '../faces';
import type { Statement } from '../kinds';
import { folded } from '../list';
import { type Box, grown, type Mark, overlapping, pathThrough, type Scene, type SceneEdge } from '../scene';
import { houseOnPage } from '../style';
import { type Fonts, wrap } from '../text';
import type { Comparison } from './compare';
import { sentence } from './score';
import { ORDER, SIGN_RADIUS as R, SIGNS, type Sign, signMarks } from './signs';

type Point = readonly [number, number];

const WIDTH = 2.2;
const TEXT = { face: 'text-400', size: 10 } as const;
const STRONG = { face: 'text-600', size: 10 } as const;
const LINE = 1.35;

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

/** A place along a row of points, by part of its length. */
function along(points: readonly Point[], part: number): Point {
  const pieces = points.slice(1).map(([x, y], i) => Math.hypot(x - points[i]![0], y - points[i]![1]));
  let left = part * pieces.reduce((sum, length) => sum + length, 0);
  for (const [i, length] of pieces.entries()) {
    if (left <= length || i === pieces.length - 1) {
      const [[ax, ay], [bx, by]] = [points[i]!, points[i + 1]!];
      const share = length === 0 ? 0 : left / length;
      return [ax + (bx - ax) * share, ay + (by - ay) * share];
    }
    left -= length;
  }
  return points[0]!;
}

/** Signs stand at the first of these parts of their line where nothing else does. */
const ON_LINE = [0.8, 0.88, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.12];
const IN_MIDDLE = [0.5, 0.42, 0.58, 0.34, 0.66, 0.26, 0.74, 0.18, 0.82];

class Signs {
  readonly marks: Mark[] = [];
  /** @param taken boxes, words of lines, and signs */
  constructor(private readonly taken: Box[]) {}
  put(sign: Sign, points: readonly Point[], parts: readonly number[]): void {
    const boxAt = ([x, y]: Point): Box => ({ x: x - R, y: y - R, width: 2 * R, height: 2 * R });
    const places = parts.map((part) => along(points, part));
    const free = places.find((place) => !this.taken.some((box) => overlapping(box, boxAt(place))));
    const at = free ?? places[0]!;
    this.taken.push(boxAt(at));
    this.marks.push(...signMarks(sign, at[0], at[1]));
  }
}

/** Where words of lines stand, on the page. */
function wordsOfLines({ links, frame }: Scene, fonts: Fonts): Box[] {
  return links.flatMap(({ marks }) =>
    marks.flatMap((mark) =>
      mark.type === 'text'
        ? [
            {
              x: frame.x + mark.x * frame.scale,
              y: frame.y + (mark.y - mark.size) * frame.scale,
              width: fonts.width(mark.text, mark.face, mark.size) * frame.scale,
              height: mark.size * 1.3 * frame.scale,
            },
          ]
        : [],
    ),
  );
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

/** Lines in the colour of what they are: as they are drawn where each is by itself, else its own last piece over the others. */
class Lines {
  /** Colours by place among `scene.edges`. */
  private readonly colours = new Map<number, string>();
  readonly over: Mark[] = [];
  readonly under: Mark[] = [];
  constructor(private readonly scene: Scene) {}
  paint(edge: SceneEdge, colour: string): readonly Point[] {
    const { x, y, scale } = this.scene.frame;
    const points = edge.points.map(([px, py]): Point => [x + px * scale, y + py * scale]);
    const at = this.scene.edges.indexOf(edge);
    if (this.scene.links.some(({ edges }) => edges?.length === 1 && edges[0] === at)) {
      this.colours.set(at, colour);
      return points;
    }
    const last = edge.curved ? points : points.slice(-2);
    this.over.push({ type: 'path', d: pathThrough(last, edge.curved), stroke: colour, width: WIDTH, round: true });
    return last;
  }
  links(): Scene['links'] {
    return this.scene.links.map((link) => {
      const colour = link.edges?.length === 1 ? this.colours.get(link.edges[0]!) : undefined;
      if (colour === undefined) return link;
      const marks = link.marks.map((mark): Mark => {
        if (mark.type !== 'path') return mark;
        const { stroke, fill, width = 1 } = mark;
        return {
          ...mark,
          ...(stroke !== undefined && stroke !== 'none' && { stroke: colour, width: Math.max(width, WIDTH) }),
          ...(fill !== undefined && fill !== 'none' && { fill: colour }),
        };
      });
      return { ...link, marks };
    });
  }
}

interface Drawing {
  readonly at: Placed;
  readonly signs: Signs;
  readonly lines: Lines;
}

/** Marks a statement that the chart makes: its line where it has one, else its first item. */
function markOwn({ at, signs, lines }: Drawing, sign: Sign, statement: Statement): void {
  const edge = at.edgeOf(statement);
  if (edge) {
    signs.put(sign, lines.paint(edge, SIGNS[sign].colour), ON_LINE);
    return;
  }
  const box = at.boxOf(statement.items[0]);
  // Along the left side of the item, under each other.
  if (box)
    signs.put(
      sign,
      [
        [box.x - R - 1, box.y + box.height / 2],
        [box.x - R - 1, box.y + box.height / 2 + 10 * R],
      ],
      [0, 0.21, 0.42, 0.63, 0.84],
    );
}

/** @returns whether there was where to draw it */
function markMissing({ at, signs, lines }: Drawing, { from, to, toSet }: Statement): boolean {
  const a = at.boxOf(at.itemOf(from));
  const b = toSet ? undefined : at.boxOf(at.itemOf(to));
  if (!a || !b || a === b) return false;
  const ends: Point[] = [leaving(a, middleOf(b)), leaving(b, middleOf(a))];
  lines.under.push({
    type: 'path',
    d: pathThrough(ends, false),
    stroke: SIGNS.missing.colour,
    width: WIDTH,
    dash: [5, 4],
    round: true,
  });
  signs.put('missing', ends, IN_MIDDLE);
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
  const taken = [...scene.items.map(({ box }) => grown(box, 1)), ...wordsOfLines(scene, fonts)];
  const drawing = { at: placed(scene, chart, comparison), signs: new Signs(taken), lines: new Lines(scene) };
  const counts: Record<Sign, number> = { same: 0, phrase: 0, turned: 0, missing: 0, extra: comparison.extra.length };
  const undrawn: string[] = [];
  for (const { verdict, own } of comparison.compared) {
    counts[verdict]++;
    if (own) markOwn(drawing, verdict, own);
  }
  for (const statement of comparison.extra) markOwn(drawing, 'extra', statement);
  // Last, where the others left room.
  for (const { own, model } of comparison.compared)
    if (!own && !markMissing(drawing, model)) undrawn.push(sentence(model));
  const { lines, signs } = drawing;
  const over = [...(scene.over ?? []), ...lines.over, ...signs.marks];
  const under = [...(scene.under ?? []), ...lines.under];
  const more = undrawn.length - MOST_LISTED;
  return foot({ ...scene, over, under, links: lines.links() }, chart, fonts, [
    ...ORDER.filter((sign) => counts[sign] > 0).map((sign) => ({
      sign,
      text: `${counts[sign]} ${SIGNS[sign].label}`,
      strong: true,
    })),
    ...undrawn.slice(0, MOST_LISTED).map((text) => ({ sign: 'missing' as const, text })),
    ...(more > 0 ? [{ sign: 'missing' as const, text: `and ${more} more` }] : []),
  ]);
}
