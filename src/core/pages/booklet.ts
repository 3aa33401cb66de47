/**
 * A booklet: the chart split by branch over pages, so that each prints at least the size that was chosen, with an overview
 * of the pages before them and an index of names after them.
 */
import { type Chart, type Page, walk } from '../chart';
import { paint, prepare, SUBTITLE, smallestSet } from '../compose';
import { inFont } from '../faces';
import { type Lead, matterOf, type OnPage, seenOf } from '../kinds';
import { grownArea, sheetPoints } from '../layout';
import type { Scene } from '../scene';
import { type Fonts, shortened } from '../text';
import { columnPages, type PageSet } from './columns';
import { type Content, nameIndex, overview } from './contents';
import { arranged } from './legible';
import { partOf } from './part';
import { type Members, membersOf, type Part, split } from './split';

/** Size in points at which the smallest words print at least, where none was chosen. */
export const LEAST_INITIAL = 7;
/** Pages may print larger than they must, up to this much: sizes stay alike from page to page. */
const LARGEST = 1.25;
export interface BookletPage {
  readonly kind: 'overview' | 'part' | 'index';
  readonly scene: Scene;
  /** Of a part: its heads, and the items that have their own place on it. */
  readonly heads: readonly string[];
  readonly items: readonly string[];
  /** Size at which its smallest words print, in points. */
  readonly smallest: number | null;
}

export interface Booklet {
  readonly pages: readonly BookletPage[];
  /** Pages of parts, without overview and index. */
  readonly parts: number;
  /** Fewer are not possible, by the area that the boxes take at that size. */
  readonly bound: number;
  /** Size that was asked for, in points. */
  readonly least: number;
}

const nameOf = (chart: Chart, id: string, unnamed: string) => chart.items[id]!.fields['name'] || unnamed;

/** Names of those an item stands under from the top down, those in the middle left out where they are many. */
function chainText(chart: Chart, id: string, above: ReadonlyMap<string, string>, unnamed: string): string {
  const names: string[] = [];
  for (let at = above.get(id); at !== undefined; at = above.get(at)) names.unshift(nameOf(chart, at, unnamed));
  return (names.length > 4 ? [names[0]!, '…', ...names.slice(-2)] : names).join(' › ');
}

/**
 * @param tell how far it has come, from 0 to 1
 * @returns undefined where the kind can't be split, the chart is empty, or the page is as large as the picture
 */
export function booklet(chart: Chart, fonts: Fonts, tell: (done: number) => void = () => {}): Booklet | undefined {
  const { over: _, ...single } = chart.page;
  // The line under the title says where a page belongs: it takes its room on all of them.
  const page: Page = { ...single, numbers: true, subtitle: ' ' };
  const whole = prepare({ ...chart, page }, fonts, { asIs: true });
  const { kind, input } = whole;
  const matter = matterOf(kind, chart);
  // What containers hold goes with them.
  const { room, structure } = input;
  if (!kind.branches || !room || structure.order.length === 0) return undefined;
  const branches = kind.branches(input.chart, structure);
  const least = page.least ?? LEAST_INITIAL;
  const unit = smallestSet(whole) ?? least;
  const wanted = Math.min(1, least / unit);

  /** The item that a line draws; lines that only name one refer to it where it is on another page. */
  const drawnBy = (line: string) => structure.standsFor?.get(line) ?? line;
  const drawn = new Set([...structure.order, ...(structure.standsFor?.keys() ?? [])]);
  const childrenOf = (id: string) => {
    const children = structure.folded?.has(id) ? [] : branches.childrenOf(id);
    return children.length > 0 && (structure.folded || whole.inside.size > 0)
      ? children.filter((child) => drawn.has(child))
      : children;
  };
  const besidesOf = branches.besidesOf?.bind(branches);
  // Boxes grown by half the least gap on every side do not overlap: so much area a page has at the scale that is wanted.
  const { gap } = branches;
  const capacity = grownArea({ width: room.width / wanted, height: room.height / wanted }, gap);
  const weight = (id: string) => grownArea(whole.sizes.get(drawnBy(id))!, gap);
  const partWith = (
    { heads }: Part,
    members: readonly string[],
    plates: ReadonlyMap<string, string>,
    subtitle = page.subtitle!,
  ) =>
    partOf(whole, {
      members,
      heads,
      plates,
      page: { ...page, subtitle },
      arrangement: branches.from?.(drawnBy(heads[0]!)),
    });
  const goingOn = (part: Part, { nodes }: Members, cut: ReadonlySet<string>) =>
    nodes.filter((id) => cut.has(id) && !part.heads.includes(id));
  /** What of items on a page is on others, by the item. */
  function leaving(
    part: Part,
    { nodes, all }: Members,
    cut: ReadonlySet<string>,
    pageOf: (id: string) => string,
  ): Map<string, string> {
    const within = new Set(all);
    const branching = new Set(nodes.filter((id) => cut.has(id) || part.heads.includes(id)));
    const on: OnPage = { has: (id) => within.has(id), goesOn: (id) => branching.has(id) };
    const found = new Map<string, string>();
    for (const id of all) {
      const leads: Lead[] = [...(branches.leads?.(id, on) ?? [])];
      // A line that only names an item which is elsewhere is drawn in its place.
      if (!within.has(drawnBy(id))) leads.push(['', drawnBy(id)]);
      const known = leads.filter(([, to]) => drawn.has(to));
      if (known.length === 0) continue;
      const pages = new Map<string, Set<string>>();
      for (const [words, to] of known) pages.set(words, (pages.get(words) ?? new Set()).add(pageOf(to)));
      found.set(id, [...pages].map(said).join(' · '));
    }
    return found;
  }
  /** What plates say on a page: where a branch goes on, and where lines lead. */
  const platesOf = (going: ReadonlyMap<string, string>, lines: ReadonlyMap<string, string>) =>
    new Map(
      [...new Set([...going.keys(), ...lines.keys()])].map((id) => [
        id,
        [going.get(id), lines.get(id)].filter((words) => words !== undefined).join(' · '),
      ]),
    );

  const tops = branches.tops.filter((id) => drawn.has(id));
  const above = new Map(walk({ tops, childrenOf }).flatMap(({ id }) => childrenOf(id).map((child) => [child, id])));
  const { parts, cut } = split({
    tops,
    childrenOf,
    besidesOf,
    weight,
    most: capacity,
    fits: (part, members, so) => {
      const going = new Map(goingOn(part, members, so).map((id) => [id, pagesText([10, 12])]));
      const plates = platesOf(
        going,
        leaving(part, members, so, () => '10'),
      );
      return arranged(partWith(part, members.all, plates), unit, least, wanted, fonts).isLegible;
    },
    tell: (done) => tell(done * 0.7),
  });
  const bound = Math.max(1, Math.ceil(structure.order.reduce((sum, id) => sum + weight(id), 0) / capacity - 1e-9));

  // Where each item has its own place: as a member of a page rather than as the head that a page begins with again.
  const members = parts.map((part) => membersOf(part, { childrenOf, besidesOf }, cut));
  const placeOf = new Map<string, number>();
  for (const [i, part] of parts.entries())
    for (const id of members[i]!.nodes) if (!part.heads.includes(id)) placeOf.set(id, i);
  for (const [i, part] of parts.entries()) for (const id of part.heads) if (!placeOf.has(id)) placeOf.set(id, i);
  // Who only stands beside others has a place where the first of them has.
  for (const [i, { all }] of members.entries()) for (const id of all) if (!placeOf.has(id)) placeOf.set(id, i);
  const seen = new Set(seenOf(structure));
  const itemsOf = parts.map((_, i) => members[i]!.all.filter((id) => placeOf.get(id) === i && seen.has(id)));
  const several = parts.length > 1;
  const contents = parts.map(({ heads }, i): Content => {
    const place = placeOf.get(heads[0]!)!;
    return {
      text: heads.map((id) => nameOf(chart, id, matter.unnamed)).join(', '),
      count: itemsOf[i]!.length,
      under: place === i ? undefined : place,
    };
  });
  const front = several ? overview(whole, page, contents, least, fonts) : NO_PAGES;
  const numberOf = (part: number) => front.count + part + 1;
  const index = several
    ? columnPages(
        { ...chart, page: { ...page, subtitle: 'Index of names' } },
        nameIndex(chart, kind, [...seen], (id) => numberOf(placeOf.get(id)!)),
        least,
        fonts,
      )
    : NO_PAGES;
  const of = front.count + parts.length + index.count;

  /** The pages on which what stands under a cut item goes on. */
  const pagesFrom = (id: string) => parts.flatMap(({ heads }, i) => (heads.includes(id) ? [numberOf(i)] : []));
  const drawnParts = parts.map((part, i): BookletPage => {
    const going = new Map(goingOn(part, members[i]!, cut).map((id) => [id, pagesText(pagesFrom(id))]));
    const lines = [...leaving(part, members[i]!, cut, (id) => String(numberOf(placeOf.get(id)!)))];
    // What a page only begins with again says so where it has its own place.
    const own = lines.filter(([id]) => placeOf.get(id) === i || !part.heads.includes(id));
    const plates = platesOf(going, new Map(own));
    const { prepared } = arranged(
      partWith(part, members[i]!.all, plates, subtitleOf(i)),
      unit,
      least,
      Math.min(1, wanted * LARGEST),
      fonts,
    );
    const { scene, smallest } = paint(prepared, fonts, { page: numberOf(i), of });
    tell(0.7 + (0.3 * (i + 1)) / parts.length);
    return { kind: 'part', scene, heads: part.heads, items: itemsOf[i]!, smallest };
  });
  function subtitleOf(i: number): string {
    const { heads, only } = parts[i]!;
    const same = parts.flatMap((part, n) => (part.only && part.heads[0] === heads[0] ? [n] : []));
    const share = only ? `${same.indexOf(i) + 1} of ${same.length} pages under ${contents[i]!.text}` : '';
    const from = new Set(
      heads.flatMap((head) => {
        const place = placeOf.get(head)!;
        if (place === i) return [];
        const chain = chainText(chart, head, above, matter.unnamed);
        return [`From page ${numberOf(place)}${chain === '' ? '' : `: ${chain}`}`];
      }),
    );
    const line = [[...from].join(' · ') || (single.subtitle ?? ''), share].filter(Boolean).join(' · ') || ' ';
    // On one line, as room was kept for one.
    return shortened(
      fonts,
      line,
      inFont(SUBTITLE.face, chart.font),
      SUBTITLE.size,
      sheetPoints(page)!.width - 2 * page.margin,
    );
  }
  const text = (scenes: readonly Scene[], as: 'overview' | 'index') =>
    scenes.map((scene): BookletPage => ({ kind: as, scene, heads: [], items: [], smallest: null }));
  return {
    pages: [
      ...text(front.draw(1, of), 'overview'),
      ...drawnParts,
      ...text(index.draw(numberOf(parts.length), of), 'index'),
    ],
    parts: parts.length,
    bound,
    least,
  };
}

const NO_PAGES: PageSet = { count: 0, draw: () => [] };

const pagesText = (pages: readonly number[]): string =>
  pages.length > 1 ? `pages ${pages[0]}–${pages.at(-1)}` : `page ${pages[0]}`;

/** What is elsewhere, and where: "dotted line: page 4". */
function said([words, pages]: readonly [string, ReadonlySet<string>]): string {
  const where = `${pages.size > 1 ? 'pages' : 'page'} ${[...pages].join(', ')}`;
  return words === '' ? where : `${words}: ${where}`;
}
