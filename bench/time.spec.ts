/** Views and moments of the trust of 480: forty small pictures, an edit in an open view, any moment of 100,000 changes. */
import { gzipSync } from 'node:zlib';
import { trustList } from '../demo/garden-trust';
import { apply, type Chart, storedOf } from '../src/core/chart';
import { inDatabase } from '../tests/browser/other-server';
import { newChart, open } from '../tests/browser/support';
import { expect, test } from '../tests/browser/test';
import { ms, section, table } from './figures/report';

const CHANGES = 100_000;
/** As `server/moments/at.ts` keeps charts whole. */
const EVERY = 256;
const LOOKED = 60;

const sorted = (times: readonly number[]) => [...times].sort((a, b) => a - b);
const at = (times: readonly number[], part: number) => sorted(times)[Math.floor((times.length - 1) * part)]!;

test('forty views of 480 posts', async ({ page, request }) => {
  const id = await newChart(request, trustList(), 'The trust');
  await request.post(`/api/charts/${id}/views/each`, { data: { tier: 4 } });
  for (const downTo of [1, 2, 3, 4])
    await request.post(`/api/charts/${id}/views`, { data: { name: `Down to ${downTo}`, shows: { downTo } } });
  const { views } = (await (await request.get(`/api/charts/${id}/views`)).json()) as {
    views: { id: string; left: number }[];
  };
  expect(views).toHaveLength(40);
  await open(page, id);
  // Once nothing else is being fetched or drawn.
  await page.waitForTimeout(3_000);
  const begin = Date.now();
  await page.keyboard.press('Alt+6');
  const rows = page.getByRole('list', { name: 'Views' }).locator('li');
  await expect.poll(() => rows.locator('svg').count(), { intervals: [20], timeout: 60_000 }).toBeGreaterThanOrEqual(40);
  const first = Date.now() - begin;
  // Opened, an item's words are edited: until the picture says so.
  await page
    .getByRole('list', { name: 'Views' })
    .getByRole('button', { name: /^Open / })
    .first()
    .click();
  await expect(page.locator('main [data-item]').first()).toBeVisible();
  await page.waitForTimeout(1_500);
  await page.keyboard.press('Alt+1');
  const line = page.locator('main [data-item]').nth(3);
  await line.click();
  await expect(page.locator('[data-lines] [aria-selected=true]').first()).toBeVisible();
  await page.locator('[data-lines] [aria-selected=true] [data-field=name]').first().click();
  const times: number[] = [];
  for (let i = 0; i < 20; i++) {
    const word = String.fromCharCode(97 + i);
    times.push(
      await page.evaluate(async (letter) => {
        const input = document.activeElement as HTMLTextAreaElement;
        const wanted = input.value + letter;
        const start = performance.now();
        const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!;
        set.call(input, wanted);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        for (;;) {
          await new Promise(requestAnimationFrame);
          const shown = [...document.querySelectorAll('main [data-item]')].some((one) =>
            (one.getAttribute('aria-label') ?? '').startsWith(wanted),
          );
          if (shown) return performance.now() - start;
          if (performance.now() - start > 5_000) return Number.NaN;
        }
      }, word),
    );
    await page.waitForTimeout(700);
  }
  section(
    'Views of the trust of 480',
    table(
      ['what', 'ms'],
      [
        [`${views.length} small pictures, from opening the stage`, ms(first)],
        ['a letter typed until the open view shows it, median', ms(at(times, 0.5))],
        ['the same, 95th', ms(at(times, 0.95))],
      ],
    ),
  );
});

test('any moment of 100,000 changes', async ({ request, site: { database } }) => {
  test.setTimeout(600_000);
  test.skip(!database, 'needs DATABASE_URL');
  const id = await newChart(request, trustList(), 'The trust, long at work');
  let chart = ((await (await request.get(`/api/charts/${id}`)).json()) as { chart: Chart }).chart;
  const ids = Object.keys(chart.items);
  await inDatabase(database!, async (client) => {
    const { rows } = await client.query('SELECT owner FROM charts WHERE id = $1', [id]);
    let log: object[] = [];
    for (let revision = 1; revision <= CHANGES; revision++) {
      const item = ids[(revision * 7) % ids.length]!;
      const change = { type: 'edit-fields' as const, id: item, fields: { post: `Post ${revision}` } };
      const applied = apply(chart, change);
      if (!applied.ok) throw new Error(applied.problem.message);
      chart = applied.chart;
      log.push({ revision, change, inverse: applied.inverse });
      if (log.length === 5_000) {
        await client.query(
          `INSERT INTO changes (chart, revision, change, inverse, origin, account)
           SELECT $1, l.revision, l.change, l.inverse, 'do', $2
             FROM jsonb_to_recordset($3::jsonb) AS l (revision integer, change jsonb, inverse jsonb)`,
          [id, rows[0].owner, JSON.stringify(log)],
        );
        log = [];
      }
      if (revision % EVERY === 0)
        await client.query('INSERT INTO snapshots (chart, revision, value) VALUES ($1, $2, $3)', [
          id,
          revision,
          gzipSync(JSON.stringify(storedOf(chart))),
        ]);
    }
    for (const item of Object.values(chart.items))
      await client.query("UPDATE chart_parts SET value = $3 WHERE chart = $1 AND part = 'items' AND id = $2", [
        id,
        item.id,
        item,
      ]);
    await client.query('UPDATE charts SET revision = $2 WHERE id = $1', [id, CHANGES]);
  });
  const times: number[] = [];
  for (let i = 0; i < LOOKED; i++) {
    const revision = (i * 7_919 * 13) % CHANGES;
    const begin = performance.now();
    const answer = await request.get(`/api/charts/${id}?at=${revision}`);
    times.push(performance.now() - begin);
    expect(answer.status()).toBe(200);
    const moment = ((await answer.json()) as { chart: Chart }).chart;
    const item = ids[(revision * 7) % ids.length]!;
    if (revision > 0) expect(moment.items[item]!.fields['post']).toBe(`Post ${revision}`);
  }
  const begin = performance.now();
  expect((await request.get(`/api/charts/${id}/history?limit=80`)).status()).toBe(200);
  const history = performance.now() - begin;
  const size = await inDatabase(database!, (client) =>
    client.query('SELECT count(*)::int AS count, sum(length(value))::bigint AS bytes FROM snapshots WHERE chart = $1', [
      id,
    ]),
  );
  section(
    'Moments of a chart of 480 posts with 100,000 changes',
    table(
      ['what', 'figure'],
      [
        ['any moment, median', `${ms(at(times, 0.5))} ms`],
        ['any moment, 95th', `${ms(at(times, 0.95))} ms`],
        ['any moment, longest', `${ms(at(times, 1))} ms`],
        ['the latest 80 in words', `${ms(history)} ms`],
        ['kept whole', `${size.rows[0].count} times, ${(Number(size.rows[0].bytes) / 1_000_000).toFixed(1)} MB`],
      ],
    ),
  );
});
