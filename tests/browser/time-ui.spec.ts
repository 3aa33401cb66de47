/** Views, History and Trial as they are worked with. */

import { item, newChart, noErrors, open, saved, violations } from './support';
import { type APIRequestContext, expect, type Page, test } from './test';

const TRUST = `Name,Post,Reports to,Place,Cost
Hanne Ostrey,Director,,Quay,60
Suda Welk,Head of ferns,Hanne Ostrey,Ferns,40
Ravi Thurle,Beds,Suda Welk,Ferns,30
Ulla Sallow,Pond,Suda Welk,Ferns,30
Piet Vann,Head of dunes,Hanne Ostrey,Dunes,40
Edda Tye,Gate,Piet Vann,Dunes,20
`;
const stage = (page: Page, name: string) => page.getByRole('tab', { name });
const rows = (page: Page) =>
  page.getByRole('list', { name: 'Views' }).getByRole('button', { name: /^(Open |The whole)/ });
const chartOf = async (request: APIRequestContext, id: string) =>
  ((await (await request.get(`/api/charts/${id}`)).json()) as { chart: Chart }).chart;
interface Chart {
  readonly title: string;
  readonly arrangement: Record<string, unknown>;
  readonly items: Record<string, { id: string; parent: string | null; fields: Record<string, string> }>;
}
const idOf = (chart: Chart, name: string) =>
  Object.values(chart.items).find(({ fields }) => fields['name'] === name)!.id;
async function change(request: APIRequestContext, id: string, ...changes: object[]) {
  const { revision } = (await (await request.get(`/api/charts/${id}`)).json()) as { revision: number };
  const answer = await request.patch(`/api/charts/${id}/changes`, { data: { base: revision, changes } });
  expect(answer.status(), await answer.text()).toBe(200);
}

test.describe('views beside the sheet', () => {
  test('one for each in one action; opened, arranged on its own, while the list stays one', async ({
    page,
    request,
  }) => {
    noErrors(page);
    const id = await newChart(request, TRUST, 'Trust');
    await open(page, id);
    await stage(page, 'Views').click();
    await page.getByLabel('Of what').selectOption({ label: 'Value of Place' });
    await page.getByRole('button', { name: 'Make them' }).click();
    await expect(rows(page)).toHaveText([/The whole chart/, /Quay/, /Ferns/, /Dunes/]);
    await expect(page.getByRole('list', { name: 'Views' }).locator('svg')).toHaveCount(3);
    await expect(rows(page).nth(2)).toContainText('3 of 6 posts');
    await rows(page).nth(2).click();
    await expect(item(page, 'Suda Welk')).toBeVisible();
    await expect(item(page, 'Piet Vann')).toHaveCount(0);
    await expect(page.getByRole('status').filter({ hasText: 'View: Ferns' })).toBeVisible();
    expect(await violations(page)).toEqual([]);
    // What is arranged is the view's alone.
    await stage(page, 'Arrange').click();
    await page.getByText('To the right', { exact: true }).first().click();
    await saved(page);
    const after = await chartOf(request, id);
    expect(after.arrangement['direction']).toBeUndefined();
    const { views } = (await (await request.get(`/api/charts/${id}/views`)).json()) as {
      views: { name: string; arrangement?: object }[];
    };
    expect(views.map(({ name, arrangement }) => [name, arrangement])).toEqual([
      ['Quay', undefined],
      ['Ferns', { direction: 'right' }],
      ['Dunes', undefined],
    ]);
    // What is written in the list is in every view at once: somebody who moves to the dunes leaves the ferns.
    await stage(page, 'List').click();
    await expect(page.locator('[data-lines] [data-words="Piet Vann"]')).toBeVisible();
    const line = page.locator('[data-lines] [data-field=name][data-words="Ravi Thurle"]');
    await line.click();
    await line.fill('Ravi Tye');
    await expect(item(page, 'Ravi Tye')).toBeVisible();
    await page.getByRole('button', { name: 'To the whole chart' }).click();
    await expect(item(page, 'Piet Vann')).toBeVisible();
    await page.keyboard.press('Control+z');
    await saved(page);
    // Where nothing is of it any more it says so, and can be taken away.
    const all = Object.keys(after.items);
    await change(request, id, {
      type: 'edit-lines',
      edits: Object.fromEntries(all.map((one) => [one, { place: null }])),
    });
    const { views: left } = (await (await request.get(`/api/charts/${id}/views`)).json()) as {
      views: { id: string }[];
    };
    for (const { id: one } of left) await request.delete(`/api/charts/${id}/views/${one}`);
    await stage(page, 'Views').click();
    await expect(page.getByText('nothing in the list is of that just now')).toBeVisible();
    await page.getByRole('button', { name: 'Remove', exact: true }).click();
    await expect(page.getByText('nothing in the list is of that just now')).toHaveCount(0);
  });

  test('are made by hand, renamed, copied, moved, removed, taken back by undo, and by the keyboard', async ({
    page,
    request,
  }) => {
    noErrors(page);
    const id = await newChart(request, TRUST, 'Trust');
    await open(page, id);
    await page.keyboard.press('Alt+6');
    await expect(stage(page, 'Views')).toBeFocused();
    await page.locator('summary', { hasText: 'New view' }).click();
    const form = page.locator('details', { hasText: 'New view' });
    await form.getByLabel('The branch of').selectOption({ label: 'Suda Welk' });
    await form.getByLabel('Name of the view').fill('Ferns');
    await form.getByRole('button', { name: 'Make the view' }).click();
    await expect(rows(page)).toHaveText([/The whole/, /Ferns/]);
    await expect(page.locator('main')).toContainText('Trust: Ferns');
    await expect(page.locator('main')).toContainText('Hanne Ostrey · 3 of 6 posts left out');
    await page.getByRole('button', { name: 'Rename', exact: true }).click();
    await page.getByRole('textbox', { name: 'Name of the view' }).first().fill('Fern house');
    await page.keyboard.press('Enter');
    await expect(rows(page).nth(1)).toContainText('Fern house');
    await page.getByRole('button', { name: 'Copy', exact: true }).click();
    await expect(rows(page)).toHaveText([/The whole/, /Fern house3 of/, /Fern house, copy/]);
    await page.getByRole('button', { name: 'Further up' }).click();
    await expect(rows(page)).toHaveText([/The whole/, /Fern house, copy/, /Fern house3 of/]);
    // How it says where it belongs, and what is kept out of it.
    await page.getByText('Drawn', { exact: true }).click();
    await expect(item(page, 'Hanne Ostrey')).toBeVisible();
    await page.locator('summary', { hasText: 'Kept out of it' }).click();
    await page.getByRole('checkbox', { name: 'Post' }).check();
    await expect(item(page, 'Suda Welk')).not.toHaveAttribute('aria-label', /Head of ferns/);
    await page.getByRole('button', { name: 'Remove', exact: true }).click();
    await expect(rows(page)).toHaveCount(2);
    await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click();
    await expect(rows(page)).toHaveCount(3);
    await open(page, id);
    await page.keyboard.press('Alt+6');
    await expect(rows(page)).toHaveCount(3);
    // A view of what is gone says so.
    const chart = await chartOf(request, id);
    await change(request, id, { type: 'remove-branch', id: idOf(chart, 'Suda Welk') });
    await expect(rows(page).nth(1)).toContainText('not in the list any more');
    await rows(page).nth(1).click();
    await expect(page.locator('main')).toContainText('What this view shows is not in the list any more.');
  });

  test('all go into one PDF, and each has an address of its own', async ({ page, request, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    const id = await newChart(request, TRUST, 'Trust');
    await request.post(`/api/charts/${id}/views/each`, { data: { tier: 2 } });
    await open(page, id);
    await stage(page, 'Views').click();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'One PDF' }).click(),
    ]);
    expect(file.suggestedFilename()).toBe('Trust.pdf');
    await rows(page).nth(1).click();
    await page.getByRole('button', { name: 'Copy the address of its picture' }).click();
    await expect(page.getByText('is on the clipboard')).toBeVisible();
    const address = await page.evaluate(() => navigator.clipboard.readText());
    expect(await (await request.get(address)).text()).toContain('Ravi Thurle');
  });
});

test.describe('history', () => {
  test('is read, dragged through, put back in part and whole, and kept by name', async ({ page, request }) => {
    noErrors(page);
    const id = await newChart(request, TRUST, 'Trust');
    const chart = await chartOf(request, id);
    const [suda, ravi, hanne] = ['Suda Welk', 'Ravi Thurle', 'Hanne Ostrey'].map((name) => idOf(chart, name)) as [
      string,
      string,
      string,
    ];
    await change(request, id, { type: 'move-branch', id: ravi, parent: hanne });
    await change(request, id, { type: 'remove-branch', id: suda });
    await open(page, id);
    await stage(page, 'History').click();
    await expect(page.getByRole('button', { name: 'Ravi Thurle moved from Suda Welk to Hanne Ostrey' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Suda Welk and 1 under it removed' })).toBeVisible();
    expect(await violations(page)).toEqual([]);
    const slider = page.getByRole('slider', { name: 'Moment' });
    await slider.focus();
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByText(/^As it was/)).toBeVisible();
    await expect(item(page, 'Suda Welk')).toBeVisible();
    await page.keyboard.press('Home');
    await expect(page.getByText('As it was As it began')).toBeVisible();
    expect(await violations(page)).toEqual([]);
    // One branch of it alone.
    await item(page, 'Suda Welk').click();
    await page.getByRole('button', { name: 'This branch back so' }).click();
    await expect(page.getByText('Suda Welk is as it was then.')).toBeVisible();
    await page.getByRole('button', { name: 'Back to now' }).click();
    await expect(item(page, 'Ulla Sallow')).toBeVisible();
    expect((await chartOf(request, id)).items[ravi]!.parent).toBe(suda);
    // A moment with a name.
    await page.locator('summary', { hasText: 'Save points' }).click();
    await page.getByLabel('Its name').fill('Before the move');
    await page.getByRole('button', { name: 'Keep this moment' }).click();
    await expect(page.getByRole('button', { name: /^Before the move/ })).toBeVisible();
    await change(request, id, { type: 'edit-fields', id: hanne, fields: { name: 'Hanne Tye' } });
    await page.getByRole('button', { name: /^Before the move/ }).click();
    await page.getByRole('button', { name: 'Put the chart back so' }).click();
    // The moment's own picture shows her as well: it is done once the chart itself is so, and the page has heard of it.
    await expect.poll(async () => (await chartOf(request, id)).items[hanne]!.fields['name']).toBe('Hanne Ostrey');
    await expect(page.getByText(/^The chart is as it was/)).toBeVisible();
    await expect(page.getByText(/^As it was/)).toBeHidden();
    await expect(item(page, 'Hanne Tye')).toBeHidden();
    await expect(item(page, 'Hanne Ostrey')).toBeVisible();
    await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click();
    await expect(item(page, 'Hanne Tye')).toBeVisible();
    // What is about one line.
    await item(page, 'Edda Tye').click();
    await page.getByLabel('Show', { exact: true }).selectOption({ label: 'About Edda Tye' });
    await expect(page.getByText('Nothing was done yet')).toBeVisible();
  });

  test('compares any two on the sheet and as a page to print', async ({ page, request, context }) => {
    const id = await newChart(request, TRUST, 'Trust');
    const chart = await chartOf(request, id);
    await change(request, id, { type: 'remove-branch', id: idOf(chart, 'Edda Tye') });
    await change(request, id, {
      type: 'move-branch',
      id: idOf(chart, 'Ravi Thurle'),
      parent: idOf(chart, 'Piet Vann'),
    });
    await open(page, id);
    await stage(page, 'History').click();
    await page.locator('summary', { hasText: 'Compare' }).click();
    await page.getByLabel('The earlier').selectOption({ label: 'As it began' });
    await page.getByRole('button', { name: 'Compare', exact: true }).click();
    await expect(page.getByText('1 left, 1 moved').first()).toBeVisible();
    await expect(item(page, 'Edda Tye')).toHaveAttribute('aria-label', /left/);
    await expect(page.locator('svg g[data-item][aria-label*="was under Suda Welk"]')).toBeVisible();
    const [other] = await Promise.all([
      context.waitForEvent('page'),
      page.getByRole('button', { name: 'As a page to print' }).click(),
    ]);
    await expect(other.getByText('1 left, 1 moved')).toBeVisible();
    await expect(other.getByRole('row', { name: /^Cost 220 200$/ })).toBeVisible();
    await expect(other.getByRole('img')).toBeVisible();
    expect(await violations(other)).toEqual([]);
    const printed = await other.pdf({ format: 'A4', landscape: true });
    expect(printed.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
    // Leaving the stage leads back to now.
    await stage(page, 'List').click();
    await expect(page.getByText('1 left, 1 moved')).toHaveCount(0);
  });
});

test.describe('trials', () => {
  test('are begun, marked on every screen, and adopted by half while the chart went on', async ({ page, request }) => {
    noErrors(page);
    const id = await newChart(request, TRUST, 'Trust');
    const chart = await chartOf(request, id);
    await open(page, id);
    await stage(page, 'Trial').click();
    await page.getByLabel('What is tried').fill('Shingle garden');
    await page.getByLabel('Note').fill('By the quay');
    await page.getByRole('button', { name: 'Begin the trial' }).click();
    await expect(page.getByRole('status', { name: 'Trial: Shingle garden' })).toBeVisible();
    await expect(page.locator('main')).toContainText('Trial: Shingle garden');
    const trial = new URL(page.url()).pathname.split('/').at(-1)!;
    expect(trial).not.toBe(id);
    await change(request, trial, {
      type: 'add-items',
      items: [
        {
          id: 'h',
          parent: idOf(chart, 'Hanne Ostrey'),
          fields: { name: 'Noor Creel', post: 'Head of shingle', Cost: '50' },
        },
        { id: 'p', parent: 'h', fields: { name: 'Jun Roake', post: 'Beds', Cost: '20' } },
        { id: 'q', parent: 'h', fields: { name: 'Lotte Tye', post: 'Gate', Cost: '20' } },
      ],
    });
    // The chart itself goes on meanwhile.
    await request.put(`/api/charts/${id}/list`, { data: { list: TRUST.replace('Edda Tye,Gate', 'Edda Tye,Shop') } });
    await stage(page, 'Trial').click();
    await expect(page.getByRole('row', { name: 'Cost 220 310' })).toBeVisible();
    await expect(page.getByText('The chart has had 1 change since.')).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByRole('checkbox', { name: 'Joined: Lotte Tye' }).uncheck();
    await page.getByRole('button', { name: 'Adopt 2 of it' }).click();
    await expect(page.getByText('What you chose is in the chart')).toBeVisible();
    await expect(page.getByRole('row', { name: 'Cost 290 310' })).toBeVisible();
    await page.getByRole('button', { name: 'Drop it' }).click();
    await page.getByRole('button', { name: 'To the bin' }).click();
    await expect(page).toHaveURL(new RegExp(`/chart/${id}$`));
    await expect(item(page, 'Jun Roake')).toBeVisible();
    await expect(item(page, 'Lotte Tye')).toHaveCount(0);
    await expect(item(page, 'Edda Tye')).toHaveAttribute('aria-label', /Shop/);
    await expect(page.getByRole('status', { name: /^Trial/ })).toHaveCount(0);
    await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click();
    await expect(item(page, 'Jun Roake')).toHaveCount(0);
  });

  test('clash with both pictures, are brought up to date, and are set for a day', async ({ page, request }) => {
    noErrors(page);
    const id = await newChart(request, TRUST, 'Trust');
    const ravi = idOf(await chartOf(request, id), 'Ravi Thurle');
    const made = await request.post(`/api/charts/${id}/trials`, { data: { name: 'Other posts' } });
    const { id: trial } = (await made.json()) as { id: string };
    await change(request, trial, { type: 'edit-fields', id: ravi, fields: { post: 'Library' } });
    await open(page, trial);
    await stage(page, 'Trial').click();
    await expect(page.getByRole('region', { name: 'Changed' })).toContainText('Post: Beds → Library');
    await change(request, id, { type: 'edit-fields', id: ravi, fields: { post: 'Shop' } });
    const clashes = page.getByRole('region', { name: 'Both did something to the same' });
    await expect(clashes).toBeVisible();
    await expect(clashes.locator('svg')).toHaveCount(2);
    await expect(page.getByRole('button', { name: 'Adopt all' })).toBeDisabled();
    await clashes.getByText('The trial: Library').click();
    await page.getByRole('button', { name: 'Bring up to date' }).click();
    await expect(clashes).toHaveCount(0);
    await expect(page.getByRole('region', { name: 'Changed' })).toContainText('Post: Shop → Library');
    await page.getByLabel('Adopted by itself on').fill('2999-03-01');
    await page.getByLabel('Note').click();
    await expect
      .poll(
        async () => ((await (await request.get(`/api/charts/${trial}/trial`)).json()) as { day: string | null }).day,
      )
      .toBe('2999-03-01');
    await page.goto(`/chart/${id}`);
    await stage(page, 'History').click();
    await page.getByRole('button', { name: '1 March 2999' }).click();
    await expect(page.getByText('As it will be on 1 March 2999')).toBeVisible();
    await expect(item(page, 'Ravi Thurle')).toHaveAttribute('aria-label', /Library/);
    await stage(page, 'Trial').click();
    await expect(page.getByText('from 2999-03-01')).toBeVisible();
  });
});
