/** What stands before and after the pages of a booklet: an overview of them, and an index of names. */
import { type Chart, emptyChart, firstOrders, type Page } from '../chart';
import { type Prepared, paint, prepare, smallestSet } from '../compose';
import { type KindDrawn, kindsDrawn, matterOf } from '../kinds';
import { byFamily } from '../list';
import type { Fonts } from '../text';
import { columnPages, type Entry, type PageSet } from './columns';
import { arranged, NEAR } from './legible';

/** What a page of the booklet holds, and the page it goes on from. */
export interface Content {
  readonly text: string;
  readonly count: number;
  readonly under: number | undefined;
}

/** The pages as a chart of their own; where that would print too small, as a list. */
export function overview(
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
export function nameIndex(
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
