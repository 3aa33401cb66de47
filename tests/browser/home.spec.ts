/** The home page: charts found, put in order, several at once, by mouse and by keys. */

import { GARDEN, LISTS, newChart, noErrors, violations } from './support';
import { expect, test } from './test';

test('charts are put into a folder, several at once, and found by kind, folder and order', async ({
  page,
  request,
}) => {
  noErrors(page);
  const mark = `Folder ${Date.now()}`;
  await newChart(request, GARDEN, `${mark} B`);
  const last = await newChart(request, LISTS.venn, `${mark} A`, 'venn');
  await newChart(request, GARDEN, `${mark} C`);
  // What was opened last comes first.
  await page.goto(`/chart/${last}`);
  await page.goto('/');
  await page.getByRole('searchbox').fill(mark);
  const titles = page.locator('[data-card]');
  await expect(titles).toHaveText([`${mark} A`, `${mark} C`, `${mark} B`]);
  await page.getByLabel('Order').selectOption('title');
  await expect(titles).toHaveText([`${mark} A`, `${mark} B`, `${mark} C`]);

  await page.getByLabel(`Choose "${mark} A" (X)`).check();
  await page.getByLabel(`Choose "${mark} C" (X)`).check();
  await expect(page.getByText('2 chosen')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByLabel('Into folder').fill(mark);
  await page.getByRole('button', { name: 'Move there' }).click();
  await expect(page.getByText(`2 moved to "${mark}".`)).toBeVisible();
  await page.getByLabel('Folder', { exact: true }).selectOption(mark);
  await expect(titles).toHaveText([`${mark} A`, `${mark} C`]);
  await page.getByLabel('Kind').selectOption('org');
  await expect(titles).toHaveText([`${mark} C`]);
  await page.getByLabel('Kind').selectOption('');

  for (const name of ['A', 'C']) await page.getByLabel(`Choose "${mark} ${name}" (X)`).check();
  await page.getByRole('button', { name: 'To the bin' }).first().click();
  await expect(page.getByText('2 charts are in the bin.')).toBeVisible();
  await expect(page.getByText('No chart is so.')).toBeVisible();
});

test('the home page goes by keys alone', async ({ page, request }) => {
  noErrors(page);
  const mark = `Keys ${Date.now()}`;
  for (const name of ['1', '2']) await newChart(request, 'Ann\n', `${mark} ${name}`);
  await page.goto('/');
  await expect(page.getByRole('searchbox')).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type(mark);
  const titles = page.locator('[data-card]');
  await expect(titles).toHaveText([`${mark} 2`, `${mark} 1`]);
  await page.getByRole('searchbox').blur();
  await page.keyboard.press('ArrowRight');
  await expect(titles.first()).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(titles.nth(1)).toBeFocused();
  await page.keyboard.press('x');
  await expect(page.getByText('1 chosen')).toBeVisible();
  await page.keyboard.press('F2');
  await page.keyboard.type(`${mark} renamed`);
  await page.keyboard.press('Enter');
  await expect(page.getByText(`${mark} renamed`)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.locator('[data-card]').first().focus();
  await page.keyboard.press('Delete');
  await expect(titles).toHaveCount(1);
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog', { name: 'New chart' })).toBeVisible();
});

test('a new chart begins with a ready start, or with nothing', async ({ page }) => {
  noErrors(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'New chart' });
  // Each kind with a picture and when to use it.
  await expect(dialog.locator('label svg')).toHaveCount(5);
  await expect(dialog.getByText(/When people have partners/)).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await dialog.getByText('Family tree', { exact: true }).click();
  await dialog.getByRole('button', { name: /A couple and their child/ }).click();
  await dialog.getByRole('button', { name: 'Make the chart' }).click();
  await expect(page.locator('svg [data-item]')).toHaveCount(3);
  await expect(page.getByLabel('Title of the chart')).toHaveValue('A couple and their child');
});
