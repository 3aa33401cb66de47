/** What is done with a chart in class: worksheets filled in and checked, questions answered, steps shown with notes beside them. */
import { readFileSync, writeFileSync } from 'node:fs';
import { PDFDocument } from 'pdf-lib';
import { newChart, noErrors, open, violations } from './support';
import { expect, type Page, test } from './test';

const MARSH = readFileSync('demo/salt-marsh.txt', 'utf8');
const GLASS = readFileSync('demo/second-glasshouse.txt', 'utf8');

const deliver = async (page: Page, id: string) => {
  await open(page, id);
  await page.getByRole('tab', { name: 'Deliver' }).click();
};

test('a worksheet is chosen, filled in and checked; spelling is forgiven, another word is not', async ({
  page,
  request,
}) => {
  noErrors(page);
  const id = await newChart(request, MARSH, 'Salt marsh', 'concept');
  await deliver(page, id);
  await page.getByRole('button', { name: 'Worksheet' }).click();
  const dialog = page.getByRole('dialog', { name: 'Worksheet' });
  await expect(dialog.getByText('17 words left blank')).toBeVisible();
  // On the sheet there is a number where the words stood; they are among the answers.
  const [sheet, key] = [
    dialog.getByRole('img', { name: /^Page 1 of 1/ }),
    dialog.getByRole('img', { name: /^Answers/ }),
  ];
  await expect(sheet).not.toContainText('is flooded by');
  await expect(key).toContainText('is flooded by');
  await dialog.getByLabel('Give the words to choose from').check();
  await dialog.getByLabel('Wrong words among them').fill('warms\nblocks');
  await expect(sheet).toContainText('blocks');
  expect(await violations(page)).toEqual([]);

  const answers = await (
    await request.post(`/api/charts/${id}/worksheet`, { data: { blank: { links: true } } })
  ).json();
  const byNumber = new Map<number, string>(
    answers.versions[0].blanks.map(({ number, answer }: { number: number; answer: string }) => [number, answer]),
  );
  await dialog.getByRole('button', { name: 'Fill it in here' }).click();
  const field = (number: number) => dialog.getByLabel(`Missing word ${number}`, { exact: true });
  await expect(field(1)).toBeFocused();
  await page.keyboard.type(byNumber.get(1)!.toUpperCase());
  await page.keyboard.press('Tab');
  await expect(field(2)).toBeFocused();
  const long = [...byNumber].find(([number, answer]) => number > 2 && answer.length >= 8)!;
  await field(2).fill('warms');
  await field(long[0]).fill(`${long[1].slice(0, 2)}${long[1].slice(3)}`);
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('status')).toHaveText('2 of 17 right, 1 of them but for the spelling.');
  await expect(field(2)).toHaveAttribute('aria-invalid', 'true');
  await expect(field(1)).toHaveAttribute('aria-invalid', 'false');
  await expect(field(1)).toHaveAccessibleDescription('right');
  await expect(field(long[0])).toHaveAccessibleDescription(`right but for the spelling: ${long[1]}`);
  expect(await violations(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Show the answers' }).click();
  await dialog.getByRole('button', { name: 'Check the answers' }).click();
  await expect(dialog.getByRole('status')).toHaveText('17 of 17 right.');
  await dialog.getByRole('button', { name: 'Begin again' }).click();
  await expect(field(1)).toHaveValue('');
  await dialog.getByRole('button', { name: 'Change the worksheet' }).click();
  await expect(dialog.getByRole('button', { name: 'Fill it in here' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Worksheet' })).toBeFocused();
});

test('a worksheet with fields is saved, filled in elsewhere and read; versions have other words', async ({
  page,
  request,
}, info) => {
  const id = await newChart(request);
  await deliver(page, id);
  await page.getByRole('button', { name: 'Worksheet' }).click();
  const dialog = page.getByRole('dialog', { name: 'Worksheet' });
  await dialog.getByLabel(/^Tier 3/).check();
  await dialog.getByText('By chance', { exact: true }).click();
  await dialog.getByLabel('Of these').fill('2');
  await dialog.getByLabel('Different sheets').fill('2');
  await expect(dialog.getByRole('heading', { name: 'Version B' })).toBeVisible();
  const saving = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'PDF to type in' }).click();
  const file = info.outputPath('sheet.pdf');
  await (await saving).saveAs(file);
  const filled = await PDFDocument.load(readFileSync(file));
  const form = filled.getForm();
  expect(form.getFields().map((field) => field.getName())).toEqual(
    expect.arrayContaining(['A 1', 'A 2', 'B 1', 'B 2']),
  );
  form.getTextField('B 2').setText('Suda Welk');
  writeFileSync(file, await filled.save());
  expect((await PDFDocument.load(readFileSync(file))).getForm().getTextField('B 2').getText()).toBe('Suda Welk');
});

test('worksheets over the API: by name, of a branch, and refused where nothing would be blank', async ({ request }) => {
  const id = await newChart(request);
  const ask = (data: object, query = '') => request.post(`/api/charts/${id}/worksheet${query}`, { data });
  const named = await (await ask({ blank: { items: ['Suda Welk'] } })).json();
  expect(named.versions[0].blanks).toMatchObject([{ number: 1, sort: 'item', answer: 'Suda Welk' }]);
  const branch = await (await ask({ blank: { tiers: [2] } }, '?branch=Piet Marrable')).json();
  expect(branch.versions[0].blanks.map(({ answer }: { answer: string }) => answer)).toEqual([
    'Suda Welk',
    'Hanne Ostrey',
  ]);
  const seeded = { blank: { tiers: [2, 3], count: 2 }, bank: true, seed: 11, versions: 2 };
  expect(await (await ask(seeded)).json()).toEqual(await (await ask(seeded)).json());
  for (const [data, code] of [
    [{ blank: {} }, 'nothing-blank'],
    [{ blank: { items: ['Nobody'] } }, 'wrong-value'],
    [{ blank: { tiers: [0] } }, 'wrong-value'],
    [{}, 'wrong-value'],
  ] as const) {
    const refused = await ask(data);
    expect(refused.status(), JSON.stringify(data)).toBe(422);
    expect((await refused.json()).problems[0].code).toBe(code);
  }
  expect((await ask({ blank: { tiers: [2] } }, '?as=png')).status()).toBe(406);
  const pdf = await ask({ blank: { tiers: [2] } }, '?as=pdf&save=1');
  expect(pdf.headers()['content-disposition']).toContain('attachment');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await request.post('/api/charts/none/worksheet', { data: { blank: { tiers: [1] } } })).status()).toBe(404);
});

test('a tree of questions is answered by keys, its way lit, and comes to what it comes to', async ({
  page,
  request,
}) => {
  noErrors(page);
  const id = await newChart(request, GLASS, 'Second glasshouse', 'decision');
  await deliver(page, id);
  await page.getByRole('button', { name: 'Answer it question by question' }).click();
  const dialog = page.getByRole('dialog', { name: /Answered question by question/ });
  const question = dialog.getByRole('heading', { level: 2 });
  await expect(question).toHaveText('Build a second glasshouse?');
  await expect(question).toBeFocused();
  await page.keyboard.press('2');
  await expect(question).toHaveText('How many visitors come in the first year?');
  await expect(dialog.locator('[data-lit] path')).toHaveCount(1);
  await dialog.getByRole('button', { name: /many/ }).click();
  await page.keyboard.press('1');
  await expect(question).toHaveText('Small house with a wing');
  // 98,000 at the end, less 18,000 and 25,000.
  await expect(dialog.getByText('It comes to 55,000.')).toBeVisible();
  await expect(dialog.getByText('with 60\u00a0%.')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Backspace');
  await expect(question).toHaveText('Add a wing later?');
  await dialog.getByRole('button', { name: 'From the start' }).click();
  await expect(dialog.locator('[data-lit] path')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Answer it question by question' })).toBeFocused();
});

test('a walk-through is a page of its own; a chart without questions says so', async ({ page, request }) => {
  noErrors(page);
  const id = await newChart(request, GLASS, 'Second glasshouse', 'decision');
  await page.goto(`/chart/${id}/walk-through`);
  await expect(page.getByRole('heading', { name: 'Build a second glasshouse?' })).toBeVisible();
  await page.getByRole('button', { name: 'leave it' }).click();
  await expect(page.getByText('It comes to 12,000.')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.goto(`/chart/${await newChart(request)}/walk-through`);
  await expect(page.getByText('This chart has no questions to be answered.')).toBeVisible();
  await page.goto('/chart/none/walk-through');
  await expect(page).toHaveURL(/\/\?missing$/);
});

test('a walk-through is in the page that needs nothing else, and nowhere where there are no questions', async ({
  page,
  request,
  context,
}, info) => {
  const id = await newChart(request, GLASS, 'Second </script> glasshouse', 'decision');
  const file = info.outputPath('glass.html');
  writeFileSync(file, await (await request.get(`/api/charts/${id}/picture?as=html`)).body());
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(error.message));
  await context.setOffline(true);
  await page.goto(`file://${file}`);
  await page.getByRole('button', { name: 'Answer question by question' }).click();
  await page
    .locator('#walk')
    .getByRole('button', { name: /build small/ })
    .click();
  await expect(page.locator('#walk h2')).toHaveText('How many visitors come in the first year?');
  await expect(page.locator('#walk h2')).toBeFocused();
  await page.locator('#walk').getByRole('button', { name: /few/ }).click();
  await expect(page.locator('#walk')).toContainText('It comes to 8,000');
  await page.locator('#walk').getByRole('button', { name: 'Back' }).click();
  await page.getByRole('button', { name: 'Answer question by question' }).click();
  await expect(page.locator('#walk')).toBeHidden();
  expect(wrong).toEqual([]);
  const plain = await (await request.get(`/api/charts/${await newChart(request)}/picture?as=html`)).text();
  expect(plain).not.toContain('walk-data');
});

test('shown step by step with notes in a second window, which goes on and back too, and ends with it', async ({
  page,
  request,
  context,
}) => {
  const id = await newChart(request);
  await deliver(page, id);
  await page.getByLabel('Notes in a second window').check();
  const opening = context.waitForEvent('page');
  await page.getByRole('button', { name: 'Show step by step' }).click();
  const notes = await opening;
  await expect(notes.getByRole('status')).toHaveText('1 of 3');
  await expect(notes.getByText('Garden director')).toBeVisible();
  await notes.getByRole('button', { name: 'Next step' }).click();
  await expect(page.locator('dialog[open] [data-item]')).toHaveCount(3);
  await notes.keyboard.press('ArrowLeft');
  await expect(page.locator('dialog[open] [data-item]')).toHaveCount(1);
  const closing = notes.waitForEvent('close');
  await page.bringToFront();
  await page.keyboard.press('Escape');
  await closing;
  await expect(page.locator('dialog[open]')).toHaveCount(0);
});

test('sets are shown region by region', async ({ page, request }) => {
  const list = 'Ann: boats\nBo: nets\nCy: boats, nets\nDi: nets\n';
  await deliver(page, await newChart(request, list, 'Sets', 'venn'));
  await page.getByText('Regions', { exact: true }).click();
  await page.getByRole('button', { name: 'Show step by step' }).click();
  const items = page.locator('dialog[open] [data-item]');
  await expect(items).toHaveCount(1);
  await page.keyboard.press(' ');
  await expect(items).toHaveCount(3);
  await page.keyboard.press(' ');
  await expect(items).toHaveCount(4);
});
