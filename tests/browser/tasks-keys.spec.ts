/** The same everyday tasks by the keyboard alone, every key counted. */

import { FIVE_IDEAS, Hand, MESS, STAFF } from './hand';
import { GARDEN, item, LISTS, line, lines, newChart, noErrors, open } from './support';
import { expect, type Page, test } from './test';

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
async function newDialog(hand: Hand) {
  await hand.press('n');
  await expect(hand.page.getByRole('dialog', { name: 'New chart' })).toBeVisible();
}
/** A new chart of the n-th kind with nothing in it, its first line open: three actions; two where it is the first. */
async function empty(hand: Hand, down: number) {
  await newDialog(hand);
  if (down > 0) await hand.times(down, 'ArrowDown');
  await hand.press('Control+Enter');
  await expect(hand.page.locator('[data-lines] [data-field=name]')).toBeFocused();
}
/** Selects an item by the field over the sheet, and leaves the keyboard on the picture. */
async function select(page: Page, name: string) {
  await page.keyboard.press('Alt+2');
  await page.keyboard.press('/');
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await expect(page.locator('svg.scene').first()).toBeFocused();
}
const text = (page: Page, words: string) => page.locator('svg.scene text', { hasText: words });
const fill = (page: Page, who: string) => item(page, who).locator('path').first().getAttribute('fill');
const outline = (page: Page, who: string) => item(page, who).locator('path').first().getAttribute('d');

test('a concept map with five ideas, shapes and arrows', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 3);
  await hand.lines(...FIVE_IDEAS);
  await hand.askFor(
    ['main idea star', /Main idea: Shape: Star/],
    ['tier 2 ellipse', /Shape: Ellipse/],
    ['lines at their end arrow', /Linking phrase.*At their end: A head/],
  );
  await expect(item(page, 'Crabs')).toBeVisible();
  expect(await page.locator('svg [data-item]').count()).toBe(5);
  expect(await outline(page, 'Marsh')).not.toBe(await outline(page, 'Mud'));
  hand.atMost(20);
});

test('words outside one item, and the side of a line', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await hand.askFor(
    ['piet words right', /Its words stand: Right of it.*Piet Marrable/],
    ['suda line left', /The line from Piet Marrable: Comes to Left.*Suda Welk/],
  );
  const box = (await item(page, 'Piet Marrable').locator('path').first().boundingBox())!;
  await expect
    .poll(async () => (await text(page, 'Piet Marrable').boundingBox())!.x)
    .toBeGreaterThanOrEqual(box.x + box.width / 2);
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

test('a school with pictures, upside down', async ({ page }) => {
  const hand = await begin(page);
  await newDialog(hand);
  await hand.walk(page.getByRole('button', { name: /A school/ }));
  await hand.press('Enter');
  await expect(page.getByText('10 lines, 3 levels')).toBeVisible();
  await hand.press('Control+Enter');
  await expect(item(page, 'Ada Thorne')).toBeVisible();
  await hand.askFor(
    ['cara leaf', /Picture: Leaf.*Cara Moss/],
    ['dov bird', /Picture: Bird.*Dov Reed/],
    ['ena sun', /Picture: Sun.*Ena Vale/],
    ['gia moon', /Picture: Moon.*Gia Birch/],
    ['hal fish', /Picture: Fish.*Hal Ferry/],
    ['ida tent', /Picture: Tent.*Ida Stone/],
    ['direction up', /Direction: Up/],
  );
  await expect
    .poll(async () => (await item(page, 'Ada Thorne').boundingBox())!.y)
    .toBeGreaterThan((await item(page, 'Cara Moss').boundingBox())!.y);
  hand.atMost(25);
});

test('a family of three from an empty chart', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 1);
  await hand.lines('Ada', '+ Karl', 'Bo');
  await hand.press('Escape');
  await expect(page.locator('[data-tier="1"]')).toHaveAccessibleName('Generation 1, 2 people');
  hand.atMost(10);
});

test('two and three sets with words in the overlap', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 4);
  await hand.lines('Frog: Swims, Jumps', 'Fish: Swims', 'Toad: Swims, Jumps, Croaks');
  await hand.press('Escape');
  await expect(page.locator('[data-tier="3"]')).toHaveAccessibleName(/In all 3, 1 item/);
  hand.atMost(12);
});

test('an outline typed and laid out', async ({ page }) => {
  const hand = await begin(page);
  await newDialog(hand);
  await hand.walk(page.getByLabel('The list, one line for each'), 'Shift+Tab');
  const typed = ['A school', '  Lower years', '    Year 1', '  Upper years'];
  // A line and the Enter before it.
  for (const [i, one] of typed.entries()) await hand.type(i > 0 ? `\n${one}` : one);
  await expect(page.getByText('4 lines, 3 levels')).toBeVisible();
  await hand.press('Control+Enter');
  await expect(item(page, 'Year 1')).toBeVisible();
  expect(await lines(page)).toEqual(typed);
  hand.atMost(typed.length + 4);
});

test('somebody added in the right place, by one sentence or by one key', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await hand.askFor(['Iven Sarl under maud', /Add "Iven Sarl" under Maud Ferrow/]);
  await expect(item(page, 'Iven Sarl')).toBeVisible();
  expect((await lines(page)).slice(-2)).toEqual(['    Tolu Adeyri', '    Iven Sarl']);
  hand.atMost(3);
  // One step, and where one is already it is one key.
  await page.keyboard.press('Control+z');
  await expect(item(page, 'Iven Sarl')).toHaveCount(0);
  await select(page, 'Maud Ferrow');
  await hand.press('Shift+Insert');
  await expect(page.getByRole('textbox', { name: 'Name' }).last()).toBeFocused();
  await hand.type('Iven Sarl');
  await hand.press('Enter');
  await expect(item(page, 'Iven Sarl')).toBeVisible();
});

test('three levels restyled', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  const before = await Promise.all(['Oriel', 'Piet', 'Suda'].map((name) => outline(page, name)));
  await hand.askFor(
    ['tier 1 hexagon', /Tier 1: Shape: Hexagon/],
    ['tier 2 pill', /Tier 2: Shape: Pill/],
    ['tier 3 shape cut', /Tier 3: Shape: Cut/],
  );
  for (const [i, name] of ['Oriel', 'Piet', 'Suda'].entries())
    await expect.poll(() => outline(page, name)).not.toBe(before[i]);
  hand.atMost(10);
});

test('the lowest level in columns, and one branch let off', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await hand.askFor(
    ['lowest level stack', /Lowest level: Stack/],
    ['piet spread', /Set this branch: Spread.*Piet Marrable/],
  );
  await expect
    .poll(async () => {
      const [a, b] = [(await item(page, 'Suda').boundingBox())!, (await item(page, 'Hanne').boundingBox())!];
      return Math.abs(a.y - b.y);
    })
    .toBeLessThan(2);
  hand.atMost(10);
});

test('looks by what people are, kept and used in another chart', async ({ page, request }) => {
  const other = `Other ${Date.now()}`;
  await newChart(request, STAFF, other);
  const hand = await begin(page, await newChart(request, STAFF));
  const name = `By department ${Date.now()}`;
  await hand.askFor(['colour by department', /Colour by value: Department/], [`keep as ${name}`, /^Keep this look as/]);
  await expect(page.getByText(`${name} is kept; this chart follows it.`)).toBeVisible();
  await hand.askFor([other, new RegExp(`^${other}Another chart`)]);
  await expect(item(page, 'Bo')).toBeVisible();
  await expect(page).toHaveTitle(`${other} - Dendrotax`);
  expect(await fill(page, 'Bo')).toBe(await fill(page, 'Cy'));
  await hand.askFor([name, new RegExp(name)]);
  await expect.poll(async () => (await fill(page, 'Bo')) !== (await fill(page, 'Cy'))).toBe(true);
  hand.atMost(12);
});

test('a question tree restyled', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request, LISTS.decision, 'Questions', 'decision'));
  const before = await fill(page, 'Is it dry?');
  await hand.askFor(
    ['terracotta', /House style: Terracotta/],
    ['tier 1 diamond', /Shape: Diamond/],
    ['direction down', /Direction: Down/],
  );
  await expect.poll(() => fill(page, 'Is it dry?')).not.toBe(before);
  hand.atMost(10);
});

test('an enclosure', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await hand.askFor(['round piet', /Round the branch of Piet Marrable/]);
  await expect.poll(() => text(page, 'Head of plants').count()).toBe(2);
  hand.atMost(3);
});

test('things sorted, a set renamed', async ({ page }) => {
  const hand = await begin(page);
  await newDialog(hand);
  await hand.times(4, 'ArrowDown');
  await hand.walk(page.getByRole('button', { name: /Sort into three sets/ }));
  await hand.press('Enter');
  await expect(page.getByText('5 lines')).toBeVisible();
  await hand.press('Control+Enter');
  await expect(item(page, 'Apple')).toBeVisible();
  await hand.askFor(
    ['rename round to Ball-shaped', /Rename Round to "Ball-shaped"/],
    ['leek ball', /Into the set Ball-shaped.*Leek/],
  );
  await expect(page.getByRole('button', { name: 'Name of the set Ball-shaped' })).toBeVisible();
  await expect(line(page, 'Leek')).toBeVisible();
  await expect(page.locator('[data-lines] [data-field=sets]').nth(4)).toHaveValue('Ball-shaped');
  await expect(page.getByText(/belongs to no set/)).toHaveCount(0);
  hand.atMost(12);
});

test('one font for all, one name slanted', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await hand.askFor(['font serif', /Font for all: With serifs/], ['suda slanted', /Name slanted.*Suda Welk/]);
  await expect(text(page, 'Test chart')).toHaveAttribute('font-family', 'Literata');
  await expect(text(page, 'Suda Welk')).toHaveAttribute('font-style', 'italic');
  hand.atMost(5);
});

test('a messy sheet to PDF', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const hand = await begin(page);
  await page.evaluate((text) => navigator.clipboard.writeText(text), MESS);
  await hand.press('Control+v');
  await expect(page.getByLabel('What "Vorgesetzter" is')).toHaveValue('superior');
  await hand.press('Control+Enter');
  await expect(item(page, 'Lund')).toBeVisible();
  await expect(page.locator('[data-lines] [data-field=name]').first()).toBeVisible();
  const file = page.waitForEvent('download');
  await hand.askFor(['put under asa', /Put under Åsa Lund/], ['make them one', /Make them one/], ['pdf', /^PDF/]);
  expect((await file).suggestedFilename()).toMatch(/\.pdf$/);
  // What was repaired is in the list.
  await expect(line(page, 'Jörg Ek')).toHaveCount(1);
  hand.atMost(10);
});
test('the menu of an item, by the menu key', async ({ page, request }) => {
  const hand = await begin(page, await newChart(request));
  await select(page, 'Piet Marrable');
  await hand.press('Shift+F10');
  const menu = page.getByRole('menu', { name: 'What can be done with Piet Marrable' });
  await expect(menu).toBeVisible();
  // Keys go to the menu once it has taken the focus, which is a moment after it is seen.
  await expect.poll(() => menu.evaluate((own) => own.contains(document.activeElement))).toBe(true);
  // The next one takes it only a moment after the key, too.
  for (const nth of [0, 1]) {
    await hand.press('ArrowDown');
    await expect(menu.getByRole('menuitem').nth(nth)).toBeFocused();
  }
  await hand.press('ArrowRight');
  await expect(page.getByRole('menuitem', { name: /^Under it/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(menu).toBeHidden();
  await expect(page.locator('svg.scene').first()).toBeFocused();
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
  await expect(guide.getByRole('img').first()).toBeVisible();
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
