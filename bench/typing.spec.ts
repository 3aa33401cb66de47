/** From a key pressed in a list of 300 lines to the letter drawn on the sheet. */
import { expect, test } from '@playwright/test';
import { newChart, open } from '../tests/browser/support';

const LINES = 300;
const KEYS = 'Quartermaster of the reserve';

test('typing in a list of 300 lines', async ({ page, request }) => {
  const list = Array.from(
    { length: LINES },
    (_, i) => `${'\t'.repeat(i === 0 ? 0 : 1 + (i % 3))}Person ${i} | Post ${i % 17}`,
  ).join('\n');
  await open(page, await newChart(request, list));
  const id = await page.locator('svg [data-item]').nth(40).getAttribute('data-item');
  const input = page.locator('[data-lines] input[data-field=name]').nth(8);
  await input.click();
  const selected = await page.locator('[data-lines] [aria-selected=true] input').first().inputValue();
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    let pressed = 0;
    window.addEventListener('keydown', () => (pressed = performance.now()), true);
    const drawn = () => {
      if (pressed > 0) times.push(performance.now() - pressed);
      pressed = 0;
    };
    // A task after the next frame begins: by then the frame is painted.
    new MutationObserver(() => requestAnimationFrame(() => setTimeout(drawn))).observe(
      document.querySelector('svg.scene')!,
      {
        subtree: true,
        childList: true,
        characterData: true,
      },
    );
  });
  for (const key of KEYS) {
    await page.keyboard.press(key === ' ' ? 'Space' : key);
    await page.waitForTimeout(220);
  }
  const times = (await page.evaluate(() => (window as unknown as { times: number[] }).times)).sort((a, b) => a - b);
  expect(times.length).toBeGreaterThan(KEYS.length / 2);
  const at = (part: number) => times[Math.min(times.length - 1, Math.floor(times.length * part))]!.toFixed(0);
  console.log(
    `typing, ${LINES} lines (${selected}, ${id}): median ${at(0.5)} ms, 95 % ${at(0.95)} ms, most ${at(1)} ms, ${times.length} letters`,
  );
});
