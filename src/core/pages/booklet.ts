/**
 * A booklet: the chart split by branch over pages, so that each prints at least the size that was chosen, with an overview
 * of the pages before them and an index of names after them.
 */
import { apply, asOne, type Chart, emptyChart, firstOrders, type Page, treeOf } from '../chart';
import { arranged as arrangedAs, onto, type Prepared, paint, prepare, SUBTITLE, smallestSet } from '../compose';
import { inFont } from '../faces';
import { type FitAllowed, matterOf } from '../kinds';
import { grownArea, sheetPoints } from '../layout';
import { byFamily } from '../list';
import type { Scene } from '../scene';
import { type Fonts, shortened } from '../text';
import { columnPages, type Entry, type PageSet } from './columns';
import { partOf } from './part';
import { membersOf, type Part, split } from './split';

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

/** Superiors of an item from the top down, those in the middle left out where they are many. */
function chainText(chart: Chart, id: string, unnamed: string): string {
  const names: string[] = [];
  for (let at = chart.items[id]!.parent; at !== null; at = chart.items[at]!.parent)
    names.unshift(nameOf(chart, at, unnamed));
  return (names.length > 4 ? [names[0]!, '…', ...names.slice(-2)] : names).join(' › ');
}

/** A part arranged as the chart is, or where that is too small as it fits best; and the scale it gets on its page. */
function arranged(own: Prepared, needed: number, most: number, fonts: Fonts): { prepared: Prepared; scale: number } {
  const scaled = (prepared: Prepared) => ({
    prepared,
    scale: onto(prepared, arrangedAs(prepared), fonts).place.scale,
  });
  const plain = scaled(own);
  const { room, chart } = own.input;
  if (plain.scale >= needed * NEAR || !room || !own.kind.fit) return plain;
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
  if (!kind.splits || !room || structure.order.length === 0) return undefined;
  const least = page.least ?? LEAST_INITIAL;
  const unit = smallestSet(whole) ?? least;
  const wanted = Math.min(1, least / unit);

  const drawn = new Set(structure.order);
  const tree = treeOf(chart.items);
  const childrenOf = (id: string) => {
    const children = structure.folded?.has(id) ? [] : tree.childrenOf(id);
    return children.length > 0 && (structure.folded || whole.inside.size > 0)
      ? children.filter((child) => drawn.has(child))
      : children;
  };
  // Boxes grown by half the least gap on every side do not overlap: so much area a page has at the scale that is wanted.
  const gap = kind.splits(chart);
  const capacity = grownArea({ width: room.width / wanted, height: room.height / wanted }, gap);
  const weight = (id: string) => grownArea(whole.sizes.get(id)!, gap);
  const partWith = (
    part: Part,
    members: readonly string[],
    continues: ReadonlyMap<string, string>,
    subtitle = page.subtitle!,
  ) => partOf(whole, { members, heads: part.heads, continues, page: { ...page, subtitle } });
  const goingOn = (part: Part, members: readonly string[], cut: ReadonlySet<string>) =>
    members.filter((id) => cut.has(id) && !part.heads.includes(id));
  const second = Object.values(chart.links).filter(
    ({ role, from, to }) => kind.draws.roles.indexOf(role) > 0 && drawn.has(from) && drawn.has(to),
  );
  /** Where the other ends are of lines beside the tree that leave a page, by the end that is on it. */
  function leaving(members: readonly string[], pageOf: (id: string) => string): Map<string, string> {
    const within = new Set(second.length > 0 ? members : []);
    const found = new Map<string, Map<string, Set<string>>>();
    for (const { from, to, role } of second) {
      if (within.has(from) === within.has(to)) continue;
      const [here, there] = within.has(from) ? [from, to] : [to, from];
      const own = found.get(here) ?? new Map<string, Set<string>>();
      found.set(here, own.set(role, (own.get(role) ?? new Set()).add(pageOf(there))));
    }
    const said = ([role, pages]: readonly [string, ReadonlySet<string>]) =>
      `${role.replaceAll('-', ' ')}: ${pages.size > 1 ? 'pages' : 'page'} ${[...pages].join(', ')}`;
    return new Map([...found].map(([id, roles]) => [id, [...roles].map(said).join(' · ')]));
  }
  /** What plates say on a page: where a branch goes on, and where lines lead. */
  const platesOf = (going: ReadonlyMap<string, string>, lines: ReadonlyMap<string, string>) =>
    new Map(
      [...new Set([...going.keys(), ...lines.keys()])].map((id) => [
        id,
        [going.get(id), lines.get(id)].filter((words) => words !== undefined).join(' · '),
      ]),
    );

  const { parts, cut } = split({
    tops: tree.tops.filter((id) => drawn.has(id)),
    childrenOf,
    weight,
    most: capacity,
    fits: (part, members, so) => {
      const going = new Map(goingOn(part, members, so).map((id) => [id, pagesText([10, 12])]));
      const continues = platesOf(
        going,
        leaving(members, () => '10'),
      );
      return arranged(partWith(part, members, continues), wanted, wanted, fonts).scale >= wanted * NEAR;
    },
    tell: (done) => tell(done * 0.7),
  });
  const bound = Math.max(1, Math.ceil(structure.order.reduce((sum, id) => sum + weight(id), 0) / capacity - 1e-9));

  // Where each item has its own place: as a member of a page rather than as the head that a page begins with again.
  const members = parts.map((part) => membersOf(part, childrenOf, cut));
  const placeOf = new Map<string, number>();
  for (const [i, part] of parts.entries())
    for (const id of members[i]!) if (!part.heads.includes(id)) placeOf.set(id, i);
  for (const [i, part] of parts.entries()) for (const id of part.heads) if (!placeOf.has(id)) placeOf.set(id, i);
  const itemsOf = parts.map((_, i) => members[i]!.filter((id) => placeOf.get(id) === i));
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
        nameIndex(chart, structure.order, (id) => numberOf(placeOf.get(id)!)),
        least,
        fonts,
      )
    : NO_PAGES;
  const of = front.count + parts.length + index.count;

  /** The pages on which what stands under a cut item goes on. */
  const pagesFrom = (id: string) => parts.flatMap(({ heads }, i) => (heads.includes(id) ? [numberOf(i)] : []));
  const drawnParts = parts.map((part, i): BookletPage => {
    const going = new Map(goingOn(part, members[i]!, cut).map((id) => [id, pagesText(pagesFrom(id))]));
    const lines = [...leaving(members[i]!, (id) => String(numberOf(placeOf.get(id)!)))];
    // What a page only begins with again says so where it has its own place.
    const continues = platesOf(going, new Map(lines.filter(([id]) => placeOf.get(id) === i)));
    const own = partWith(part, members[i]!, continues, subtitleOf(i));
    const { prepared } = arranged(own, wanted, Math.min(1, wanted * LARGEST), fonts);
    const { scene, smallest } = paint(prepared, fonts, { page: numberOf(i), of });
    tell(0.7 + (0.3 * (i + 1)) / parts.length);
    return { kind: 'part', scene, heads: part.heads, items: itemsOf[i]!, smallest };
  });
  function subtitleOf(i: number): string {
    const { heads, only } = parts[i]!;
    const same = parts.flatMap((part, n) => (part.only && part.heads[0] === heads[0] ? [n] : []));
    const share = only ? ` · ${same.indexOf(i) + 1} of ${same.length} pages under ${contents[i]!.text}` : '';
    const from = new Set(
      heads.flatMap((head) => {
        const place = placeOf.get(head)!;
        return place === i ? [] : [`From page ${numberOf(place)}: ${chainText(chart, head, matter.unnamed)}`];
      }),
    );
    const line = `${[...from].join(' · ') || single.subtitle || ''}${share}` || ' ';
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
  const about = (at: number, { count }: Content) => `page ${at} · ${count} ${count === 1 ? matter.item : matter.items}`;
  const items = contents.map((content, i) => ({
    id: `p${i}`,
    parent: content.under === undefined ? null : `p${content.under}`,
    order: orders[i]!,
    // With the overview before it, which takes one page where it is a picture.
    fields: { name: content.text, post: about(i + 2, content) },
  }));
  const chart: Chart = {
    ...emptyChart(kind.id, whole.title),
    house: whole.house,
    ...(whole.brand !== undefined && { brand: whole.brand }),
    ...(whole.font !== undefined && { font: whole.font }),
    page: { ...page, subtitle: 'Overview of the pages', key: false, tierHeadings: false },
    items: Object.fromEntries(items.map((item) => [item.id, item])),
  };
  const { prepared, scale } = arranged(prepare(chart, fonts, { asIs: true }), 1, 1, fonts);
  const unit = smallestSet(prepared) ?? least;
  if (unit * scale >= least * NEAR)
    return { count: 1, draw: (first, of) => [paint(prepared, fonts, { page: first, of }).scene] };
  const level = (i: number): number => {
    const { under } = contents[i]!;
    return under === undefined ? 0 : level(under) + 1;
  };
  let pages = 1;
  for (;;) {
    const entries = contents.map((content, i) => ({
      text: content.text,
      quiet: `${content.count} ${matter.items}`,
      page: pages + i + 1,
      level: Math.min(12, level(i)),
    }));
    const list = columnPages(chart, entries, least, fonts);
    if (list.count === pages) return list;
    pages = list.count;
  }
}

/** Names in the order of a dictionary, with the page on which each stands. */
function nameIndex(chart: Chart, ids: readonly string[], pageOf: (id: string) => number): Entry[] {
  const { compare } = new Intl.Collator(chart.language ?? 'en');
  // Where it was said which part is the family name, an index goes by it.
  const order = chart.nameOrder ? byFamily(chart.nameOrder, compare) : compare;
  return ids
    .flatMap((id) => {
      const { name = '', post = '' } = chart.items[id]!.fields;
      return name === '' ? [] : [{ text: name, quiet: post, page: pageOf(id), level: 0 }];
    })
    .sort((a, b) => order(a.text, b.text) || a.page - b.page);
}
