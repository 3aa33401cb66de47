/**
 * A booklet: the chart split by branch over pages, so that each prints at least the size that was chosen, with an overview
 * of the pages before them and an index of names after them.
 */
import { apply, asOne, type Chart, emptyChart, firstOrders, type Page, walk } from '../chart';
import {
  alternatives,
  arranged as arrangedAs,
  onto,
  type Prepared,
  paint,
  prepare,
  SUBTITLE,
  smallestOf,
  smallestSet,
} from '../compose';
import { inFont } from '../faces';
import { type FitAllowed, type KindDrawn, kindsDrawn, type Lead, matterOf, type OnPage, seenOf } from '../kinds';
import { grownArea, sheetPoints } from '../layout';
import { byFamily } from '../list';
import type { Scene } from '../scene';
import { type Fonts, shortened } from '../text';
import { columnPages, type Entry, type PageSet } from './columns';
import { partOf } from './part';
import { type Members, membersOf, type Part, split } from './split';

/** Size in points at which the smallest words print at least, where none was chosen. */
export const LEAST_INITIAL = 7;
/** Pages may print larger than they must, up to this much: sizes stay alike from page to page. */
const LARGEST = 1.25;
const QUICK: FitAllowed = { direction: false, branches: true, gaps: true, order: false, quick: true };
/** Measures round off: a page that prints this near to the size is at it. */
const NEAR = 1 - 1e-6;

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

/** A part as it stands on its page. */
interface Standing {
  readonly prepared: Prepared;
  readonly scale: number;
  /** Its smallest words, in boxes of the whole or on its own lines, print as large as they should, or as they are set. */
  readonly isLegible: boolean;
}

/**
 * A part arranged as the chart is, or where that is too small as it fits best.
 * @param unit size of the smallest words in boxes, in the picture's own units
 * @param least size at which words should print, in points
 * @param most largest scale that is wanted
 */
function arranged(own: Prepared, unit: number, least: number, most: number, fonts: Fonts): Standing {
  const scaled = (prepared: Prepared): Standing => {
    const arrangement = arrangedAs(prepared);
    const { scale } = onto(prepared, arrangement, fonts).place;
    const smallest = Math.min(unit, smallestOf(prepared, arrangement) ?? unit);
    return { prepared, scale, isLegible: scale >= Math.min(1, least / smallest) * NEAR };
  };
  const plain = scaled(own);
  const { room, chart } = own.input;
  if (plain.isLegible || !room) return plain;
  if (!own.kind.fit) {
    let best = plain;
    for (const choices of alternatives(own.kind.choices, chart.arrangement).slice(1)) {
      const input = { ...own.input, chart: { ...chart, arrangement: { ...chart.arrangement, ...choices } } };
      const tried = scaled({ ...own, input });
      if (tried.isLegible) return tried;
      if (tried.scale > best.scale) best = tried;
    }
    return best;
  }
  const { best } = own.kind.fit({ ...own.input, room }, QUICK, most, () => {});
  if (best.scale <= plain.scale || best.changes.length === 0) return plain;
  const changed = apply(chart, asOne(best.changes));
  if (!changed.ok) return plain;
  const { arrangement, items } = changed.chart;
  const fitted = scaled({
    ...own,
    chart: { ...own.chart, arrangement, items: { ...own.chart.items, ...items } },
    input: { ...own.input, chart: changed.chart },
  });
  return fitted.scale > plain.scale ? fitted : plain;
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

/** What a page of the booklet holds, and the page it goes on from. */
interface Content {
  readonly text: string;
  readonly count: number;
  readonly under: number | undefined;
}

/** The pages as a chart of their own; where that would print too small, as a list. */
function overview(
  { kind, input: { chart: whole } }: Prepared,
  page: Page,
  contents: readonly Content[],
  least: number,
  fonts: Fonts,
): PageSet {
  const matter = matterOf(kind, whole);
  const orders = firstOrders(contents.length);
  const countOf = ({ count }: Content) => `${count} ${count === 1 ? matter.item : matter.items}`;
  const items = contents.map((content, i) => ({
    id: `p${i}`,
    parent: content.under === undefined ? null : `p${content.under}`,
    order: orders[i]!,
    // With the overview before it, which takes one page where it is a picture.
    fields: { name: content.text, post: `page ${i + 2} · ${countOf(content)}` },
  }));
  const chart: Chart = {
    // Pages stand under the pages that they go on from: a plain tree, which the first kind draws, whatever these are of.
    ...emptyChart(kindsDrawn[0]!.id, whole.title),
    house: whole.house,
    ...(whole.brand !== undefined && { brand: whole.brand }),
    ...(whole.font !== undefined && { font: whole.font }),
    page: { ...page, subtitle: 'Overview of the pages', key: false, tierHeadings: false },
    items: Object.fromEntries(items.map((item) => [item.id, item])),
  };
  const own = prepare(chart, fonts, { asIs: true });
  const unit = smallestSet(own) ?? least;
  const { prepared, scale } = arranged(own, unit, unit, 1, fonts);
  if (scale * unit >= least * NEAR)
    return { count: 1, draw: (first, of) => [paint(prepared, fonts, { page: first, of }).scene] };
  const level = (i: number): number => {
    const { under } = contents[i]!;
    return under === undefined ? 0 : level(under) + 1;
  };
  let pages = 1;
  for (;;) {
    const entries = contents.map((content, i) => ({
      text: content.text,
      quiet: countOf(content),
      page: pages + i + 1,
      level: Math.min(12, level(i)),
    }));
    const list = columnPages(chart, entries, least, fonts);
    if (list.count === pages) return list;
    pages = list.count;
  }
}

/** Names in the order of a dictionary, with the page on which each stands. */
function nameIndex(
  chart: Chart,
  kind: Pick<KindDrawn, 'line'>,
  ids: readonly string[],
  pageOf: (id: string) => number,
): Entry[] {
  const { tail = '' } = kind.line(chart);
  const { compare } = new Intl.Collator(chart.language ?? 'en');
  // Where it was said which part is the family name, an index goes by it.
  const order = chart.nameOrder ? byFamily(chart.nameOrder, compare) : compare;
  return ids
    .flatMap((id) => {
      const { name = '', [tail]: quiet = '' } = chart.items[id]!.fields;
      return name === '' ? [] : [{ text: name, quiet, page: pageOf(id), level: 0 }];
    })
    .sort((a, b) => order(a.text, b.text) || a.page - b.page);
}
