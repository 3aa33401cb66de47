/** The same everyday tasks by the keyboard alone: each key and each run of typed words is one action. */
import { expect, type Page, test } from '@playwright/test';
import { FIVE_IDEAS, Hand, MESS, openPlain, STAFF } from './hand';
import { GARDEN, item, LISTS, line, lines, newChart, noErrors, open } from './support';

/** No pointer is used from here on. */
async function begin(page: Page, id?: string) {
  noErrors(page);
  if (id) await open(page, id);
  else {
    await page.goto('/');
    await expect(page.getByRole('button', { name: 'New chart' }).first()).toBeVisible();
  }
  return new Hand(page);
}
/** A new chart of the n-th kind with nothing in it, its first line open. */
async function empty(hand: Hand, down: number) {
  const { page } = hand;
  await hand.press('n');
  await expect(page.getByRole('dialog', { name: 'New chart' })).toBeVisible();
  // From the title to the kinds: the file button, examples, the text; then the arrows choose.
  await page.getByRole('dialog').locator('input[type=radio]').first().focus();
  for (let i = 0; i < down; i++) await page.keyboard.press('ArrowDown');
  hand.actions += 1;
  await page.getByRole('button', { name: 'Start with an empty list' }).focus();
  await hand.press('Enter');
  await page.getByRole('button', { name: 'Write the first line' }).focus();
  await hand.press('Enter');
  await expect(page.locator('[data-lines] [data-field=name]')).toBeFocused();
}
/** Selects an item by its name and leaves the keyboard on the picture: the search, its words, Enter, all as one. */
async function select(page: Page, name: string) {
  await page.keyboard.press('Alt+2');
  await page.keyboard.press('/');
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await expect(page.locator('svg.scene').first()).toBeFocused();
}

test('a concept map with five ideas, shapes and arrows', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 3);
  await hand.lines(...FIVE_IDEAS);
  await hand.press('Escape');
  await expect(item(page, 'Crabs')).toBeVisible();
  await hand.find('look of main idea');
  await page.getByRole('combobox', { name: 'Shape' }).last().focus();
  await hand.type('Sta');
  await hand.find('lines by what they say');
  hand.atMost(20);
});

test('words outside one item, and the side of a line', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await select(page, 'Suda Welk');
  await hand.find('words stand right');
  await hand.find('line from piet');
  await expect(page.getByText('The line from Piet Marrable')).toBeFocused();
  hand.atMost(6);
});

test('copy or print', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', '');
  });
  await hand.press('Control+p');
  await expect(page.locator('body[data-printed]')).toBeVisible();
  hand.atMost(2);
});

test('a family of three from an empty chart', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 1);
  await hand.lines('Ada', '+ Karl', 'Bo');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-tier="1"]')).toHaveAccessibleName('Generation 1, 2 people');
  hand.atMost(10);
});

test('two and three sets with words in the overlap', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 4);
  await hand.lines('Frog: Swims, Jumps', 'Fish: Swims', 'Toad: Swims, Jumps, Croaks');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-tier="3"]')).toHaveAccessibleName(/In all 3, 1 item/);
  hand.atMost(12);
});

test('an outline typed and laid out', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 0);
  await hand.lines('A school', '');
  await page.keyboard.press('Tab');
  await hand.lines('Lower years', 'Upper years');
  await page.keyboard.press('Escape');
  await expect.poll(() => lines(page)).toEqual(['A school', '  Lower years', '  Upper years']);
});

test('somebody added in the right place, by one key', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await select(page, 'Maud Ferrow');
  await hand.press('Shift+Insert');
  await expect(page.getByRole('textbox', { name: 'Name' }).last()).toBeFocused();
  await hand.type('Iven Sarl');
  await hand.press('Enter');
  await expect(item(page, 'Iven Sarl')).toBeVisible();
  await expect(page.locator('svg.scene').first()).toBeFocused();
  hand.atMost(3);
});

test('three levels restyled', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await page.locator('[data-tier="1"]').focus();
  for (const [i, shape] of ['Hexa', 'Pill', 'Cut'].entries()) {
    await hand.press('Enter');
    await page.getByLabel('Shape').focus();
    await hand.type(shape);
    await page.locator(`[data-tier="${Math.min(3, i + 2)}"]`).focus();
  }
  hand.atMost(10);
});

test('an enclosure', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await select(page, 'Piet Marrable');
  await hand.find('round the branch');
  await expect.poll(() => page.locator('svg.scene text', { hasText: 'Head of plants' }).count()).toBe(2);
  hand.atMost(3);
});

test('the menu of an item, by the menu key', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await select(page, 'Piet Marrable');
  await hand.press('Shift+F10');
  const menu = page.getByRole('menu', { name: 'What can be done with Piet Marrable' });
  await expect(menu).toBeVisible();
  await hand.press('ArrowDown');
  await hand.press('ArrowDown');
  await hand.press('ArrowRight');
  await expect(page.getByRole('menuitem', { name: /^Under it/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(menu).toBeHidden();
  await expect(page.locator('svg.scene').first()).toBeFocused();
});

test('the lowest level in columns, and one branch let off', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await hand.find('lowest level');
  await hand.press('ArrowRight');
  await hand.press('ArrowRight');
  await select(page, 'Piet Marrable');
  await hand.find('this branch spread');
  hand.atMost(10);
});

test('a question tree restyled', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request, LISTS.decision, 'Questions', 'decision'));
  await hand.find('house style');
  await hand.press('ArrowRight');
  await hand.press('Enter');
  await hand.find('direction');
  await hand.press('ArrowRight');
  hand.atMost(10);
});

test('one name slanted', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await select(page, 'Suda Welk');
  await hand.press('Enter');
  await hand.press('Control+i');
  await hand.press('Enter');
  await expect(page.locator('svg.scene text', { hasText: 'Suda Welk' })).toHaveAttribute('font-style', 'italic');
  hand.atMost(5);
});

test('a set renamed', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request, LISTS.venn, 'Sets', 'venn'));
  await page.getByRole('button', { name: 'Name of the set Pond' }).focus();
  await hand.press('Enter');
  await hand.type('Ponds');
  await hand.press('Enter');
  await expect(page.getByRole('button', { name: 'Name of the set Ponds' })).toBeVisible();
  hand.atMost(12);
});

test('a line of a decision tree is picked, bent and put back by keys; undo takes it back after a reload', async ({
  page,
  request,
}) => {
  const id = await newChart(request, LISTS.decision, 'Questions', 'decision');
  const hand = await begin(page, id);
  await select(page, 'Reed');
  await hand.find('line from is it salt');
  await page.getByRole('button', { name: 'Add a bend' }).first().focus();
  await hand.press('Enter');
  await expect(page.getByText('1 bend by hand')).toBeVisible();
  const bend = page.getByRole('button', { name: /^Bend 1 of the line/ });
  await bend.focus();
  const before = (await bend.boundingBox())!;
  await hand.press('ArrowRight');
  await expect.poll(async () => (await bend.boundingBox())!.x).toBeGreaterThan(before.x);
  await hand.press('Delete');
  await expect(bend).toBeHidden();
  const bends = async () => {
    const { chart } = (await (await request.get(`/api/charts/${id}`)).json()) as {
      chart: { items: Record<string, { line?: { bends?: unknown[] } }> };
    };
    return Object.values(chart.items).flatMap(({ line }) => line?.bends ?? []).length;
  };
  await expect.poll(bends).toBe(0);
  await page.reload();
  await expect(item(page, 'Reed')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(bends).toBe(1);
});

test('a school chart can be begun, pictured and turned', async ({ page }) => {
  const hand = await begin(page);
  await hand.press('n');
  await page.getByRole('button', { name: /A school/ }).focus();
  await hand.press('Enter');
  await expect(page.getByText('10 lines, 3 levels')).toBeVisible();
  await page.getByRole('button', { name: 'Make the chart' }).focus();
  await hand.press('Enter');
  await expect(item(page, 'Ada Thorne')).toBeVisible();
  await select(page, 'Cara Moss');
  await hand.find('pictures');
  await hand.find('direction');
  hand.atMost(25);
});

test('what helps is there by keys', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request, GARDEN));
  await page.locator('svg.scene').first().focus();
  await hand.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys.getByText('Add beside, add under')).toBeVisible();
  await expect(keys.getByText('Alt I')).toBeVisible();
  await hand.press('Escape');
  await hand.find('guide');
  const guide = page.getByRole('dialog', { name: 'Guide' });
  await expect(guide.getByRole('img').first()).toBeVisible({ timeout: 30_000 });
  for (const [words, reached] of [
    ['margin', 'Margins'],
    ['hide pictures', 'Show pictures in items'],
    ['gap after tier 2', 'Gap after it'],
  ] as const) {
    await page.keyboard.press('Escape');
    await hand.find(words);
    await expect(page.getByLabel(reached).first()).toBeFocused();
  }
});

test('looks by what people are, kept and used in another chart', async ({ page, request }) => {
  const other = await newChart(request, STAFF, `Other ${Date.now()}`);
  const hand = await begin(page, await newChart(request, STAFF));
  const name = `By department ${Date.now()}`;
  await hand.press('Alt+3');
  await page.getByRole('button', { name: '+ Colour by value' }).focus();
  await hand.press('Enter');
  await page.getByRole('region', { name: 'Rules' }).getByLabel('Field').focus();
  await hand.type('Depa');
  await page.getByLabel('Name of the house style').focus();
  await expect(page.getByText(/Kept would be: .*colours by 1 field/)).toBeVisible();
  await hand.type(name);
  await hand.press('Enter');
  const fillsDiffer = await openPlain(hand, name, other);
  await hand.press('Alt+3');
  await page.getByRole('button', { name: `Use ${name}` }).focus();
  await hand.press('Enter');
  await expect.poll(fillsDiffer).toBe(true);
  hand.atMost(12);
});

test('things sorted, a set renamed', async ({ page }) => {
  const hand = await begin(page);
  await hand.press('n');
  await page.getByRole('dialog').locator('input[type=radio]').first().focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown');
  hand.actions += 1;
  await page.getByRole('button', { name: /Sort into three sets/ }).focus();
  await hand.press('Enter');
  await expect(page.getByText('5 lines')).toBeVisible();
  await page.getByRole('button', { name: 'Make the chart' }).focus();
  await hand.press('Enter');
  await expect(item(page, 'Apple')).toBeVisible();
  await page.getByRole('button', { name: 'Name of the set Round' }).focus();
  await hand.press('Enter');
  await hand.type('Ball-shaped');
  await hand.press('Enter');
  await expect(page.getByRole('button', { name: 'Name of the set Ball-shaped' })).toBeVisible();
  // The fifth line is Leek's.
  await expect(line(page, 'Leek')).toBeVisible();
  await page.locator('[data-lines] [data-field=sets]').nth(4).focus();
  await hand.press('End');
  await hand.type(', Ball-shaped');
  await hand.press('Enter');
  await expect(page.locator('[data-lines] [data-field=sets]').nth(4)).toHaveValue('Ball-shaped');
  await expect(page.getByText(/belongs to no set/)).toHaveCount(0);
  hand.atMost(12);
});

test('a messy sheet to PDF', async ({ page }) => {
  const hand = await begin(page);
  await hand.press('n');
  await page.getByLabel('The list, one line for each').focus();
  await hand.paste(MESS);
  await expect(page.getByLabel('What "Vorgesetzter" is')).toHaveValue('superior');
  await page.getByRole('button', { name: 'Make the chart' }).focus();
  await hand.press('Enter');
  await expect(item(page, 'Lund')).toBeVisible();
  await hand.press('Alt+4');
  for (const repair of [/^Put under Åsa Lund/, 'Make them one']) {
    await page.getByRole('button', { name: repair }).first().focus();
    await hand.press('Enter');
  }
  await hand.press('Alt+5');
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).focus();
  await hand.press('Enter');
  expect((await file).suggestedFilename()).toMatch(/\.pdf$/);
  hand.atMost(10);
});
