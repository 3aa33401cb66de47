/** Lines as somebody set them by hand, in any kind: their sides, their bends, and the words on them. */
import type { Chart, LineByHand } from '../chart';
import { type ArrangedLink, type Arrangement, dockIn, type PlacedWords, type Size } from '../kinds';
import { LINE_GAP, type Obstacle, type Point, partedAt, wayByHand } from '../layout';

/** What was set by hand on a line that was arranged. */
export const handOf = ({ links, items }: Pick<Chart, 'links' | 'items'>, { id, said }: ArrangedLink) =>
  id === undefined ? items[said ?? '']?.line : links[id]?.line;

/** From where the points to bend at are counted. */
export const middleOf = (from: Obstacle, to: Obstacle): Point => [
  (from.low[0] + from.high[0] + to.low[0] + to.high[0]) / 4,
  (from.low[1] + from.high[1] + to.low[1] + to.high[1]) / 4,
];

/** Straight pieces as one curve that passes through their ends (Catmull and Rom 1974, as Bézier curves). */
function smooth(points: readonly Point[]): Point[] {
  const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))]!;
  return points.flatMap((point, i): Point[] => {
    if (i === 0) return [point];
    const [a, b, c, d] = [at(i - 2), at(i - 1), point, at(i + 1)];
    return [
      [b[0] + (c[0] - a[0]) / 6, b[1] + (c[1] - a[1]) / 6],
      [c[0] - (d[0] - b[0]) / 6, c[1] - (d[1] - b[1]) / 6],
      c,
    ];
  });
}

function bent(link: ArrangedLink, line: LineByHand, from: Obstacle, to: Obstacle): ArrangedLink {
  const bends = line.bends ?? [];
  const docks = link.docked ? {} : { from: dockIn(line.from), to: dockIn(line.to) };
  if (bends.length === 0 && !docks.from && !docks.to) return link;
  const [x, y] = middleOf(from, to);
  const hand = { ...docks, bends: bends.map(({ dx, dy }): Point => [x + dx, y + dy]) };
  const computed = link.curved ? [link.points[0]!, link.points.at(-1)!] : link.points;
  const points = wayByHand(computed, hand, from, to, LINE_GAP);
  const { words, ways: _, ...rest } = link;
  // Drawn once where two share it, it stays with the one that draws it.
  if (link.ways?.length === 0) return { ...link, points };
  if (!words) return { ...rest, points: link.curved ? smooth(points) : points };
  const { width, height } = words.words;
  const { middle, ways } = partedAt(points, { width, height }, LINE_GAP);
  const placed: PlacedWords = { ...words, x: middle[0] - width / 2, y: middle[1] - height / 2 };
  return { ...rest, points, curved: false, ways, words: placed };
}

/** An arrangement with the lines that were set by hand. @returns also how far they reach beyond it */
export function linesByHand(
  arrangement: Arrangement,
  chart: Pick<Chart, 'links' | 'items'>,
  sizes: ReadonlyMap<string, Size>,
): Arrangement {
  const { boxes, boxScale = 1 } = arrangement;
  const boxOf = (id: string): Obstacle => {
    const [x, y] = boxes.get(id)!;
    const { width, height } = sizes.get(id)!;
    return { low: [x, y], high: [x + width * boxScale, y + height * boxScale] };
  };
  let links: ArrangedLink[] | undefined;
  const reach = { left: 0, top: 0, right: arrangement.width, bottom: arrangement.height };
  for (const [i, link] of arrangement.links.entries()) {
    const line = handOf(chart, link);
    if (!line || !boxes.has(link.from) || !boxes.has(link.to)) continue;
    const next = bent(link, line, boxOf(link.from), boxOf(link.to));
    if (next === link) continue;
    links ??= [...arrangement.links];
    links[i] = next;
    for (const [x, y] of next.points) {
      reach.left = Math.min(reach.left, x - EDGE);
      reach.top = Math.min(reach.top, y - EDGE);
      reach.right = Math.max(reach.right, x + EDGE);
      reach.bottom = Math.max(reach.bottom, y + EDGE);
    }
  }
  return links ? { ...arrangement, links, reach } : arrangement;
}

/** Room for half the width of a line. */
const EDGE = 2;
