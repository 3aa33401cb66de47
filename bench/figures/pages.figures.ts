/** Fitting to a page, booklets and PDF. */
import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { trustList } from '../../demo/garden-trust';
import { apply, type Chart, defaultPage, type Page } from '../../src/core/chart';
import { arranged, compose, prepare } from '../../src/core/compose';
import { ALL_ALLOWED, fitChart } from '../../src/core/fit';
import { booklet } from '../../src/core/pages';
import { scenesPdf } from '../../src/server/pictures/pdf';
import { fonts } from '../../tests/support/fonts';
import { readAs } from '../../tests/support/kinds';
import { conceptList, decisionList, familyList } from '../outlines';
import { staffList } from '../staff';
import { median, ms, section, table } from './report';

const chartOf = (list: string, page: Partial<Page>): Chart => ({
  ...readAs('org', list).chart,
  page: { ...defaultPage, ...page },
});
const garden = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const pt = (value: number | null) => (value === null ? '-' : value.toFixed(2));

/** The part of the room on the page that the bounding box of the picture takes. */
function filled(chart: Chart): number {
  const prepared = prepare(chart, fonts);
  const { width, height } = arranged(prepared);
  const { scale } = compose(chart, fonts).page;
  const room = prepared.input.room!;
  return (width * height * scale * scale) / (room.width * room.height);
}

it('fitting', async () => {
  const rows: string[][] = [];
  const fills: number[] = [];
  for (const [name, list, page] of [
    ['garden, 40 posts, A4', garden, {}],
    ...[20, 35, 60, 90, 140].map((count) => [`staff, ${count} posts, A4`, staffList(count), {}] as const),
    ['staff, 500 posts, A3', staffList(500), { size: 'A3' }],
    ['trust, 480 posts, A3 portrait', trustList(), { size: 'A3', orientation: 'portrait' }],
    ['staff, 1,000 posts, A1', staffList(1_000), { size: 'A1' }],
  ] as const) {
    let chart = chartOf(list, page as Partial<Page>);
    const { page: own, settled } = compose(chart, fonts);
    const last = Object.keys(chart.items).at(-1)!;
    let n = 0;
    const edited = () => {
      const result = apply(chart, { type: 'edit-fields', id: last, fields: { name: `Name ${n++ % 10}` } });
      if (result.ok) chart = result.chart;
      return chart;
    };
    const typing = await median(5, () => compose(edited(), fonts, { settled }));
    const paused = await median(5, () => compose(edited(), fonts));
    const time = await median(1, () => fitChart(chart, fonts, ALL_ALLOWED));
    const { prints, plain, bound } = fitChart(chart, fonts, ALL_ALLOWED)!;
    fills.push(filled(chart));
    rows.push([
      name,
      pt(own.smallestText),
      (own.even ?? 1).toFixed(2),
      `${Math.round(100 * fills.at(-1)!)} %`,
      pt(prints),
      `${Math.round((100 * own.smallestText!) / prints!)} %`,
      pt(plain),
      pt(bound),
      `${ms(typing)} ms`,
      `${ms(paused)} ms`,
      `${ms(time)} ms`,
    ]);
  }
  const middle = fills.sort((x, y) => x - y)[Math.floor(fills.length / 2)]!;
  section(
    'Fit to the page',
    `Points at which the smallest words print: by itself, fitted in any direction, with all side by side, and the bound that no arrangement passes. Evenness from 0 to 1; the part of the room on the page that the picture's bounding box takes (median ${Math.round(100 * middle)} %). Times: of a letter typed, of the search when the typing pauses, of fitting.\n\n${table(['chart', 'by itself', 'even', 'filled', 'fitted', 'by itself to it', 'side by side', 'bound', 'letter', 'pause', 'fit'], rows)}`,
  );
}, 600_000);

it('booklets and PDF', async () => {
  const rows: string[][] = [];
  for (const [name, list, least] of [
    ['trust, 480 posts', trustList(), 6],
    ['trust, 480 posts', trustList(), 7],
    ['trust, 480 posts', trustList(), 8],
    ['staff, 3,000 posts', staffList(3_000), 7],
  ] as const) {
    const chart = chartOf(list, { least, orientation: 'portrait' });
    const time = await median(1, () => booklet(chart, fonts));
    const { pages, parts, bound } = booklet(chart, fonts)!;
    const pdf = await scenesPdf(pages.map(({ scene }) => scene));
    rows.push([
      name,
      `${least} pt`,
      `${ms(time)} ms`,
      String(parts),
      String(bound),
      String(pages.length),
      `${Math.round(pdf.length / 1e3)} kB`,
    ]);
  }
  const chart = chartOf(staffList(500), { size: 'A3' });
  const { scene } = compose(chart, fonts);
  const pdf = await median(5, () => scenesPdf([scene]));
  section(
    'Booklets and PDF',
    `On A4 portrait. Pages of the chart, the bound by area that fewer can't be, and all pages with overview and index.\n\n${table(['chart', 'at least', 'time', 'pages of the chart', 'bound', 'all pages', 'PDF'], rows)}\n\nA PDF of 500 posts on one page: ${ms(pdf)} ms (median of 5).`,
  );
}, 600_000);

it('booklets of other kinds', async () => {
  const rows: string[][] = [];
  for (const [name, kind, list, arrangement] of [
    ['family, 600 people and more', 'family', familyList(360), {}],
    ['decision tree, 500 steps', 'decision', decisionList(500), {}],
    ['concept map, 500 lines, in rows', 'concept', conceptList(500), { layout: 'rows' }],
    ['concept map, 500 lines, in rings', 'concept', conceptList(500), { layout: 'rings' }],
    ['concept map, 500 lines, free', 'concept', conceptList(500), { layout: 'free' }],
  ] as const) {
    const read = readAs(kind, list).chart;
    const chart = {
      ...read,
      arrangement: { ...read.arrangement, ...arrangement },
      page: { ...defaultPage, orientation: 'portrait' as const, least: 7 },
    };
    let made: ReturnType<typeof booklet>;
    const time = await median(1, () => {
      made = booklet(chart, fonts);
    });
    const { pages, parts, bound } = made!;
    rows.push([
      name,
      String(Object.keys(chart.items).length),
      `${ms(time)} ms`,
      String(parts),
      String(bound),
      String(pages.length),
    ]);
  }
  section(
    'Booklets of other kinds',
    `On A4 portrait, words at 7 pt or more.\n\n${table(['chart', 'lines', 'time', 'pages of the chart', 'bound', 'all pages'], rows)}`,
  );
}, 600_000);
