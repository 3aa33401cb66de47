/** What the browser does beside the tool: it prints the chart and nothing else; a worker that breaks down is replaced. */

import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { item, line, newChart, open } from './support';
import { expect, type Page, test } from './test';

async function printed(page: Page) {
  const bytes = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: { size: string; text: string }[] = [];
  for (let i = 1; i <= pdf.numPages; i++) {
    const one = await pdf.getPage(i);
    const { width, height } = one.getViewport({ scale: 1 });
    const { items } = await one.getTextContent();
    pages.push({
      size: `${Math.round(width)} x ${Math.round(height)}`,
      text: items.map((part) => ('str' in part ? part.str : '')).join(' '),
    });
  }
  return pages;
}

test('the browser’s own print gives the chart at its size, and nothing of the tool', async ({ page, request }) => {
  await open(page, await newChart(request));
  const [first, ...rest] = await printed(page);
  expect(rest).toEqual([]);
  expect(first!.size).toBe('842 x 595');
  expect(first!.text).toContain('Oriel Tansley');
  expect(first!.text).not.toMatch(/Undo|Arrange|Whole page|Tier 1/);
  // Afterwards the tool is there as before.
  await expect(page.getByRole('button', { name: 'Whole page' })).toBeVisible();
  await expect(page.locator('.print-pages')).toHaveCount(0);
});

test('print gives every sheet of a wall', async ({ page, request }) => {
  const id = await newChart(request);
  const wall = { type: 'set-page', page: { over: 'wall', wall: { across: 2, down: 1 } } };
  const changed = await request.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [wall] } });
  expect(changed.status()).toBe(200);
  await open(page, id);
  await page.evaluate(() => {
    window.print = () => undefined;
  });
  await page.keyboard.press('Control+p');
  await expect(page.locator('.print-page')).toHaveCount(2);
  expect((await printed(page)).length).toBe(2);
});

test('a picture is copied by two actions', async ({ page, request, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, await newChart(request));
  await page.keyboard.press('Alt+5');
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(page.getByText('The picture was copied')).toBeVisible();
  const size = await page.evaluate(async () => {
    const [entry] = await navigator.clipboard.read();
    return (await entry!.getType('image/png')).size;
  });
  expect(size).toBeGreaterThan(5_000);
});

test('a computation that breaks down is begun anew; the last picture stays meanwhile', async ({ page, request }) => {
  await open(page, await newChart(request));
  const broken = page.workers().filter((worker) => /compose\.worker/.test(worker.url()));
  expect(broken.length).toBeGreaterThan(0);
  for (const worker of broken)
    await worker.evaluate(() => {
      setTimeout(() => {
        throw new Error('broken for a test');
      });
    });
  await expect(item(page, 'Suda Welk')).toBeVisible();
  await line(page, 'Suda Welk').fill('Suda Welk-Oke');
  await expect(item(page, 'Suda Welk-Oke')).toBeVisible();
});

test('a computation that breaks down every time says so and keeps the last picture', async ({ page, request }) => {
  await open(page, await newChart(request));
  // Every worker from now on is one that ends in an error.
  await page.route(/compose\.worker/, (route) =>
    route.fulfill({
      contentType: 'text/javascript',
      body: 'setTimeout(() => { throw new Error("no luck today") }, 50)',
    }),
  );
  for (const worker of page.workers())
    await worker.evaluate(() => {
      setTimeout(() => {
        throw new Error('broken for a test');
      });
    });
  await line(page, 'Suda Welk').fill('Suda Welk-Oke');
  await expect(page.getByText(/The chart could not be drawn: .*no luck today/)).toBeVisible();
  await expect(item(page, 'Suda Welk')).toBeVisible();
  await page.unroute(/compose\.worker/);
  await line(page, 'Suda Welk-Oke').fill('Suda Oke');
  await expect(item(page, 'Suda Oke')).toBeVisible();
});
