/** Marks of the lines between items: their ways, ends and words, in the picture's own units. */
import type { LineLook, Look } from '../chart';
import { definedOf } from '../defined';
import type { ArrangedLink, PlacedWords } from '../kinds';
import { type Point, withGap, withoutRepeats } from '../layout';
import { dashOf, grown, type LineHead, type Mark, outlines, pathThrough, type Scene, type SceneEdge } from '../scene';
import type { House } from '../style';
import type { Fonts } from '../text';
import { drawWords } from './draw';
import { hopsOf, partKey, wayPath } from './ways';

const HEAD = { length: 6, width: 4.4, dot: 2.4 };

/** A filled head at the end of a way, or a dot there. */
function headOf(points: readonly Point[], end: Exclude<Look['lineEnd'], 'plain'>): string {
  const [x, y] = points.at(-1)!;
  const [fx, fy] = points.findLast(([px, py]) => Math.hypot(px - x, py - y) > 0.01) ?? [x, y - 1];
  const angle = Math.atan2(y - fy, x - fx);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  if (end !== 'arrow') {
    const [cx, cy] = [x - HEAD.dot * cos, y - HEAD.dot * sin];
    return outlines('circle', { x: cx - HEAD.dot, y: cy - HEAD.dot, width: 2 * HEAD.dot, height: 2 * HEAD.dot })[0]!;
  }
  const corner = (back: number, aside: number): Point => [x - back * cos - aside * sin, y - back * sin + aside * cos];
  return `${pathThrough([[x, y], corner(HEAD.length, HEAD.width / 2), corner(HEAD.length, -HEAD.width / 2)], false)}Z`;
}

type DrawnLine = Pick<Look, keyof LineLook>;
const stroke = ({ lineWidth, lineDash, lineColour }: Pick<DrawnLine, 'lineWidth' | 'lineDash' | 'lineColour'>) => {
  const dash = dashOf(lineDash, lineWidth);
  return { stroke: lineColour, width: lineWidth, ...(dash && { dash }) };
};

const backOf = ({ x, y, words: { width, height } }: PlacedWords, house: House): Mark => ({
  type: 'path',
  d: outlines('soft', grown({ x, y, width, height }, 1.5))[0]!,
  fill: house.sheet,
});

/** The pieces of a line, its free ends moved. */
function gapped(ways: readonly (readonly Point[])[], gap: number): readonly (readonly Point[])[] {
  if (ways.length === 1) return [withGap(ways[0]!, gap)];
  return ways.map((way, i) => {
    if (i > 0 && i < ways.length - 1) return way;
    const moved = withGap(way, gap);
    // Its other end is at words or at another piece.
    return i === 0 ? [...moved.slice(0, -1), way.at(-1)!] : [way[0]!, ...moved.slice(1)];
  });
}

/** What stands at the ends of a line. */
export const lineHeads =
  (lookOf: (tier: number) => Look, ownOf: (link: ArrangedLink) => LineLook | undefined) =>
  (link: ArrangedLink): Pick<SceneEdge, 'start' | 'end'> => {
    const own = ownOf(link);
    const { lineStart, lineEnd } = { ...lookOf(link.tier), ...definedOf({ ...link.look, ...own }) };
    // A head that a line has by what it says is taken off only by who asks for a plain end of it.
    const end = lineEnd === 'plain' && link.arrow && own?.lineEnd === undefined ? 'arrow' : lineEnd;
    return { ...(lineStart !== 'plain' && { start: lineStart }), ...(end !== 'plain' && { end }) };
  };

/** Lines that leave one item and look alike, as one mark: what they share is drawn once. */
export function drawLinks(
  links: readonly ArrangedLink[],
  joins: readonly ArrangedLink['points'][],
  lookOf: (tier: number) => Look,
  /** What was set on a link's role and on the link itself. */
  ownOf: (link: ArrangedLink) => LineLook | undefined,
  house: House,
  fonts: Fonts,
  hops = false,
  /** Places of lines among those that can be picked. */
  placeOf: ReadonlyMap<ArrangedLink, number> = new Map(),
): Scene['links'] {
  const headsOf = lineHeads(lookOf, ownOf);
  const groups = new Map<string, { from: string; look: DrawnLine; own: ArrangedLink[] }>();
  for (const link of links) {
    const set = ownOf(link);
    const special = set ? { ...link.look, ...set } : link.look;
    const key = `${link.from} ${link.tier} ${special ? JSON.stringify(special) : ''}`;
    const group = groups.get(key);
    if (group) group.own.push(link);
    else groups.set(key, { from: link.from, look: { ...lookOf(link.tier), ...definedOf(special ?? {}) }, own: [link] });
  }
  // Broken lines first: where they share a trunk with whole ones, the whole line is seen.
  const broken = (look: DrawnLine) => (look.lineDash === 'solid' ? 1 : 0);
  const ordered = [...groups].sort(([, a], [, b]) => broken(a.look) - broken(b.look));
  const bundles = ordered.map(([key, { from, look, own }]) => {
    const ways = (curved: boolean) =>
      own
        .filter((link) => link.curved === curved)
        .flatMap((link) => (link.ways ? gapped(link.ways, look.lineGap) : [withGap(link.points, look.lineGap)]));
    const rounded = look.line === 'rounded';
    const cornered = ways(false).filter((way) => way.length > 1);
    // Where corners are rounded each way is drawn whole, as a trunk that ends in a corner would be left open there.
    return {
      key,
      from,
      look,
      own,
      rounded,
      curves: ways(true),
      straight: rounded ? cornered : withoutRepeats(cornered),
    };
  });
  const flat = bundles.flatMap(({ straight, from }) => straight.map((way) => ({ way, from })));
  const hopping = hops
    ? hopsOf(
        flat.map(({ way }) => way),
        flat.map(({ from }) => from),
      )
    : undefined;
  let first = 0;
  const drawn = bundles.map(({ key, from, look, own, rounded, curves, straight }) => {
    const begin = first;
    first += straight.length;
    const d = [
      ...straight.flatMap((way, i) =>
        way.length < 2
          ? []
          : [wayPath(way, rounded, hopping && ((part) => hopping.get(partKey(begin + i, part)) ?? []))],
      ),
      ...curves.map((way) => pathThrough(way, true)),
    ].join('');
    const headAt = (end: LineHead | undefined, way: () => readonly Point[]) => {
      if (end === undefined) return [];
      const own = way();
      return own.length < 2 ? [] : [{ end, d: headOf(withGap(own, look.lineGap), end) }];
    };
    const heads = own.flatMap((link) => {
      // Drawn by another link where it has no ways of its own.
      if (link.ways?.length === 0) return [];
      const { start, end } = headsOf(link);
      return [
        ...headAt(end, () => link.ways?.at(-1) ?? link.points),
        ...headAt(start, () => [...(link.ways?.[0] ?? link.points)].reverse()),
      ];
    });
    const marks: Mark[] = d === '' ? [] : [{ type: 'path', d, ...stroke(look) }];
    for (const ring of [false, true]) {
      const own = heads.filter(({ end }) => (end === 'ring') === ring);
      if (own.length === 0) continue;
      const open = ring && { stroke: look.lineColour, width: Math.max(0.75, look.lineWidth) };
      marks.push({
        type: 'path',
        d: own.map(({ d }) => d).join(''),
        fill: ring ? house.sheet : look.lineColour,
        ...open,
      });
    }
    for (const { words, tier } of own) {
      if (!words) continue;
      if (lookOf(tier).wordBack) marks.push(backOf(words, house));
      marks.push(...drawWords(words, house, fonts));
    }
    const edges = own.flatMap((link) => placeOf.get(link) ?? []);
    return { key, from, marks, ...(edges.length === own.length && { edges }) };
  });
  if (joins.length === 0) return drawn;
  const d = joins.map((way) => pathThrough(way, false)).join('');
  return [{ key: 'join', marks: [{ type: 'path', d, ...stroke(lookOf(1)) }] }, ...drawn];
}
