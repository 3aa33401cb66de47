/** From a key pressed to what is painted: in the row that is written in, and on the sheet. */

import { newChart, open } from '../tests/browser/support';
import { expect, type Page, test } from '../tests/browser/test';
import { staffList } from './staff';

const KEYS = 'Quartermaster of the reserve';

/** Notes times from a key to the frame after something under a selector changed, or after the field took the letter. */
const watch = (page: Page, selector: string | null) =>
  page.evaluate((of) => {
    const times: number[] = [];
    Object.assign(window, { times });
    let pressed = 0;
    const drawn = () => {
      if (pressed > 0) times.push(performance.now() - pressed);
      pressed = 0;
    };
    // A task after the next frame begins: by then the frame is painted.
    const painted = () => requestAnimationFrame(() => setTimeout(drawn));
    window.addEventListener('keydown', () => (pressed = performance.now()), true);
    if (of === null) window.addEventListener('input', painted, true);
    else
      new MutationObserver(painted).observe(document.querySelector(of)!, {
        subtree: true,
        childList: true,
        characterData: true,
      });
  }, selector);

async function type(page: Page, pause: number): Promise<number[]> {
  for (const key of KEYS) {
    await page.keyboard.press(key === ' ' ? 'Space' : key);
    await page.waitForTimeout(pause);
  }
  const times = (await page.evaluate(() => (window as unknown as { times: number[] }).times)).sort((a, b) => a - b);
  expect(times.length).toBeGreaterThan(KEYS.length / 2);
  return times;
}

function said(what: string, times: readonly number[]): void {
  const at = (part: number) => times[Math.min(times.length - 1, Math.floor(times.length * part))]!.toFixed(0);
  console.log(`${what}: median ${at(0.5)} ms, 95 % ${at(0.95)} ms, most ${at(1)} ms, ${times.length} times`);
}

for (const count of [300, 500])
  test(`a letter to the sheet, ${count} lines`, async ({ page, request }) => {
    const list = Array.from(
      { length: count },
      (_, i) => `${'\t'.repeat(i === 0 ? 0 : 1 + (i % 3))}Person ${i} | Post ${i % 17}`,
    ).join('\n');
    await open(page, await newChart(request, list));
    await page.locator('[data-lines] [data-field=name]').nth(8).click();
    await watch(page, 'svg.scene');
    said(`letter to the sheet, ${count} lines`, await type(page, 220));
  });

test.describe('10000 lines', () => {
  test.setTimeout(240_000);
  const big = async (page: Page, request: Parameters<typeof newChart>[0]) => {
    const start = Date.now();
    const id = await newChart(request, staffList(10_000));
    const made = Date.now();
    await page.goto(`/chart/${id}`);
    await page.locator('[data-lines] [data-row]').first().waitFor();
    const listed = Date.now();
    await page.locator('svg [data-item], svg image, svg path').first().waitFor();
    console.log(
      `open 10000 lines: stored in ${made - start} ms, list there after ${listed - made} ms, picture after ${Date.now() - made} ms`,
    );
  };

  test('a letter to its row in the outline', async ({ page, request }) => {
    await big(page, request);
    await page.locator('[data-lines] [data-field=name]').nth(8).click();
    await page.waitForTimeout(3_000);
    await watch(page, null);
    said('letter to its row, outline of 10000', await type(page, 260));
  });

  test('keys to cells of the table, and a letter to its cell', async ({ page, request }) => {
    await big(page, request);
    await page.getByText('Table', { exact: true }).click();
    await page.locator('[data-cell="3 1"]').click();
    await page.waitForTimeout(3_000);
    await watch(page, '[data-table]');
    const steps: number[] = [];
    for (let i = 0; i < 40; i++) {
      await page.keyboard.press(i % 10 === 9 ? 'PageDown' : 'ArrowDown');
      await page.waitForTimeout(60);
    }
    steps.push(...(await page.evaluate(() => (window as unknown as { times: number[] }).times)));
    said(
      'arrow key to the next cell, table of 10000',
      steps.sort((a, b) => a - b),
    );
    await page.keyboard.press('F2');
    await watch(page, null);
    said('letter to its cell, table of 10000', await type(page, 80));
  });

  for (const view of ['outline', 'table'])
    test(`scrolling the ${view}`, async ({ page, request }) => {
      await big(page, request);
      if (view === 'table') await page.getByText('Table', { exact: true }).click();
      const frames = await page.evaluate(
        async (selector) => {
          const box = document.querySelector<HTMLElement>(selector)!;
          const times: number[] = [];
          for (let i = 0; i < 120; i++) {
            const start = performance.now();
            box.scrollTop += 900;
            await new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
            times.push(performance.now() - start);
          }
          return times.sort((a, b) => a - b);
        },
        view === 'table' ? '[data-table]' : '[data-lines]',
      );
      said(`frame while scrolling 900 px at a time, ${view} of 10000`, frames);
    });
});
