/** The frame of the editor: it never scrolls away, and the keyboard goes through all of it and out again. */

import { GARDEN, LISTS, line, lines, newChart, noErrors, open } from './support';
import { expect, type Page, test } from './test';

const STAGES = ['List', 'Arrange', 'Style', 'Check', 'Deliver'];
const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 640, height: 400 },
];

/** How far the document can be scrolled, and is; the same of what holds the editor. */
const scrolled = (page: Page) =>
  page.evaluate(() => {
    const all = [document.documentElement, document.body, document.querySelector('#panel')!.parentElement!];
    const panel = document.querySelector('#panel')!;
    return {
      over: document.documentElement.scrollHeight - window.innerHeight,
      wide: document.documentElement.scrollWidth - window.innerWidth,
      at: [...all, panel].map((one) => one.scrollTop + one.scrollLeft),
    };
  });
const STILL = { over: 0, wide: 0, at: [0, 0, 0, 0] };

async function openStage(page: Page, stage: string) {
  await page.keyboard.press(`Alt+${STAGES.indexOf(stage) + 1}`);
  await expect(page.getByRole('tab', { name: stage })).toHaveAttribute('aria-selected', 'true');
  // It may be fetched just now.
  await expect(page.locator('#panel [aria-busy=true]')).toHaveCount(0);
  await expect(page.locator('#panel').getByRole('heading').first()).toBeVisible();
}

for (const size of SIZES)
  test(`at ${size.width} x ${size.height} nothing that is clicked or reached by Tab scrolls the editor away`, async ({
    page,
    request,
  }) => {
    noErrors(page);
    await page.setViewportSize(size);
    await open(page, await newChart(request));
    await line(page, 'Piet Marrable').click();
    for (const stage of STAGES) {
      await openStage(page, stage);
      const panel = page.locator('#panel');
      // All that is folded in the panel is opened, then the wheel goes down, as far as it goes.
      await panel.evaluate((element) => {
        for (const fold of element.querySelectorAll('details')) fold.open = true;
      });
      await panel.hover();
      await page.mouse.wheel(0, 2000);
      const controls = panel.locator('label:has(input[type=radio]):visible, label:has(input[type=checkbox]):visible');
      // What can be chosen may change with a choice; each by its place, as long as there are so many.
      for (let i = 0; i < (await controls.count()); i++) {
        await controls.nth(i).click();
        expect(await scrolled(page), `${stage}, choice ${i + 1}`).toEqual(STILL);
      }
      await page.keyboard.press('Escape');
      for (let i = 0; i < 60; i++) {
        await page.keyboard.press('Tab');
        if (i % 5 === 0) expect(await scrolled(page), `${stage}, Tab ${i + 1}`).toEqual(STILL);
      }
      await expect(page.getByRole('button', { name: /^Whole p/ })).toBeInViewport();
    }
  });

/** What has the keyboard, in words that tell one place from another. */
const place = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (!at || at === document.body) return 'out';
    const all = [...document.querySelectorAll(at.tagName)];
    return `${at.tagName} ${all.indexOf(at)} ${at.getAttribute('aria-label') ?? at.textContent?.slice(0, 30)}`;
  });

/** The places that Tab leads through from the address bar until outside again. */
async function walkOnce(page: Page) {
  await page.evaluate(() => {
    (document.activeElement as HTMLElement | null)?.blur();
    window.getSelection()?.removeAllRanges();
    // The walk begins where the page begins, or ends: as from the address bar.
    document.body.tabIndex = -1;
    document.body.focus();
    document.body.removeAttribute('tabindex');
  });
  return walkFrom(page, 'Tab');
}

async function walkFrom(page: Page, key: 'Tab' | 'Shift+Tab') {
  const start = await place(page);
  const seen: string[] = [];
  for (let i = 0; i < 400; i++) {
    await page.keyboard.press(key);
    const at = await place(page);
    // Without a window round it, the browser goes on from the last to the first.
    if (at === 'out' || at === seen[0] || at === start) return seen;
    expect(seen, `${key} comes to ${at} again`).not.toContain(at);
    seen.push(at);
  }
  throw new Error('Tab never leaves the page');
}

for (const kind of ['org', 'venn'] as const)
  test(`Tab goes once through every screen of a ${kind} chart and back`, async ({ page, request }) => {
    await open(page, await newChart(request, kind === 'org' ? GARDEN : LISTS.venn, 'Walked through', kind));
    for (const stage of STAGES) {
      await openStage(page, stage);
      const there = await walkOnce(page);
      for (const name of ['Title of the chart', 'Whole page', 'Zoom in'])
        expect(
          there.some((at) => at.includes(name)),
          `${stage}: ${name}`,
        ).toBe(true);
      expect(there.some((at) => at.startsWith('svg'))).toBe(true);
      // And back from the last.
      await page.getByRole('button', { name: 'Zoom in' }).focus();
      expect((await walkFrom(page, 'Shift+Tab')).length).toBe(there.length - 1);
    }
  });

test('in a line Tab moves it while it can, says where it can not, and Escape lets it go on forwards', async ({
  page,
  request,
}) => {
  noErrors(page);
  await open(page, await newChart(request));
  await line(page, 'Oriel Tansley').click();
  await page.keyboard.press('Tab');
  await expect(page.getByText(/is the first at its level.*Esc, then Tab goes on/)).toBeVisible();
  await expect(line(page, 'Oriel Tansley')).toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByText(/is at the top level already.*Esc, then Tab/)).toBeVisible();
  const before = await lines(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: '+ Beside it' })).toBeFocused();
  expect(await lines(page)).toEqual(before);
  // The table: Tab goes through the cells, and on after Escape.
  await page.getByText('Table', { exact: true }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('grid')).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('grid')).not.toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByRole('grid')).toBeFocused();
});

test('on a narrow window the panel lies over the sheet and folds away', async ({ page, request }) => {
  noErrors(page);
  await page.setViewportSize({ width: 1024, height: 768 });
  await open(page, await newChart(request));
  const panel = page.getByRole('region', { name: 'Arrange' });
  await page.getByRole('tab', { name: 'Arrange' }).click();
  await expect(panel).toBeVisible();
  const sheet = (await page.getByRole('main').boundingBox())!;
  expect(sheet.width).toBeGreaterThan(900);
  await page.getByRole('tab', { name: 'Arrange' }).click();
  await expect(panel).toBeHidden();
  await page.getByRole('tab', { name: 'Arrange' }).click();
  await expect(panel).toBeVisible();
  await panel.getByRole('button', { name: 'Fit to the page' }).click();
  await page.getByRole('button', { name: 'Zoom in' }).click();
});
