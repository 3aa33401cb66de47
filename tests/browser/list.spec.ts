/** The list: bringing files in, the outline and the table by keyboard and mouse, repairs, work on many lines, newer lists. */

import { writeXlsx } from '../../src/core/formats';
import { item, LISTS, line, lines, newChart, noErrors, open, saved, violations } from './support';
import { expect, type Page, test } from './test';

const text = (...labels: string[]) => labels.map((label) => ({ label, type: 'text' as const }));
const xlsx = async (name: string, columns: string[], rows: string[][]) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(await writeXlsx([{ name: 'Staff', columns: text(...columns), rows }])),
});
const keys = async (page: Page, ...all: string[]) => {
  for (const key of all)
    if (key.startsWith('"')) await page.keyboard.type(key.slice(1));
    else await page.keyboard.press(key);
};
const cell = (page: Page, row: number, column: number) => page.locator(`[data-cell="${row} ${column}"]`);
const row = (page: Page, name: string) =>
  page.locator('[data-row]').filter({ has: page.locator(`[data-words="${name}"]`) });

test('a spreadsheet with mistakes of three kinds becomes a right chart', async ({ page, request }) => {
  noErrors(page);
  const staff = [
    ['7', 'Piet Marrable', 'Head', ''],
    ...Array.from({ length: 40 }, (_, i) => [
      `${i + 10}`,
      `Name ${i} Welk`,
      'Gardener',
      i % 10 === 3 ? 'Dr P. Marrable' : 'Piet Marrable',
    ]),
    ['60', 'Ines Ferrow', 'Clerk', 'Wanda Unheard'],
    ['61', 'Ravi Ferrow', 'Clerk', 'Wanda Unheard'],
    ['10', 'Name 0 Welk', 'Gardener', 'Piet Marrable'],
  ];
  const id = await newChart(request, 'Empty so far');
  await open(page, id);
  await page.getByRole('button', { name: 'Bring in a list' }).click();
  await page
    .locator('input[type=file]')
    .setInputFiles(await xlsx('staff.xlsx', ['Pers. no', 'Full name', 'Job title', 'Line manager'], staff));
  await expect(page.getByText('44 lines, 2 levels')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Take it in' }).click();

  await page.getByRole('tab', { name: /Check/ }).click();
  await page.getByRole('button', { name: 'Put under Piet Marrable, and the like for all 4' }).first().click();
  await page
    .getByRole('button', { name: /^Add a line for Wanda Unheard, and the like/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Make them one' }).first().click();
  await expect(page.getByText('To mend')).toBeHidden();
  await page.getByRole('tab', { name: /List/ }).click();
  const all = await (await request.get(`/api/charts/${id}/list`)).json();
  await saved(page);
  await expect.poll(async () => (await (await request.get(`/api/charts/${id}/list`)).json()).items.length).toBe(44);
  expect(all.items.filter(({ level }: { level: number }) => level === 1).length).toBeLessThanOrEqual(2);
});

test('columns are what a person says they are, and stay so for the next list with these headings', async ({
  page,
  request,
}) => {
  const open2 = async () => {
    await open(page, await newChart(request, 'A'));
    await page.getByRole('button', { name: 'Bring in a list' }).click();
    await page
      .getByLabel('The list, one line for each')
      .fill('Plot,Crew,Who is it\nQuay,Plants,Ann\n,,Bo\n,Seeds,Cy\n');
  };
  await open2();
  await page.getByLabel('The first line names the columns').check();
  await page.getByLabel('What "Plot" is').selectOption('@level');
  await page.getByLabel('What "Crew" is').selectOption('@level');
  await page.getByLabel('What "Who is it" is').selectOption('name');
  await expect(page.getByText('6 lines, 3 levels')).toBeVisible();
  await open2();
  await expect(page.getByText('Columns as you chose them for these headings the last time.')).toBeVisible();
  await expect(page.getByText('6 lines, 3 levels')).toBeVisible();
  await page.getByRole('button', { name: 'Find them out anew' }).click();
  await expect(page.getByText('4 lines, 1 level')).toBeVisible();
});

test('files that are no lists are refused in words and nothing is lost', async ({ page, request }) => {
  await open(page, await newChart(request));
  await page.getByRole('button', { name: 'Bring in a list' }).click();
  await page.getByLabel('The list, one line for each').fill('Kept');
  const drop = (name: string, bytes: Buffer) =>
    page.locator('input[type=file]').setInputFiles({ name, mimeType: 'application/octet-stream', buffer: bytes });
  const good = Buffer.from(await writeXlsx([{ name: 'L', columns: text('Name'), rows: [['A']] }]));
  await drop('cut.xlsx', good.subarray(0, good.length - 300));
  await expect(page.getByRole('alert')).toContainText(/cut off or damaged|can not be read/);
  await drop('old.xls', Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1]));
  await expect(page.getByRole('alert')).toContainText('save it as .xlsx');
  await drop('huge.csv', Buffer.alloc(9 * 1024 * 1024, 0x61));
  await expect(page.getByRole('alert')).toContainText('larger than 8 MB');
  await expect(page.getByLabel('The list, one line for each')).toHaveValue('Kept');
  await drop('commas.csv', Buffer.alloc(1_000_000, 0x2c));
  await expect(page.getByText(/Line 1 has more than 100000 letters/)).toBeVisible();
});

test('a file that is not in UTF-8 is read by its letters, and another encoding can be chosen', async ({
  page,
  request,
}) => {
  // "Łukasz Śnieg;Księgowość", "Bożena Wiśniewska;Ścieżka", in Windows-1250.
  const file = Buffer.from(
    'Imi\xea;Stanowisko\n\xa3ukasz \x8cnieg;Ksi\xeagowo\x9c\xe6\nBo\xbfena Wi\x9cniewska;\x8ccie\xbfka\n',
    'latin1',
  );
  await open(page, await newChart(request));
  await page.getByRole('button', { name: 'Bring in a list' }).click();
  await page.locator('input[type=file]').setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: file });
  const list = page.getByRole('textbox', { name: 'The list, one line for each' });
  await expect(list).toHaveValue(/Łukasz Śnieg;Księgowość\nBożena Wiśniewska;Ścieżka/);
  await expect(page.getByRole('alert')).toContainText('read as Windows-1250');
  await page.getByLabel('Encoding of the file').selectOption('macintosh');
  await expect(list).not.toHaveValue(/Łukasz/);
  await page.getByLabel('Encoding of the file').selectOption('windows-1250');
  await expect(list).toHaveValue(/Łukasz/);

  // The API says what it took the file for, and takes another.
  const post = (query: string) =>
    request.post(`/api/charts${query}`, { data: file, headers: { 'content-type': 'text/csv' } });
  const made = await (await post('?name=a.csv')).json();
  expect(made.encoding).toBe('windows-1250');
  expect((await (await post('?name=a.csv&encoding=macintosh')).json()).encoding).toBe('macintosh');
  expect((await post('?name=a.csv&encoding=marsian')).status()).toBe(422);
});

test('a long list is read with progress and can be stopped', async ({ page, request }) => {
  await open(page, await newChart(request));
  await page.getByRole('button', { name: 'Bring in a list' }).click();
  const rows = Array.from(
    { length: 29_000 },
    (_, i) => `${i},Person ${i},Post of some length ${i % 90},${i === 0 ? '' : Math.floor((i - 1) / 5)}`,
  );
  await page.locator('input[type=file]').setInputFiles({
    name: 'long.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Id,Name,Post,Manager id\n${rows.join('\n')}\n`),
  });
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText(/(Reading|Opening) was stopped/)).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  expect(await lines(page)).toContain('Oriel Tansley');
});

test('the outline: whole lines by keyboard, folded, jumped to, selected together, cut and pasted', async ({
  page,
  request,
}) => {
  noErrors(page);
  await open(page, await newChart(request));
  await line(page, 'Piet Marrable').focus();
  await keys(page, 'Escape');
  await expect(row(page, 'Piet Marrable')).toBeFocused();
  await keys(page, 'ArrowLeft');
  expect(await lines(page)).toEqual(['Oriel Tansley', '  Piet Marrable', '  Maud Ferrow', '    Tolu Adeyri']);
  await keys(page, 'ArrowRight', '"ma');
  await expect(row(page, 'Maud Ferrow')).toBeFocused();
  await keys(page, 'Shift+ArrowUp', 'Shift+ArrowUp');
  await expect(page.locator('[data-row][aria-selected=true]')).toHaveCount(3);
  await keys(page, 'Alt+ArrowLeft');
  expect(await lines(page)).toEqual([
    'Oriel Tansley',
    '  Piet Marrable',
    '  Suda Welk',
    '  Hanne Ostrey',
    'Maud Ferrow',
    '  Tolu Adeyri',
  ]);
  await keys(page, 'Control+z', 'Control+z');
  await line(page, 'Suda Welk').focus();
  await keys(page, 'Escape', 'Shift+ArrowDown');
  await keys(page, 'Control+x');
  await expect
    .poll(() => lines(page))
    .toEqual(['Oriel Tansley', '  Piet Marrable', '  Maud Ferrow', '    Tolu Adeyri']);
  await keys(page, 'Control+z');
  await expect.poll(async () => (await lines(page)).length).toBe(6);

  // Two lines in one item, wrapped in place and drawn so.
  await line(page, 'Tolu Adeyri').focus();
  await keys(page, 'End', 'Shift+Enter', '"and helpers');
  await expect(item(page, 'Tolu Adeyri')).toHaveAttribute('aria-label', /and helpers/);
  await keys(page, 'Enter');
  expect(await lines(page)).toContain('    Tolu Adeyri\nand helpers');
  expect(await violations(page)).toEqual([]);
});

test('branches go through the clipboard: to other programs as indented text, to another chart complete', async ({
  page,
  request,
}) => {
  await open(page, await newChart(request));
  const copied = await page.evaluate(() => {
    const target = [...document.querySelectorAll<HTMLElement>('[data-row]')].find((one) =>
      one.innerHTML.includes('Piet Marrable'),
    )!;
    target.dispatchEvent(new MouseEvent('mousedown', { bubbles: true }));
    const data = new DataTransfer();
    target.dispatchEvent(new ClipboardEvent('copy', { bubbles: true, cancelable: true, clipboardData: data }));
    return Object.fromEntries([...data.types].map((type) => [type, data.getData(type)]));
  });
  expect(copied['text/plain']).toBe(
    'Piet Marrable | Head of plants\n\tSuda Welk | Glasshouse lead\n\tHanne Ostrey | Outdoor beds lead\n',
  );
  const paste = (data: Record<string, string>, at: string) =>
    page.evaluate(
      ([of, name]) => {
        const target = [...document.querySelectorAll<HTMLElement>('[data-row]')].find((one) =>
          one.innerHTML.includes(name),
        )!;
        target.dispatchEvent(new MouseEvent('mousedown', { bubbles: true }));
        const transfer = new DataTransfer();
        for (const [type, words] of Object.entries(of)) transfer.setData(type, words);
        target.dispatchEvent(new ClipboardEvent('paste', { bubbles: true, cancelable: true, clipboardData: transfer }));
      },
      [data, at] as const,
    );
  await open(page, await newChart(request, 'Ann\n\tBo\n'));
  await paste(copied, 'Bo');
  await expect.poll(() => lines(page)).toEqual(['Ann', '  Bo', '  Piet Marrable', '    Suda Welk', '    Hanne Ostrey']);
  await paste({ 'text/plain': 'Cy\n  Di\n' }, 'Ann');
  await expect.poll(async () => (await lines(page)).slice(-2)).toEqual(['Cy', '  Di']);
  // A list of a document is looked at first.
  await paste({ 'text/plain': 'E\nF', 'text/html': '<ul><li>E<ul><li>F</ul></ul>' }, 'Cy');
  await expect(page.getByLabel('The list, one line for each')).toHaveValue('E\n\tF\n');
});

test('a branch is dragged in the outline with the drop place shown', async ({ page, request }) => {
  await open(page, await newChart(request));
  const handle = row(page, 'Hanne Ostrey').getByTitle('Drag to move the branch');
  await handle.hover();
  await page.mouse.down();
  const target = (await row(page, 'Maud Ferrow').boundingBox())!;
  await page.mouse.move(target.x + 100, target.y + 4, { steps: 4 });
  await page.mouse.move(target.x + 100, target.y + target.height / 2, { steps: 4 });
  await expect(row(page, 'Maud Ferrow').locator('.border-good')).toBeVisible();
  await page.mouse.up();
  await expect
    .poll(() => lines(page))
    .toEqual([
      'Oriel Tansley',
      '  Piet Marrable',
      '    Suda Welk',
      '  Maud Ferrow',
      '    Tolu Adeyri',
      '    Hanne Ostrey',
    ]);
});

test('the table: written, filled, pasted and moved in by keyboard; superiors are offered', async ({
  page,
  request,
}) => {
  noErrors(page);
  const id = await newChart(request);
  await open(page, id);
  await page.getByText('Table', { exact: true }).click();
  await cell(page, 3, 2).click();
  await expect(page.locator('[data-table]')).toBeFocused();
  await keys(page, '"mau');
  await expect(page.getByRole('option', { name: /Maud Ferrow/ })).toBeVisible();
  await keys(page, 'Enter');
  await page.getByText('Outline', { exact: true }).click();
  await expect
    .poll(() => lines(page))
    .toEqual([
      'Oriel Tansley',
      '  Piet Marrable',
      '    Suda Welk',
      '  Maud Ferrow',
      '    Tolu Adeyri',
      '    Hanne Ostrey',
    ]);
  await page.getByText('Table', { exact: true }).click();
  await cell(page, 0, 4).click();
  await keys(page, '"Garden', 'Enter', 'ArrowUp', 'Shift+ArrowDown', 'Shift+ArrowDown', 'Control+d');
  for (const at of [0, 1, 2]) await expect(cell(page, at, 4)).toHaveText('Garden');
  await keys(page, 'Control+z');
  await expect(cell(page, 2, 4)).toHaveText('');

  // A block from a spreadsheet, longer than the list: the rest become new lines.
  await cell(page, 5, 0).click();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Hanne Ostrey\tBeds lead\tMaud Ferrow\nEd Lark\tClerk\tHanne Ostrey\n');
    document
      .querySelector('[data-table]')!
      .dispatchEvent(new ClipboardEvent('paste', { bubbles: true, cancelable: true, clipboardData: data }));
  });
  await expect(item(page, 'Ed Lark')).toBeVisible();
  await saved(page);
  const list = await (await request.get(`/api/charts/${id}/list?as=outline`)).text();
  expect(list).toContain('\t\tHanne Ostrey | Beds lead\n\t\t\tEd Lark | Clerk\n');
  const copied = await page.evaluate(() => {
    const data = new DataTransfer();
    document
      .querySelector('[data-table]')!
      .dispatchEvent(new ClipboardEvent('copy', { bubbles: true, cancelable: true, clipboardData: data }));
    return data.getData('text/plain');
  });
  expect(copied).toBe('Hanne Ostrey\tBeds lead\tMaud Ferrow\nEd Lark\tClerk\tHanne Ostrey');
  await page.getByRole('button', { name: 'Add a line' }).click();
  await expect(page.locator('[data-table]')).toBeFocused();
  await keys(page, '"Fay Holt', 'Enter');
  await expect(item(page, 'Fay Holt')).toBeVisible();
  await keys(page, 'ArrowUp');
  await page.getByRole('button', { name: 'Remove line' }).click();
  await expect(item(page, 'Fay Holt')).toBeHidden();
  expect(await violations(page)).toEqual([]);
});

test('the view of the table is sorted and filtered, the list is not; columns are added and hidden', async ({
  page,
  request,
}) => {
  const id = await newChart(request);
  await open(page, id);
  await page.getByText('Table', { exact: true }).click();
  await page.getByRole('button', { name: 'Name', exact: true }).click();
  await page.getByRole('button', { name: 'Sort down' }).click();
  await expect(cell(page, 0, 0)).toHaveText('Tolu Adeyri');
  await page.getByRole('button', { name: 'Post', exact: true }).click();
  await page.getByLabel('Only with').fill('lead');
  await page.keyboard.press('Escape');
  await expect(page.getByText('2 of 6 lines')).toBeVisible();
  await expect(cell(page, 0, 0)).toHaveText('Suda Welk');
  for (const name of [/^Name ↓/, /^Post: lead/]) await page.getByRole('button', { name }).click();
  await expect(cell(page, 0, 0)).toHaveText('Oriel Tansley');

  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByLabel('New column').fill('First aider');
  await page.getByLabel('Holds').selectOption('yes-no');
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByLabel('Department').uncheck();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: 'Department' })).toBeHidden();
  const heads = await page.getByRole('columnheader').allTextContents();
  const at = heads.indexOf('First aider') - 1;
  await cell(page, 1, at).click();
  await keys(page, ' ');
  await expect(cell(page, 1, at)).toHaveText('✓');
  // The new field in the items.
  await page.getByRole('tab', { name: /Style/ }).click();
  await page.getByText('Fields in items').click();
  // Of the whole chart: the selected item has a form of its own before it.
  await page.getByLabel('Add a line with ...').last().selectOption('First aider');
  await expect(item(page, 'Piet Marrable').locator('text').last()).toHaveText('yes');
  await page.getByRole('button', { name: 'As it comes' }).click();
  await expect(item(page, 'Piet Marrable').locator('text').last()).toHaveText('Head of plants');
});

test('other kinds bring their own columns: ticks for sets, mothers by name', async ({ page, request }) => {
  await open(page, await newChart(request, LISTS.venn, 'Test chart', 'venn'));
  await page.getByText('Table', { exact: true }).click();
  await expect(page.getByRole('columnheader', { name: 'Paths' })).toBeVisible();
  const heads = await page.getByRole('columnheader').allTextContents();
  expect(heads.slice(-3)).toEqual(['Bees', 'Pond', 'Paths']);
  await cell(page, 0, 2).click();
  await keys(page, ' ');
  await page.getByText('Outline', { exact: true }).click();
  await expect(page.locator('[data-lines] [data-field=sets]').first()).toHaveValue('Bees, Pond');

  await open(page, await newChart(request, 'Ada Fenn (1870, f)\nCy Fenn (1895)\n', 'Test chart', 'family'));
  await page.getByText('Table', { exact: true }).click();
  await expect(page.getByRole('columnheader', { name: 'Mother' })).toBeVisible();
  await cell(page, 1, (await page.getByRole('columnheader').allTextContents()).indexOf('Mother') - 1).click();
  await keys(page, '"ada', 'Enter');
  await page.getByText('Outline', { exact: true }).click();
  await expect.poll(() => lines(page)).toEqual(['Ada Fenn', '  Cy Fenn']);
});

test('many lines are worked on at once, counted and seen before, one undo step each', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request));
  await page.getByRole('button', { name: 'Work on many lines' }).click();
  await page.getByRole('button', { name: 'Sort', exact: true }).hover();
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  expect(await lines(page)).toEqual([
    'Oriel Tansley',
    '  Maud Ferrow',
    '    Tolu Adeyri',
    '  Piet Marrable',
    '    Hanne Ostrey',
    '    Suda Welk',
  ]);
  await page.getByLabel('What to do').selectOption('replace');
  await page.getByRole('form').getByLabel('Find').fill('lead');
  await page.getByLabel('Put instead').fill('keeper');
  await page.getByLabel('In', { exact: true }).selectOption('*');
  await expect(page.getByText('Found in 2 cells.')).toBeVisible();
  await page.getByRole('button', { name: 'Replace', exact: true }).click();
  await expect(item(page, 'Glasshouse keeper')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(item(page, 'Glasshouse lead')).toBeVisible();
});

test('problems stand at their lines, are mended there, or are left so on purpose', async ({ page, request }) => {
  const id = await newChart(request, 'Ann | Head\n\tPiet Marrable | Lead\n\tPiet Marable | Lead\n');
  await open(page, id);
  await line(page, 'Piet Marable').focus();
  await keys(page, 'Alt+Enter');
  await page.getByRole('button', { name: 'Leave it so' }).click();
  await expect(row(page, 'Piet Marable').getByRole('button', { name: /What is wrong/ })).toBeHidden();
  await page.getByRole('tab', { name: /Check/ }).click();
  await expect(page.getByText('1 was left so on purpose.')).toBeVisible();
  await page.getByRole('button', { name: 'Show them again' }).click();
  await page.getByRole('button', { name: 'Make them one, as Piet Marrable' }).click();
  await page.getByRole('tab', { name: /List/ }).click();
  await expect.poll(() => lines(page)).toEqual(['Ann', '  Piet Marrable']);
});

test('next month’s list is compared, seen on list and sheet, and taken in by choice', async ({ page, request }) => {
  noErrors(page);
  const old = [
    ['1', 'Ann Oke', 'Head', ''],
    ['2', 'Bo Welk', 'Lead', '1'],
    ['3', 'Cy Roke', 'Clerk', '2'],
    ['4', 'Di Penn', 'Clerk', '2'],
  ];
  const heads = ['Id', 'Name', 'Post', 'Manager id'];
  const id = await newChart(request, [heads, ...old].map((cells) => cells.join(',')).join('\n'));
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'set-listed', day: '2026-10-01' }] },
  });
  await open(page, id);
  await page.getByRole('button', { name: 'Newer list' }).click();
  const fresh = [
    old[0]!,
    ['2', 'Bo Ferrow', 'Lead', '1'],
    ['3', 'Cy Roke', 'Senior clerk', '1'],
    ['5', 'Ed Lark', 'Clerk', '2'],
  ];
  await page.locator('input[type=file]').setInputFiles(await xlsx('november.xlsx', heads, fresh));
  await page.getByRole('button', { name: 'Compare with this chart' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'joined' })).toHaveText(
    '1 joined, 1 left, 1 moved, 1 renamed, 1 changed since 1 October 2026',
  );
  await expect(page.getByText('from Bo Welk to Ann Oke')).toBeVisible();
  await expect(item(page, 'Ed Lark')).toBeVisible();
  await expect(page.locator('[data-row]').filter({ hasText: 'left' })).toHaveCount(1);
  expect(await violations(page)).toEqual([]);
  await page.getByLabel('Left: Di Penn').uncheck();
  await page.getByRole('button', { name: 'Take 4 in' }).click();
  await expect.poll(() => lines(page)).toEqual(['Ann Oke', '  Bo Ferrow', '    Di Penn', '    Ed Lark', '  Cy Roke']);
  await keys(page, 'Control+z');
  await expect.poll(() => lines(page)).toEqual(['Ann Oke', '  Bo Welk', '    Cy Roke', '    Di Penn']);
});

test('the list goes out in every form, and the same file comes in again over the API', async ({ request }) => {
  const id = await newChart(request);
  const before = (await (await request.get(`/api/charts/${id}/list`)).json()).items;
  for (const form of ['xlsx', 'csv', 'outline', 'markdown', 'opml', 'json']) {
    const file = await request.get(`/api/charts/${id}/list?as=${form}&save=1`);
    expect(file.headers()['content-disposition']).toMatch(/^attachment/);
    const type = form === 'json' ? 'text/plain' : file.headers()['content-type']!;
    const answer = await request.put(`/api/charts/${id}/list?try=1`, {
      data: await file.body(),
      headers: { 'content-type': type },
    });
    expect(await answer.json()).toMatchObject({ joined: [], left: [], moved: [], renamed: [], changed: [] });
  }
  expect((await (await request.get(`/api/charts/${id}/list`)).json()).items).toEqual(before);
  const broken = await request.put(`/api/charts/${id}/list`, {
    data: Buffer.from('PK\u0003\u0004cut'),
    headers: { 'content-type': 'application/octet-stream' },
  });
  expect([broken.status(), (await broken.json()).problems[0].code]).toEqual([422, 'unreadable-file']);
  // Columns may be said, and are remembered for the next list with these headings.
  const list = 'Plot no,Crew\n1,Plants\n1.1,Seeds\n';
  const roles = { 'Plot no': 'id', Crew: 'name' };
  expect(
    (await request.put('/api/column-roles', { data: { kind: 'org', headings: ['Plot no', 'Crew'], roles } })).status(),
  ).toBe(204);
  const found = await (await request.get('/api/column-roles?kind=org&heading=Plot%20no&heading=Crew')).json();
  expect(found).toEqual({ roles });
  const answer = await request.put(`/api/charts/${id}/list`, { data: { list, try: true } });
  expect((await answer.json()).joined.map(({ under }: { under: string | null }) => under)).toEqual([null, null]);
  expect((await request.get('/api/column-roles?kind=nothing&heading=a')).status()).toBe(422);
});
