/** The views of a chart on the pages of one file: what there is, then each view, with ways from one to another. */
import type { Chart, View } from '../chart';
import { compose } from '../compose';
import { type KindOnPage, matterOf } from '../kinds';
import { sheetPoints } from '../layout';
import type { Scene } from '../scene';
import type { Fonts } from '../text';
import { viewed } from '../views';
import { LEAST_INITIAL } from './booklet';
import { columnPages } from './columns';
import { pagesOf } from './pages-of';

interface Drawn {
  readonly view: View;
  readonly chart: Chart;
  readonly scenes: readonly Scene[];
}

/** A page of the paper's own size, for what there is where the chart is as large as its picture. */
const onPaper = ({ page }: Chart): Chart['page'] =>
  sheetPoints(page) ? page : { ...page, size: 'A4', orientation: 'portrait', margin: 40 };

/** The one line that a view begins with; undefined where there is none. */
const headOf = ({ shows: { branches } }: View): string | undefined =>
  branches?.length === 1 ? branches[0] : undefined;

/**
 * @param views in the order in which they come
 * @param tell how far it has come, from 0 to 1
 * @returns first what there is, with the page of each, then the pages of each; empty where there are no views
 */
export function viewScenes(
  kind: KindOnPage,
  chart: Chart,
  views: readonly View[],
  fonts: Fonts,
  tell: (done: number) => void = () => undefined,
): Scene[] {
  if (views.length === 0) return [];
  const drawn = views.map((view, i): Drawn => {
    const { chart: own } = viewed(kind, chart, view);
    const over = own.page.over !== undefined && own.page.over !== 'one';
    const scenes = over ? pagesOf(own, fonts).scenes : [compose(own, fonts).scene];
    tell((i + 1) / views.length);
    return { view, chart: own, scenes };
  });
  const items = matterOf(kind, chart);
  const counted = (count: number) => `${count} ${count === 1 ? items.item : items.items}`;
  const cover: Chart = {
    ...chart,
    page: { ...onPaper(chart), showTitle: true, subtitle: 'What there is', key: false },
  };
  const contents = (first: number) => {
    let page = first;
    const entries = drawn.map(({ view, chart: own, scenes }) => {
      const entry = { text: view.name, quiet: counted(Object.keys(own.items).length), page, level: 0 };
      page += scenes.length;
      return entry;
    });
    return { entries, last: page - 1 };
  };
  let before = 1;
  let list = columnPages(cover, contents(2).entries, LEAST_INITIAL, fonts);
  while (list.count !== before) {
    before = list.count;
    list = columnPages(cover, contents(before + 1).entries, LEAST_INITIAL, fonts);
  }
  const { entries, last } = contents(before + 1);
  const placeOf = new Map(
    drawn.flatMap(({ view }, i) => {
      const head = headOf(view);
      return head === undefined ? [] : [[head, entries[i]!.page] as const];
    }),
  );
  const pages = drawn.flatMap(({ view, scenes }, i) => {
    const own = entries[i]!.page;
    return scenes.map((scene, n): Scene => {
      // A page of a booklet leads to pages of its own, which stand further on here.
      const within = (scene.leads ?? []).map((lead) => ({ ...lead, page: lead.page + own - 1 }));
      const others = scene.items.flatMap(({ id, box }) => {
        const page = placeOf.get(id);
        return page === undefined || page === own ? [] : [{ ...box, page }];
      });
      return { ...scene, called: n === 0 ? view.name : `${view.name} ${n + 1}`, leads: [...within, ...others] };
    });
  });
  return [...list.draw(1, last).map((scene) => ({ ...scene, called: 'What there is' })), ...pages];
}
