/** Fitting to the page, walls, booklets, and what is set by hand. */
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { staffList } from '../../bench/staff';
import { trustList } from '../../demo/garden-trust';
import { GARDEN, item, newChart, noErrors, open, violations } from './support';
import { expect, test } from './test';

const DEMO = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const box = async (locator: ReturnType<typeof item>) => (await locator.boundingBox())!;

test('fitting to the page is one step that says what was gained and can be undone', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, staffList(20)));
  await page.keyboard.press('Alt+2');
  const status = page.getByText(/Smallest text prints at/);
  // By itself it is as large as fitting finds it in this direction.
  await expect(status).toHaveText(/at 9\.\d pt/);
  await page.getByText('To the left', { exact: true }).click();
  await page.getByTitle('Side by side', { exact: true }).click();
  await expect(status).toHaveText(/at [1-8]\.\d pt/);
  const before = await status.textContent();
  await page.getByRole('button', { name: 'Fit to the page' }).press('Enter');
  await expect(page.getByText(/^Prints at (9|1\d)\.\d pt; it was [1-8]\.\d/)).toBeVisible();
  await expect(status).toHaveText(/at (9|1\d)\.\d pt/);
  // What else there is to choose is seen and taken with one press, and gives way to what is taken next.
  const candidates = page.getByRole('group', { name: 'What fits the page' }).getByRole('button');
  const best = await candidates.evaluateAll((all) =>
    all.findIndex((one) => one.getAttribute('aria-pressed') === 'true'),
  );
  const count = await candidates.count();
  expect(count).toBeGreaterThan(1);
  for (const at of [...Array(count).keys()].filter((at) => at !== best).concat(best)) {
    const said = /(\d+\.\d) pt/.exec((await candidates.nth(at).textContent())!)![1]!;
    await candidates.nth(at).press('Enter');
    await expect(status).toHaveText(new RegExp(`at ${said.replace('.', '\\.')} pt`));
  }
  await page.keyboard.press('Control+z');
  await expect(status).toHaveText(before!);
});

test('a wall is seen on the sheet and as pages, and its PDF has a page for each sheet', async ({ page, request }) => {
  const id = await newChart(request, DEMO);
  await open(page, id);
  await page.keyboard.press('Alt+2');
  await page.getByText('Wall', { exact: true }).click();
  await page.getByLabel('Sheets across').fill('3');
  await expect(page.locator('svg.scene[role=tree] [data-aid] text').getByText('C2')).toBeVisible();
  await expect(page.getByText('6 sheets.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at page 5' }).click();
  await expect(page.getByRole('dialog').getByRole('img', { name: 'Page 5 of 6' })).toBeVisible();
  await page.getByRole('button', { name: 'Next page' }).press('Enter');
  await expect(page.getByRole('dialog').getByRole('img', { name: 'Page 6 of 6' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  const pdf = await (await request.get(`/api/charts/${id}/picture?as=pdf`)).body();
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  expect(document.numPages).toBe(6);
});

test('a family goes over the pages of a booklet by descent, and its PDF has them all', async ({ page, request }) => {
  noErrors(page);
  const list = readFileSync('demo/founding-family.txt', 'utf8');
  const id = await newChart(request, list, 'The founders', 'family');
  await open(page, id);
  await page.keyboard.press('Alt+2');
  await page.getByText('Booklet', { exact: true }).click();
  await page.getByLabel('Text at least').fill('12');
  await expect(page.getByText(/of the chart, an overview and an index/)).toBeVisible();
  await page.getByRole('button', { name: 'Look at page 2' }).click();
  await expect(page.getByRole('dialog').getByRole('img', { name: /^Page 2 of/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  const pages = (await (await request.get(`/api/charts/${id}/pages`)).json()) as { parts: number; pages: object[] };
  expect(pages.parts).toBeGreaterThan(1);
  const pdf = await (await request.get(`/api/charts/${id}/picture?as=pdf`)).body();
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  expect(document.numPages).toBe(pages.pages.length);
  const words = (await (await document.getPage(3)).getTextContent()).items.flatMap((one) =>
    'str' in one ? [one.str] : [],
  );
  expect(words.join(' ')).toMatch(/From page \d/);
});

test('a booklet of the whole trust is made in the page, and the API tells the same', async ({ page, request }) => {
  const id = await newChart(request, trustList());
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'set-page', page: { over: 'booklet', least: 7, orientation: 'portrait' } }] },
  });
  const told = await (await request.get(`/api/charts/${id}/pages`)).json();
  const parts = told.pages.filter(({ kind }: { kind: string }) => kind === 'part');
  expect(parts.length).toBe(told.parts);
  expect(parts.every(({ smallestText }: { smallestText: number }) => smallestText >= 7 - 1e-6)).toBe(true);
  expect(parts.flatMap(({ items }: { items: string[] }) => items)).toHaveLength(480);
  const pdf = await (await request.get(`/api/charts/${id}/picture?as=pdf`)).body();
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  expect(document.numPages).toBe(told.pages.length);
  expect((await request.get(`/api/charts/${id}/picture?as=png&page=2&dpi=40`)).status()).toBe(200);
  expect((await request.get(`/api/charts/${id}/picture?as=png&page=99&dpi=40`)).status()).toBe(422);

  await open(page, id);
  await page.keyboard.press('Alt+2');
  await expect(page.getByText('Booklet: text prints at 7 pt or more')).toBeVisible();
  await expect(page.getByText(`${told.pages.length} pages: ${told.parts} of the chart`)).toBeVisible({
    timeout: 30_000,
  });
  expect(await violations(page)).toEqual([]);
});

test('what is moved, folded and bent by hand is listed and put back', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  await page.keyboard.press('Alt+2');
  const suda = item(page, 'Suda Welk');
  const start = await box(suda);
  await suda.click();
  await page.locator('svg.scene[role=tree]').focus();
  await page.keyboard.press('Control+Shift+ArrowRight');
  await page.keyboard.press('Control+Shift+ArrowDown');
  await expect(page.getByText('moved 12, 12 pt')).toBeVisible();
  await expect.poll(async () => (await box(suda)).x - start.x).toBeGreaterThan(5);
  await page.getByText('The line from Piet Marrable').click();
  await page.getByRole('button', { name: 'Add a bend' }).click();
  await page.getByRole('button', { name: 'Bend 1 of the line' }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Put all back' }).click();
  await expect(page.getByText('set by hand')).toBeHidden();
  await expect.poll(async () => Math.abs((await box(suda)).x - start.x)).toBeLessThan(1);

  await page.keyboard.down('Shift');
  await page.mouse.move(start.x + 20, start.y + 10);
  await page.mouse.down();
  await page.mouse.move(start.x + 60, start.y + 50, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect(page.getByText('1 set by hand')).toBeVisible();

  await item(page, 'Piet Marrable').click();
  await page.locator('svg.scene[role=tree]').focus();
  await page.keyboard.press('-');
  await expect(suda).toBeHidden();
  await expect(item(page, 'Piet Marrable').getByText('+2')).toBeVisible();
  await page.keyboard.press('+');
  await expect(suda).toBeVisible();
});

test('gaps of tiers and widths of columns are set on the rail, by keyboard too', async ({ page, request }) => {
  const id = await newChart(request);
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'set-arrangement', arrangement: { direction: 'right' } }] },
  });
  await open(page, id);
  const gap = async () => {
    const [a, b] = [await box(item(page, 'Oriel Tansley')), await box(item(page, 'Piet Marrable'))];
    return (b.x - (a.x + a.width)) / a.height;
  };
  const [before, width] = [await gap(), (await box(item(page, 'Oriel Tansley'))).width];
  const handle = page.getByRole('separator', { name: 'Gap after Tier 1' });
  const from = Number(await handle.getAttribute('aria-valuenow'));
  await handle.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await expect.poll(async () => Number(await handle.getAttribute('aria-valuenow'))).toBeGreaterThanOrEqual(from + 16);
  await expect.poll(gap).toBeGreaterThan(before * 1.1);
  const side = page.getByRole('separator', { name: 'Width of Tier 1' });
  const wide = Number(await side.getAttribute('aria-valuenow'));
  await side.focus();
  for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowRight');
  // Each key counts, however long the picture takes.
  await expect(side).toHaveAttribute('aria-valuenow', String(wide + 28));
  await expect.poll(async () => (await box(item(page, 'Oriel Tansley'))).width).toBeGreaterThan(width * 1.1);
});

test('Find goes to an item and lights the way up to the top; the small overview moves the sheet', async ({
  page,
  request,
}) => {
  await open(page, await newChart(request, trustList()));
  await page.keyboard.press('Alt+2');
  await page.keyboard.press('/');
  await page.keyboard.type('Head of Mill');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-way]')).toHaveAttribute('data-way', '3');
  const overview = page.getByRole('img', { name: 'The whole page, small' });
  await expect(overview).toBeVisible();
  const at = () => page.locator('svg.scene[role=tree] > g').getAttribute('transform');
  const before = await at();
  const frame = await box(overview);
  await page.mouse.click(frame.x + 8, frame.y + 8);
  await expect.poll(at).not.toBe(before);
});

test('fit through the API says what it found and changes nothing by itself', async ({ request }) => {
  const id = await newChart(request, DEMO);
  // By itself it stands as well as it can: it is spread out first.
  const spread = { base: 0, changes: [{ type: 'set-arrangement', arrangement: { leaves: 'spread' } }] };
  expect((await request.patch(`/api/charts/${id}/changes`, { data: spread })).status()).toBe(200);
  const answer = await request.post(`/api/charts/${id}/fit`, { data: {} });
  const fit = await answer.json();
  expect(fit.prints).toBeGreaterThan(8);
  expect(fit.bound).toBeGreaterThanOrEqual(fit.prints);
  expect(fit.revision).toBe(1);
  const sent = await request.patch(`/api/charts/${id}/changes`, { data: { base: 1, changes: [fit.change] } });
  expect(sent.status()).toBe(200);
  const value = await (
    await request.get(`/api/charts/${id}/picture`, { headers: { accept: 'application/json' } })
  ).json();
  expect(value.page.smallestText).toBeCloseTo(fit.prints, 6);
  const composed = await (
    await request.post('/api/compose', { data: { list: GARDEN, page: { size: 'A7' }, fit: true } })
  ).json();
  expect(composed.page.smallestText).toBeCloseTo(composed.fit.prints, 6);
});
