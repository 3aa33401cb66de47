/** Working on the sheet itself: menu, strip, plus, lines, sets; and that all of it can be used without seeing or a mouse. */

import { GARDEN, item, LISTS, line, lines, newChart, noErrors, open, violations } from './support';
import { expect, test } from './test';

test('nothing on any screen breaks the accessibility rules, menus and dialogs open included', async ({
  browser,
  request,
  baseURL,
}) => {
  test.setTimeout(300_000);
  const context = await browser.newContext({ baseURL: baseURL! });
  const page = await context.newPage();
  await open(page, await newChart(request));
  for (const key of ['1', '2', '3', '4', '5']) {
    await page.keyboard.press(`Alt+${key}`);
    await item(page, 'Piet Marrable').click();
    await expect(page.getByRole('toolbar', { name: 'At the selected item' })).toBeAttached();
    expect(await violations(page), `stage ${key}, an item selected`).toEqual([]);
  }
  await item(page, 'Piet Marrable').click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Colour' }).hover();
  await expect(page.getByRole('menuitem', { name: /^Colour 1,/ })).toBeVisible();
  expect(await violations(page), 'the menu').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  for (const [name, show] of [
    ['Find anything', 'Control+k'],
    ['Keys', '?'],
  ] as const) {
    await page.locator('svg.scene').first().focus();
    await page.keyboard.press(show);
    await expect(page.getByRole('dialog', { name })).toBeVisible();
    expect(await violations(page), name).toEqual([]);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'How it works, stage by stage' }).click();
  await expect(page.getByRole('dialog', { name: 'Guide' }).getByRole('img').first()).toBeVisible();
  expect(await violations(page), 'the guide').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Change the kind of diagram/ }).click();
  expect(await violations(page), 'the kinds').toEqual([]);
  await page.keyboard.press('Escape');
  await open(page, await newChart(request, LISTS.venn, 'Sets', 'venn'));
  expect(await violations(page), 'sets').toEqual([]);
  await context.close();
});

test('where colours are forced, what is chosen is seen by its outline', async ({ page, request }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await open(page, await newChart(request));
  const width = (name: string) =>
    page.getByRole('tab', { name }).evaluate((element) => getComputedStyle(element).outlineStyle);
  expect(await width('List')).toBe('solid');
  expect(await width('Style')).toBe('none');
});

test('what is read out names the tier and what leads to an item', async ({ page, request }) => {
  await open(page, await newChart(request, LISTS.concept, 'Marsh', 'concept'));
  await expect(item(page, 'Mud')).toHaveAttribute('aria-description', /2 links away; bring, from Tides/);
  await item(page, 'Tides').click();
  await expect(page.getByText('Tides. 1 link away; is flooded by, from Marsh. 1 of 2.')).toBeAttached();
});

test('what can be pressed at an item is large enough to be touched', async ({ page, request }) => {
  await open(page, await newChart(request));
  await item(page, 'Piet Marrable').click();
  const buttons = page.getByRole('toolbar', { name: 'At the selected item' }).getByRole('button');
  expect(await buttons.count()).toBe(7);
  for (const button of await buttons.all()) {
    const { width, height } = (await button.boundingBox())!;
    expect(Math.min(width, height)).toBeGreaterThanOrEqual(24);
  }
});

test('a drop on nothing says why, one that the system cancels is none', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  await page.waitForTimeout(300);
  const before = await lines(page);
  const from = (await item(page, 'Suda Welk').boundingBox())!;
  const grab = async () => {
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
  };
  await grab();
  await page.mouse.move(from.x + 20, from.y + 180, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText(/Nothing was moved: let go over an item/)).toBeVisible();
  const to = (await item(page, 'Maud Ferrow').boundingBox())!;
  await grab();
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 5 });
  await expect(page.getByText('Under Maud Ferrow')).toBeVisible();
  await page.evaluate(() => window.dispatchEvent(new PointerEvent('pointercancel')));
  await expect(page.getByText('Under Maud Ferrow')).toBeHidden();
  await page.mouse.up();
  expect(await lines(page)).toEqual(before);
});

for (const [kind, list, to, above] of [
  ['org', GARDEN, 'Suda Welk', 7],
  ['concept', LISTS.concept, 'Mud', 6],
  ['decision', LISTS.decision, 'Thyme', 6],
  ['family', LISTS.family, 'Ed Fenn', 6],
] as const)
  test(`a line of a ${kind} chart is picked by a click, its end dragged to another side, and put back`, async ({
    page,
    request,
  }) => {
    noErrors(page);
    await open(page, await newChart(request, list, 'Lines', kind));
    await page.waitForTimeout(400);
    const box = (await item(page, to).boundingBox())!;
    await page.mouse.click(box.x + box.width / 2, box.y - above);
    const end = page.getByRole('button', { name: /^Where the line ends/ });
    await expect(end).toBeVisible();
    await page.keyboard.press('Alt+2');
    const comes = page.getByLabel('Comes to').first();
    await expect(comes).toHaveValue('');
    const grip = (await end.boundingBox())!;
    await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width + 8, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect(comes).toHaveValue('right');
    await page.getByRole('button', { name: 'Back to its own way' }).click();
    await expect(comes).toHaveValue('');
    // Heads at either end, or none.
    await page.keyboard.press('Alt+3');
    await page.getByLabel('Change one more thing ...').first().selectOption('lineStart');
    await page.getByLabel('At their start').first().selectOption('dot');
    await page.keyboard.press('Control+z');
  });

test('sets are renamed in the list and in the key, their items stay', async ({ page, request }) => {
  noErrors(page);
  const id = await newChart(request, LISTS.venn, 'Sets', 'venn');
  const key = [{ type: 'set-page', page: { key: true } }];
  expect((await request.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: key } })).status()).toBe(200);
  await open(page, id);
  const sets = page.getByRole('region', { name: 'Sets' });
  await sets.getByLabel('Name of the set Pond').fill('Ponds');
  await page.keyboard.press('Enter');
  // At the shape and in the key.
  const names = page.getByRole('button', { name: 'Name of the set Ponds' });
  await expect(names).toHaveCount(2);
  await names.last().dblclick();
  await page.keyboard.type('Lakes');
  await page.keyboard.press('Enter');
  await expect(sets.getByLabel('Name of the set Lakes')).toBeVisible();
  await expect(page.locator('[data-lines] [data-field=sets]').nth(1)).toHaveValue('Lakes');
  await sets.getByLabel('Name of the set Lakes').fill('Bees');
  await page.keyboard.press('Enter');
  await expect(page.getByText('There is a set Bees already.')).toBeVisible();
  await expect(sets.getByLabel('Name of the set Lakes')).toHaveValue('Lakes');
});

test('a column of one’s own is there to be filled before any line has it', async ({ page, request }) => {
  noErrors(page);
  const id = await newChart(request);
  const columns = [{ type: 'set-columns', columns: { Badge: { type: 'text' } } }];
  expect((await request.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: columns } })).status()).toBe(
    200,
  );
  await open(page, id);
  await line(page, 'Suda Welk').click();
  await page.getByText(/More fields/).click();
  await page.getByLabel('Badge').fill('17');
  await expect(page.getByText(/1 more field/)).toBeVisible();
});

test('answers given once are not asked again by the next list', async ({ request }) => {
  const LIST =
    'Name,Post,Reports to\nOriel Tansley,Director,\nPiet Marrable,Head,Oriel Tansley\nSuda Welk,Lead,P. Marable\n';
  const id = await newChart(request, LIST);
  const stored = (await (await request.get(`/api/charts/${id}`)).json()) as {
    chart: { items: Record<string, { id: string; fields: Record<string, string> }> };
  };
  const who = (name: string) => Object.values(stored.chart.items).find(({ fields }) => fields['name'] === name)!.id;
  const changes = [
    { type: 'move-branch', id: who('Suda Welk'), parent: who('Piet Marrable') },
    { type: 'edit-fields', id: who('Suda Welk'), fields: { superior: null } },
    {
      type: 'set-answers',
      answers: { 'superior p. marable': { choice: 'Put under Piet Marrable', says: 'P. Marable is Piet Marrable' } },
    },
  ];
  expect((await request.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes } })).status()).toBe(200);
  const put = await request.put(`/api/charts/${id}/list`, { data: { list: LIST, try: true } });
  const answer = (await put.json()) as { summary: string; answered: string[]; moved: unknown[] };
  expect(answer.summary).toBe('Nothing changed');
  expect(answer.answered).toEqual(['P. Marable is Piet Marrable']);
});
