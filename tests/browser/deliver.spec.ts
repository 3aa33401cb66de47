/** Files that leave, do their work elsewhere, and come back. */
import { readFileSync, writeFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { newChart, open } from './support';
import { type APIRequestContext, expect, test } from './test';

const LIST = `Oriel Tansley | Garden director
\tPiet Marrable | Head of plants
\t\tSuda Welk | Glasshouse lead
\tMaud Ferrow | Head of learning
`;

/** A chart with something of everything that a list alone does not hold. */
async function dressed(request: APIRequestContext) {
  const id = await newChart(request, LIST);
  const { chart, revision } = await (await request.get(`/api/charts/${id}`)).json();
  const piet = Object.keys(chart.items).find((item) => chart.items[item].fields.name === 'Piet Marrable')!;
  const changes = [
    { type: 'set-tier', tier: 2, name: 'Heads', look: { shape: 'hexagon' } },
    { type: 'set-item', id: piet, style: { fill: '#334455' }, nudge: { dx: 12, dy: 3 } },
    {
      type: 'set-notes',
      put: [{ id: 'n1', text: 'Seen in May', at: { x: 20, y: 20 }, size: 10, width: 120 }],
      remove: [],
    },
    { type: 'set-page', page: { size: 'A4', orientation: 'landscape', subtitle: 'As of May' } },
    { type: 'set-description', description: 'Who leads the garden.' },
  ];
  const done = await request.patch(`/api/charts/${id}/changes`, { data: { base: revision, changes } });
  expect(done.status(), await done.text()).toBe(200);
  return { id, chart: (await (await request.get(`/api/charts/${id}`)).json()).chart };
}

const FILES = [
  'picture?as=svg',
  'picture?as=png',
  'picture?as=webp',
  'picture?as=pdf',
  'picture?as=pptx',
  'picture?as=docx',
  'picture?as=docx&drawn=shapes',
  'picture?as=html',
  'list?as=xlsx',
  'list?as=json',
];

test('every file that carries the chart is that chart again, and none where it was left out', async ({ request }) => {
  const { id, chart } = await dressed(request);
  for (const file of FILES) {
    const saved = await request.get(`/api/charts/${id}/${file}&save=1`);
    expect(saved.status(), file).toBe(200);
    const data = await saved.body();
    const made = await request.post('/api/charts?name=again.bin', {
      data,
      headers: { 'content-type': 'application/octet-stream' },
    });
    expect(made.status(), file).toBe(201);
    const again = await (await request.get(`/api/charts/${(await made.json()).id}`)).json();
    expect(again.chart, file).toEqual(chart);
    const bare = await (await request.get(`/api/charts/${id}/${file}&save=1&data=none`)).body();
    // What is seen may say it; what nobody sees is not there.
    expect(bare.includes('dendrotax-chart'), file).toBe(false);
    expect(bare.includes('urn:dendrotax:chart'), file).toBe(false);
    if (file.endsWith('pptx')) {
      const parts = unzipSync(new Uint8Array(bare));
      expect(Object.keys(parts).filter((name) => /customXml|notes/i.test(name))).toEqual([]);
      expect(strFromU8(parts['ppt/slides/slide1.xml']!)).toContain('Oriel Tansley');
    }
  }
});

test('slides are saved, and opened as a new chart they are that chart', async ({ page, request }, info) => {
  const { id, chart } = await dressed(request);
  await open(page, id);
  await page.getByRole('tab', { name: 'Deliver' }).click();
  await page.getByRole('radio', { name: '16:9' }).check({ force: true });
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Slides (PPTX)' }).click();
  const file = info.outputPath('garden.pptx');
  await (await saving).saveAs(file);
  const parts = unzipSync(new Uint8Array(readFileSync(file)));
  // 13.333 by 7.5 inches, in English Metric Units.
  expect(strFromU8(parts['ppt/presentation.xml']!)).toContain('cx="12192000" cy="6858000"');

  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  await page.locator('input[type=file]').first().setInputFiles(file);
  await expect(page.getByText('This file holds a chart.')).toBeVisible();
  await page.getByRole('button', { name: 'Make the chart' }).click();
  await page.waitForURL(/\/chart\//);
  const made = page.url().split('/').at(-1)!;
  expect((await (await request.get(`/api/charts/${made}`)).json()).chart).toEqual(chart);
});

test('the page needs nothing else: it is searched, folded, zoomed by keys, and printed as its picture', async ({
  page,
  request,
  context,
}, info) => {
  const id = await newChart(request, LIST);
  const answer = await request.get(`/api/charts/${id}/picture?as=html`);
  // It runs scripts: it is never shown as a page of this server.
  expect(answer.headers()['content-disposition']).toMatch(/^attachment/);
  const file = info.outputPath('garden.html');
  writeFileSync(file, await answer.body());
  expect((await answer.body()).length).toBeLessThan(300_000);
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(error.message));
  await context.setOffline(true);
  await page.goto(`file://${file}`);
  const piet = page.locator('#view [data-item]').filter({ hasText: 'Piet Marrable' });
  await expect(piet).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('MAUD');
  await expect(page.locator('#said')).toHaveText('1 / 1');
  await expect(page.locator('[data-marked]')).toContainText('Maud Ferrow');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-marked]')).toHaveCount(0);
  await page.keyboard.type('nobody');
  await expect(page.locator('#said')).toHaveText('Not found');
  await page.keyboard.press('Escape');

  // The second branch of the outline is Piet's.
  await page.locator('#outline summary').nth(1).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('#view [data-item]').filter({ hasText: 'Suda Welk' })).toBeHidden();
  await expect(piet).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.locator('#view [data-item]').filter({ hasText: 'Suda Welk' })).toBeVisible();

  const view = page.locator('#view');
  const wide = async () => (await piet.boundingBox())!.width;
  const before = await wide();
  await view.focus();
  await page.keyboard.press('+');
  await expect.poll(wide).toBeCloseTo(before * 1.25, 0);
  await page.keyboard.press('0');
  await expect.poll(wide).toBeCloseTo(before, 0);
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
  expect(wrong).toEqual([]);
});

test('what the picture shows in words is computed, written anew, taken back, and stands in files', async ({
  page,
  request,
}) => {
  const id = await newChart(request, LIST);
  const said = async () => (await request.get(`/api/charts/${id}/description`)).json();
  expect(await said()).toEqual({ text: expect.stringContaining('Org chart: 4 posts in 3 tiers.'), computed: true });
  await open(page, id);
  await page.getByRole('tab', { name: 'Deliver' }).click();
  const field = page.getByRole('textbox', { name: 'In words, for those who do not see it' });
  await expect(field).toHaveValue(/^Org chart: 4 posts/);
  await field.fill('Who leads the garden.');
  await field.press('Tab');
  await expect.poll(said).toEqual({ text: 'Who leads the garden.', computed: false });
  expect(await (await request.get(`/api/charts/${id}/picture?as=svg`)).text()).toContain(
    '>Who leads the garden.</desc>',
  );
  await page.getByRole('button', { name: 'As computed' }).click();
  await expect(field).toHaveValue(/^Org chart: 4 posts/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field).toHaveValue('Who leads the garden.');
});

test('pictures are as wide as asked for, see-through, and of the picture alone', async ({ request }) => {
  const id = await newChart(request, LIST);
  const get = (rest: string) => request.get(`/api/charts/${id}/picture?${rest}`);
  const png = await (await get('as=png&width=640&background=none&crop=1')).body();
  expect([png.readUInt32BE(16), png[25]]).toEqual([640, 6]);
  const webp = await (await get('as=webp&width=640')).body();
  expect(webp.subarray(8, 12).toString('latin1')).toBe('WEBP');
  for (const [field, wrong] of [
    ['width', 'as=png&width=3'],
    ['width', 'as=png&width=many'],
    ['slide', 'as=pptx&slide=huge'],
    ['place', 'as=docx&place=above'],
    ['list', 'as=docx&list=all'],
    ['wide', 'as=docx&wide=900'],
  ] as const) {
    const answer = await get(wrong);
    expect(answer.status(), wrong).toBe(422);
    expect((await answer.json()).problems[0].field).toBe(field);
  }
});

test('shown step by step: by keys and clicks, back, to the whole, and as slides of their own', async ({
  page,
  request,
}) => {
  const id = await newChart(request, LIST);
  await open(page, id);
  await page.getByRole('tab', { name: 'Deliver' }).click();
  await page.getByRole('radio', { name: 'Lines', exact: true }).check({ force: true });
  await page.getByRole('button', { name: 'Show step by step' }).click();
  const over = page.getByRole('dialog', { name: 'The picture, step by step' });
  const items = over.locator('[data-item]');
  await expect(items).toHaveCount(1);
  await page.keyboard.press('ArrowRight');
  await expect(items).toHaveCount(2);
  await expect(over.locator('[data-fresh]')).toHaveCount(1);
  await expect(over.getByRole('status')).toHaveText('Piet Marrable, Head of plants');
  await page.keyboard.press('PageDown');
  await expect(items).toHaveCount(3);
  await page.keyboard.press('PageUp');
  await expect(items).toHaveCount(2);
  await page.keyboard.press(' ');
  await over
    .locator('svg')
    .first()
    .click({ position: { x: 20, y: 20 } });
  await expect(items).toHaveCount(4);
  // Past the last step the whole stands there without a light on anything.
  await page.keyboard.press('ArrowDown');
  await expect(over.locator('[data-fresh]')).toHaveCount(0);
  await page.keyboard.press('ArrowDown');
  await expect(items).toHaveCount(4);
  await page.keyboard.press('Home');
  await expect(items).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(over).toBeHidden();
  await expect(page.getByRole('button', { name: 'Show step by step' })).toBeFocused();

  const slides = await (await request.get(`/api/charts/${id}/picture?as=pptx&steps=item`)).body();
  expect(
    Object.keys(unzipSync(new Uint8Array(slides))).filter((name) => /slides\/slide\d+\.xml$/.test(name)),
  ).toHaveLength(4);
  const pdf = (await (await request.get(`/api/charts/${id}/picture?as=pdf&steps=tier`)).body()).toString('latin1');
  expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(3);
});
