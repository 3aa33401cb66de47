/** Everyday tasks as somebody does them who has never seen the tool, by mouse, each within so many actions. */

import { FIVE_IDEAS, Hand, MESS, openPlain, STAFF } from './hand';
import { GARDEN, item, LISTS, line, lines, newChart, noErrors, open } from './support';
import { expect, type Page, test } from './test';

const begin = async (page: Page) => {
  noErrors(page);
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New chart' }).first()).toBeVisible();
  return new Hand(page);
};
const stage = (page: Page, name: string) => page.getByRole('tab', { name });
const rail = (page: Page, tier: number) => page.locator(`[data-tier="${tier}"]`);
/** A new chart of a kind with nothing in it, its first line open: three actions. */
async function empty(hand: Hand, kind: string) {
  const { page } = hand;
  await hand.click(page.getByRole('button', { name: 'New chart' }).first());
  await hand.click(page.getByRole('dialog').getByText(kind, { exact: true }));
  await hand.click(page.getByRole('button', { name: 'Start with an empty list' }));
  await expect(page.locator('[data-lines] [data-field=name]')).toBeFocused();
}

test('a concept map with five ideas, shapes and arrows', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 'Concept map');
  await hand.lines(...FIVE_IDEAS);
  // Words are understood when they are finished.
  await hand.press('Escape');
  await expect(item(page, 'Crabs')).toBeVisible();
  expect(await page.locator('svg [data-item]').count()).toBe(5);
  await hand.click(rail(page, 1));
  await hand.choose(page.getByRole('combobox', { name: 'Shape' }).last(), 'star');
  await hand.click(rail(page, 2));
  await hand.choose(page.getByRole('combobox', { name: 'Shape' }).last(), 'ellipse');
  await hand.click(page.getByText('Lines by what they say'));
  await hand.choose(page.getByLabel('Change one more thing ...').last(), 'lineEnd');
  await hand.choose(page.getByLabel('At their end', { exact: true }).last(), 'arrow');
  hand.atMost(20);
});

test('text outside one item, and the side of a line', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  const hand = new Hand(page);
  const before = (await item(page, 'Maud Ferrow').boundingBox())!;
  await hand.menu(item(page, 'Piet Marrable'));
  await hand.click(page.getByRole('menuitem', { name: 'Its words stand' }));
  await hand.click(page.getByRole('menuitem', { name: 'Right of it' }));
  await expect(page.getByRole('menu')).toBeHidden();
  await page.waitForTimeout(500);
  const { x, y, width } = (await item(page, 'Suda Welk').boundingBox())!;
  hand.actions++;
  await page.mouse.click(x + width / 2, y - 7);
  await hand.click(stage(page, 'Arrange'));
  await hand.choose(page.getByLabel('Comes to').first(), 'left');
  await expect(page.getByText('The line from Piet Marrable to Suda Welk')).toBeVisible();
  // The others of its tier are as large as before.
  const after = (await item(page, 'Maud Ferrow').boundingBox())!;
  expect(Math.abs(after.height - before.height)).toBeLessThan(1);
  hand.atMost(6);
});

test('a school with pictures, upside down', async ({ page }) => {
  const hand = await begin(page);
  await hand.click(page.getByRole('button', { name: 'New chart' }).first());
  await hand.click(page.getByRole('button', { name: /A school/ }));
  await hand.click(page.getByRole('button', { name: 'Make the chart' }));
  await expect(item(page, 'Ada Thorne')).toBeVisible();
  await hand.click(stage(page, 'Style'));
  const names = ['Cara Moss', 'Dov Reed', 'Ena Vale', 'Gia Birch', 'Hal Ferry', 'Ida Stone'];
  for (const [i, name] of names.entries()) {
    await hand.click(item(page, name));
    // The fold that was opened once stays open.
    if (i === 0) await hand.click(page.getByText(`Picture of ${name}`));
    await hand.click(
      page.getByRole('button', { name: ['Leaf', 'Bird', 'Sun', 'Moon', 'Fish', 'Tent'][i]!, exact: true }),
    );
  }
  await hand.click(stage(page, 'Arrange'));
  await hand.click(page.locator('label', { hasText: /^Up$/ }));
  await expect
    .poll(async () => (await item(page, 'Ada Thorne').boundingBox())!.y)
    .toBeGreaterThan((await item(page, 'Cara Moss').boundingBox())!.y);
  hand.atMost(25);
});

test('a family of three from an empty chart', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 'Family tree');
  await hand.lines('Ada', '+ Karl', 'Bo');
  await expect(item(page, 'Bo')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('3 people · 2 tiers')).toBeVisible();
  await expect(rail(page, 1)).toHaveAccessibleName('Generation 1, 2 people');
  hand.atMost(10);
});

test('three levels restyled', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  const hand = new Hand(page);
  for (const [i, shape] of ['hexagon', 'pill', 'cut'].entries()) {
    await hand.click(rail(page, i + 1));
    await hand.choose(page.getByLabel('Shape'), shape);
  }
  hand.atMost(10);
});

test('the lowest level in columns, and one branch let off', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  const hand = new Hand(page);
  await hand.click(stage(page, 'Arrange'));
  await hand.click(page.locator('label', { hasText: /^Stack$/ }).last());
  await hand.click(item(page, 'Piet Marrable'));
  await hand.click(page.locator('label', { hasText: /^Spread$/ }).first());
  await page.mouse.move(900, 700);
  await expect
    .poll(async () => {
      const [a, b] = [(await item(page, 'Suda').boundingBox())!, (await item(page, 'Hanne').boundingBox())!];
      return Math.abs(a.y - b.y);
    })
    .toBeLessThan(2);
  hand.atMost(10);
});

test('two and three sets with words in the overlap, from an empty chart', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 'Venn diagram');
  await hand.lines('Frog: Swims, Jumps', 'Fish: Swims', 'Hare: Jumps');
  await expect(rail(page, 2)).toHaveAccessibleName(/In all 2, 1 item/);
  await hand.press('Enter');
  await hand.type('Toad: Swims, Jumps, Croaks');
  await page.keyboard.press('Escape');
  await expect(rail(page, 3)).toHaveAccessibleName(/In all 3, 1 item/);
  hand.atMost(12);
});

test('sets as headings: typed below each other, lines moved in belong to them', async ({ page }) => {
  const hand = await begin(page);
  await empty(hand, 'Venn diagram');
  await hand.lines('Swims', '');
  await hand.press('Tab');
  await expect(page.getByText(/Swims is a set now/)).toBeVisible();
  await hand.lines('Frog', 'Fish', '');
  await hand.press('Shift+Tab');
  await hand.lines('Jumps', '');
  await hand.press('Tab');
  await hand.lines('Frog', 'Hare');
  await page.keyboard.press('Escape');
  await expect.poll(() => lines(page)).toEqual(['Frog', 'Fish', 'Hare']);
  await expect(rail(page, 2)).toHaveAccessibleName(/In all 2, 1 item/);
});

test('an outline typed and laid out', async ({ page }) => {
  const hand = await begin(page);
  const text = ['A school', '\tLower years', '\t\tYear 1', '\tUpper years'];
  await hand.click(page.getByRole('button', { name: 'New chart' }).first());
  await hand.click(page.getByLabel('The list, one line for each'));
  for (const [i, one] of text.entries()) await hand.paste(`${i > 0 ? '\n' : ''}${one}`);
  await hand.click(page.getByRole('button', { name: 'Make the chart' }));
  await expect(item(page, 'Year 1')).toBeVisible();
  hand.atMost(text.length + 4);
});

test('somebody added in the right place', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  const hand = new Hand(page);
  await hand.click(item(page, 'Maud Ferrow'));
  await hand.click(page.getByRole('button', { name: 'Add under it (Shift Insert)' }));
  await expect(page.getByRole('textbox', { name: 'Name' }).last()).toBeFocused();
  await hand.type('Iven Sarl');
  await item(page, 'Oriel Tansley').click();
  await expect(item(page, 'Iven Sarl')).toBeVisible();
  expect(await lines(page)).toContain('    Iven Sarl');
  hand.atMost(3);
});

test('looks by what people are, kept and used in another chart', async ({ page, request }) => {
  noErrors(page);
  const other = await newChart(request, STAFF, `Other ${Date.now()}`);
  await open(page, await newChart(request, STAFF));
  const hand = new Hand(page);
  const name = `By department ${Date.now()}`;
  await hand.click(stage(page, 'Style'));
  await hand.click(page.getByRole('button', { name: '+ Colour by value' }));
  await hand.choose(page.getByRole('region', { name: 'Rules' }).getByLabel('Field'), 'department');
  await hand.click(page.getByLabel('Name of the house style'));
  await expect(page.getByText(/Kept would be: .*colours by 1 field/)).toBeVisible();
  await hand.type(name);
  await hand.press('Enter');
  const fillsDiffer = await openPlain(hand, name, other);
  await hand.click(stage(page, 'Style'));
  await hand.click(page.getByRole('button', { name: `Use ${name}` }));
  await page.mouse.move(900, 700);
  await expect.poll(fillsDiffer).toBe(true);
  hand.atMost(12);
});

test('a question tree restyled', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LISTS.decision, 'Questions', 'decision'));
  const hand = new Hand(page);
  await hand.click(stage(page, 'Style'));
  await hand.click(page.getByRole('button', { name: 'Terracotta', exact: true }));
  await hand.click(rail(page, 1));
  await hand.choose(page.getByLabel('Shape'), 'diamond');
  await hand.click(stage(page, 'Arrange'));
  await hand.click(page.locator('label', { hasText: /^Down$/ }).first());
  hand.atMost(10);
});

test('an enclosure', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  const hand = new Hand(page);
  await hand.menu(item(page, 'Piet Marrable'));
  await hand.click(page.getByRole('menuitem', { name: 'Round the branch of Piet Marrable' }));
  await expect.poll(() => page.locator('svg.scene text', { hasText: 'Head of plants' }).count()).toBe(2);
  hand.atMost(3);
});

test('things sorted, a set renamed on the sheet', async ({ page }) => {
  const hand = await begin(page);
  await hand.click(page.getByRole('button', { name: 'New chart' }).first());
  await hand.click(page.getByRole('dialog').getByText('Venn diagram', { exact: true }));
  await hand.click(page.getByRole('button', { name: /Sort into three sets/ }));
  await hand.click(page.getByRole('button', { name: 'Make the chart' }));
  await expect(item(page, 'Apple')).toBeVisible();
  await hand.twice(page.getByRole('button', { name: 'Name of the set Round' }));
  await hand.type('Ball-shaped');
  await hand.press('Enter');
  await expect(page.getByRole('button', { name: 'Name of the set Ball-shaped' })).toBeVisible();
  await page.waitForTimeout(400);
  const apple = (await item(page, 'Apple').boundingBox())!;
  await hand.drag(item(page, 'Leek'), { x: apple.x + apple.width / 2, y: apple.y + apple.height + 6 });
  await expect(line(page, 'Leek')).toBeVisible();
  await expect
    .poll(() =>
      page
        .locator('[data-lines] [data-field=sets]')
        .allInnerTexts()
        .then((all) => all.length),
    )
    .toBe(5);
  await expect(page.locator('[data-lines] [data-field=sets]').nth(4)).toHaveValue(/Ball-shaped/);
  hand.atMost(12);
});

test('one font for all, one name slanted', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  const hand = new Hand(page);
  await hand.click(stage(page, 'Style'));
  await hand.choose(page.getByLabel('Font for all'), 'serif');
  // The title too.
  await expect(page.locator('svg.scene text', { hasText: 'Test chart' })).toHaveAttribute('font-family', 'Literata');
  await hand.twice(item(page, 'Suda Welk'));
  await hand.press('Control+i');
  await hand.press('Enter');
  await expect(page.locator('svg.scene text', { hasText: 'Suda Welk' })).toHaveAttribute('font-style', 'italic');
  hand.atMost(5);
  // In the list it is seen as it is drawn, without signs.
  await stage(page, 'List').click();
  await expect(line(page, 'Suda Welk').locator('i')).toHaveText('Suda Welk');
  await expect(page.getByText('*Suda Welk*')).toHaveCount(0);
});

test('a messy sheet to PDF', async ({ page }) => {
  const hand = await begin(page);
  await hand.click(page.getByRole('button', { name: 'New chart' }).first());
  await hand.click(page.getByLabel('The list, one line for each'));
  await hand.paste(MESS);
  await expect(page.getByLabel('What "Stelle" is')).toHaveValue('post');
  await expect(page.getByLabel('What "Vorgesetzter" is')).toHaveValue('superior');
  await hand.click(page.getByRole('button', { name: 'Make the chart' }));
  await expect(item(page, 'Lund')).toBeVisible();
  await hand.click(stage(page, 'Check'));
  const together = page.getByRole('button', { name: /^Put under Åsa Lund/ }).first();
  await hand.click(together);
  await hand.click(page.getByRole('button', { name: 'Make them one' }).first());
  await hand.click(stage(page, 'Deliver'));
  const file = page.waitForEvent('download');
  await hand.click(page.getByRole('button', { name: 'PDF', exact: true }));
  expect((await file).suggestedFilename()).toMatch(/\.pdf$/);
  hand.atMost(10);
});

test('copied or printed in two actions', async ({ page, request, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, await newChart(request, GARDEN));
  const hand = new Hand(page);
  await hand.click(stage(page, 'Deliver'));
  await hand.click(page.getByRole('button', { name: 'Copy', exact: true }));
  await expect(page.getByText('The picture was copied')).toBeVisible();
  hand.atMost(2);
});
