/** Fitting to a page, booklets and PDF. */
import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { trustList } from '../../demo/garden-trust';
import { type Chart, defaultPage, type Page } from '../../src/core/chart';
import { compose } from '../../src/core/compose';
import { ALL_ALLOWED, fitChart } from '../../src/core/fit';
import { booklet } from '../../src/core/pages';
import { scenesPdf } from '../../src/server/pictures/pdf';
import { fonts } from '../../tests/support/fonts';
import { readAs } from '../../tests/support/kinds';
import { staffList } from '../staff';
import { median, ms, section, table } from './report';

const chartOf = (list: string, page: Partial<Page>): Chart => ({
  ...readAs('org', list).chart,
  page: { ...defaultPage, ...page },
});
const garden = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const pt = (value: number | null) => (value === null ? '-' : value.toFixed(2));

it('fitting', async () => {
  const rows: string[][] = [];
  const closer = { ...ALL_ALLOWED, boxes: true, turn: true };
  for (const [name, list, page, asked = ALL_ALLOWED] of [
    ['garden, 40 posts, A4', garden, {}],
    ['trust, 480 posts, A4 portrait', trustList(), { orientation: 'portrait' }],
    ['trust, 480 posts, A3 portrait', trustList(), { size: 'A3', orientation: 'portrait' }],
    ['the same, boxes may close up, page may turn', trustList(), { size: 'A3', orientation: 'portrait' }, closer],
    ['staff, 500 posts, A3', staffList(500), { size: 'A3' }],
    ['staff, 1,000 posts, A1', staffList(1_000), { size: 'A1' }],
  ] as const) {
    const chart = chartOf(list, page);
    const time = await median(3, () => fitChart(chart, fonts, asked));
    const { now, prints, plain, bound } = fitChart(chart, fonts, asked)!;
    rows.push([
      name,
      `${ms(time)} ms`,
      pt(now),
      pt(prints),
      pt(plain),
      pt(bound),
      `${Math.round((100 * prints!) / bound!)} %`,
    ]);
  }
  section(
    'Fit to the page',
    `Points at which the smallest words print: by itself, fitted, with all side by side, and the bound that no arrangement passes. Median of 3.\n\n${table(['chart', 'time', 'by itself', 'fitted', 'side by side', 'bound', 'of the bound'], rows)}`,
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
