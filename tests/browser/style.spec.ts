/** Rules, own colours, exceptions and what can be made of them. */

import sharp from 'sharp';
import { item, lines, newChart, noErrors, open, saved } from './support';
import { expect, test } from './test';

const LIST =
  'Name\tPost\tManager\tDepartment\nAda Fenn\tHead\t\tLearning\nBo Oke\tTeacher\tAda Fenn\tLearning\n\tGardener\tAda Fenn\tGrounds\nCy Penn\tPorter\tAda Fenn\tHouse\n';

test('rules give looks by what items are, in their order, and can be switched off', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LIST));
  await page.getByRole('tab', { name: 'Style' }).click();
  const fillOf = (name: string) => item(page, name).locator('path').first();
  // A new rule changes nothing until it is told what it is for.
  const names = ['Ada Fenn', 'Bo Oke', 'Vacant post', 'Cy Penn'];
  const fills = () => Promise.all(names.map((name) => fillOf(name).getAttribute('fill')));
  const before = await fills();
  await page.getByRole('button', { name: '+ When ...' }).click();
  await expect(page.getByLabel('Items', { exact: true })).toBeVisible();
  expect(await fills()).toEqual(before);
  await page.getByLabel('Items', { exact: true }).selectOption({ label: 'Vacant posts' });
  await expect(fillOf('Vacant post')).toHaveAttribute('fill', '#f2d7a0');
  await page.getByRole('region', { name: 'Rules' }).getByLabel('Colour as a number, #rrggbb').fill('#336699');
  await expect(fillOf('Vacant post')).toHaveAttribute('fill', '#336699');
  const ruled = await fills();
  await page.getByRole('button', { name: '+ Colour by value' }).click();
  await expect(page.getByLabel('Field', { exact: true })).toHaveValue('');
  expect(await fills()).toEqual(ruled);
  await page.getByLabel('Field', { exact: true }).selectOption({ label: 'Department' });
  await expect(fillOf('Vacant post')).not.toHaveAttribute('fill', '#336699');
  const learning = await fillOf('Ada Fenn').getAttribute('fill');
  await expect(fillOf('Bo Oke')).toHaveAttribute('fill', learning!);
  await page.getByRole('button', { name: 'Move Vacant posts up' }).click();
  await expect(fillOf('Vacant post')).toHaveAttribute('fill', '#336699');
  await page.getByRole('checkbox', { name: 'Use the rule Vacant posts' }).uncheck();
  await expect(fillOf('Vacant post')).not.toHaveAttribute('fill', '#336699');
  await page.getByRole('checkbox', { name: 'Use the rule Vacant posts' }).check();

  await item(page, 'Vacant post').click();
  await page.getByText('Why it looks so').click();
  await expect(page.getByText('From the rule Vacant posts')).toBeVisible();
  await page.getByRole('tab', { name: /Check/ }).click();
  await page.getByRole('button', { name: 'Show the key' }).click();
  await expect(page.locator('svg.scene text', { hasText: 'Grounds' })).toBeVisible();
});

test('an exception is made for several, becomes the look of the tier, a rule, or is given to others', async ({
  page,
  request,
}) => {
  noErrors(page);
  await open(page, await newChart(request, LIST));
  const fillOf = (name: string) => item(page, name).locator('path').first();
  await item(page, 'Bo Oke').click();
  await page.keyboard.press('Alt+3');
  const number = page.getByLabel('Colour as a number, #rrggbb').last();
  const panel = page.locator('details', { hasText: 'Only Bo Oke' });
  await panel.getByLabel('Colour as a number, #rrggbb').first().fill('#ffcc00');
  await expect(fillOf('Bo Oke')).toHaveAttribute('fill', '#ffcc00');
  await expect(number).toBeVisible();
  await page.getByRole('button', { name: 'Give this look to others' }).click();
  await item(page, 'Cy Penn').click();
  await expect(fillOf('Cy Penn')).toHaveAttribute('fill', '#ffcc00');
  await page.getByRole('button', { name: 'Done giving it' }).click();
  await expect(page.getByText('2 exceptions kept')).toBeVisible();
  await page.getByRole('button', { name: 'All of tier 2 like this' }).click();
  await expect(fillOf('Vacant post')).toHaveAttribute('fill', '#ffcc00');
  await expect(page.getByText('1 exception kept')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('2 exceptions kept')).toBeVisible();
  await page.getByRole('button', { name: 'Make a rule of it' }).click();
  await expect(page.getByRole('region', { name: 'Rules' }).getByText('Post: Teacher')).toBeVisible();
  await expect(fillOf('Bo Oke')).toHaveAttribute('fill', '#ffcc00');
});

test('a colour of one’s own brings all others, and survives another house style', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LIST));
  await page.getByRole('tab', { name: 'Style' }).click();
  const fill = item(page, 'Ada Fenn').locator('path').first();
  await page.getByLabel('Colour as a number, #rrggbb').first().fill('#aa3311');
  await expect(fill).toHaveAttribute('fill', '#aa3311');
  await expect(page.getByText(/Neighbouring tiers are \d+ apart/)).toBeVisible();
  await page.getByRole('button', { name: 'Meadow', exact: true }).click();
  await expect(fill).toHaveAttribute('fill', '#aa3311');
  await page.getByRole('button', { name: 'Meadow, colours: Poppy' }).click();
  await expect(fill).not.toHaveAttribute('fill', '#aa3311');
});

test('looks through the API: house style, own colour, tiers and rules', async ({ request }) => {
  const send = async (more: object) =>
    (await request.post('/api/compose', { data: { kind: 'org', list: LIST, ...more } })).json();
  const styles = ({ items }: { items: { name: string; style: { fill: string; shape: string } }[] }) =>
    Object.fromEntries(items.map(({ name, style }) => [name, style]));
  const composed = styles(
    await send({
      house: 'tidepool-kelp',
      brand: '#aa3311',
      tiers: { 2: { look: { shape: 'star' } } },
      rules: [
        { type: 'when', id: 'a', when: { being: 'vacant' }, look: { fill: '#ffffff' } },
        { type: 'values', id: 'b', field: 'department', colours: { House: '#123456' } },
      ],
    }),
  );
  expect(composed['Cy Penn']).toMatchObject({ fill: '#123456', shape: 'star' });
  expect(composed['Vacant post']).toMatchObject({ fill: '#ffffff', shape: 'star' });
  expect(composed['Ada Fenn']).toMatchObject({ shape: 'hexagon' });
  const wrong = await request.post('/api/compose', {
    data: { list: LIST, rules: [{ type: 'when', id: 'a', when: { field: 'x', test: 'near' }, look: {} }] },
  });
  expect(wrong.status()).toBe(422);
  expect(JSON.stringify(await wrong.json())).toContain('rules');
});

test('a look is kept, taken by a second chart in one click, and changed for both', async ({ page, request }) => {
  noErrors(page);
  const first = await newChart(request, LIST, 'First');
  const second = await newChart(request, LIST, 'Second');
  const name = `Ours ${first.slice(0, 6)}`;
  await open(page, first);
  await page.getByRole('tab', { name: 'Style' }).click();
  await page.getByLabel('Colour as a number, #rrggbb').first().fill('#aa3311');
  await page.getByLabel('Name of the house style').fill(name);
  await page.keyboard.press('Enter');
  await expect(page.getByText(`This chart follows ${name}.`)).toBeVisible();

  await open(page, second);
  await page.getByRole('tab', { name: 'Style' }).click();
  const fill = item(page, 'Ada Fenn').locator('path').first();
  await page.getByRole('button', { name: `Use ${name}` }).click();
  await expect(fill).toHaveAttribute('fill', '#aa3311');
  await page.getByLabel('Colour as a number, #rrggbb').first().fill('#0b5fa5');
  await expect(fill).toHaveAttribute('fill', '#0b5fa5');
  await saved(page);
  const row = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: `Use ${name}` }) });
  await row.getByRole('button', { name: 'Change it to this look' }).click();
  await expect(page.getByText(`${name} was changed, and 2 charts with it.`)).toBeVisible();
  const { chart } = await (await request.get(`/api/charts/${first}`)).json();
  expect(chart.brand).toBe('#0b5fa5');

  const download = page.waitForEvent('download');
  await row.getByRole('button', { name: 'Design tokens' }).click();
  expect((await download).suggestedFilename()).toBe(`${name}.tokens.json`);
  const { styles } = await (await request.get('/api/house-styles')).json();
  const own = styles.find((style: { name: string }) => style.name === name);
  const tokens = await (await request.get(`/api/house-styles/${own.id}?as=tokens`)).json();
  const again = await request.post('/api/house-styles', { data: { name: 'Again', tokens } });
  expect(again.status()).toBe(201);
  expect((await again.json()).spec).toEqual(own.spec);
  expect((await request.post('/api/house-styles', { data: { tokens: [] } })).status()).toBe(422);
  expect((await request.delete(`/api/house-styles/${(await again.json()).id}`)).status()).toBe(204);

  await page.getByRole('button', { name: 'Stop following' }).click();
  await expect(page.getByText(`This chart follows ${name}.`)).toHaveCount(0);
  await row.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText('charts keep their look')).toBeVisible();
  expect((await (await request.get(`/api/charts/${first}`)).json()).chart).not.toHaveProperty('style');
});

test('an item gets a picture from a file or a symbol, all can be hidden, and files show it', async ({
  page,
  request,
}) => {
  // The browser itself notes the refused file as an error, so errors are not forbidden here.
  const id = await newChart(request, LIST);
  await open(page, id);
  await item(page, 'Ada Fenn').click();
  await page.keyboard.press('Alt+3');
  await page.getByText('Picture of Ada Fenn').click();
  const dots = await sharp({ create: { width: 60, height: 90, channels: 3, background: '#c33' } })
    .jpeg()
    .toBuffer();
  await page.getByLabel('Choose a file ...').setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: dots });
  await expect(item(page, 'Ada Fenn').locator('image')).toHaveAttribute('href', /^\/api\/pictures\//);
  await item(page, 'Bo Oke').click();
  await page.getByRole('button', { name: 'Leaf', exact: true }).click();
  await expect(item(page, 'Bo Oke').locator('path')).toHaveCount(2);
  await saved(page);
  for (const [as, sign] of [
    ['svg', 'data:image/jpeg;base64,'],
    ['pdf', '/Subtype /Image'],
  ] as const)
    await expect
      .poll(async () => (await (await request.get(`/api/charts/${id}/picture?as=${as}`)).body()).includes(sign))
      .toBe(true);

  // After the one of the selected item's own look.
  await page.getByText('Pictures', { exact: true }).nth(1).click();
  await page.getByText('Initials').click();
  await expect(item(page, 'Cy Penn').locator('text').first()).toHaveText('CP');
  await page.getByLabel('Show pictures in items').uncheck();
  await expect(item(page, 'Ada Fenn').locator('image')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(item(page, 'Ada Fenn').locator('image')).toHaveCount(1);

  await item(page, 'Cy Penn').click();
  await page
    .getByLabel('Choose a file ...')
    .setInputFiles({ name: 'b.png', mimeType: 'image/png', buffer: Buffer.from('words') });
  await expect(page.getByText('This is no picture that can be read')).toBeVisible();
});

test('lines take the look of what they say, and one its own', async ({ page, request }) => {
  noErrors(page);
  await open(page, await newChart(request, LIST));
  await page.keyboard.press('Alt+3');
  const strokes = () =>
    page
      .locator('svg.scene [aria-hidden] path')
      .evaluateAll((paths) => [...new Set(paths.map((path) => path.getAttribute('stroke')))].filter(Boolean));
  await page.getByText('Lines by what they say').click();
  await page.getByLabel('Change one more thing ...').first().selectOption('lineColour');
  await page.getByLabel('Colour as a number, #rrggbb').nth(1).fill('#aa0033');
  await expect.poll(strokes).toContain('#aa0033');
  await item(page, 'Bo Oke').click();
  await page.getByText('Lines of Bo Oke').click();
  const own = page.locator('details', { hasText: 'Lines of Bo Oke' });
  await own.getByLabel('Change one more thing ...').selectOption('lineColour');
  await own.getByLabel('Colour as a number, #rrggbb').fill('#0033aa');
  await expect.poll(strokes).toContain('#0033aa');
  await expect.poll(strokes).toContain('#aa0033');
});

test('an enclosure follows its branch, a note is written and moved by keys and mouse, a container takes in', async ({
  page,
  request,
}) => {
  noErrors(page);
  const id = await newChart(request, 'Ada Fenn\n\tBo Oke\n\t\tCy Penn\n\tDi Roe\n');
  await open(page, id);
  await item(page, 'Bo Oke').click();
  await page.keyboard.press('Alt+3');
  await page.getByRole('button', { name: '+ Round the branch of Bo Oke' }).click();
  const composed = async () => {
    await saved(page);
    const { chart } = await (await request.get(`/api/charts/${id}`)).json();
    const answer = await request.get(`/api/charts/${id}/picture`, { headers: { accept: 'application/json' } });
    return { chart, ...(await answer.json()) };
  };
  await expect
    .poll(async () => (await composed()).enclosures)
    .toMatchObject([{ name: 'Bo Oke', items: { length: 2 } }]);
  await page.getByLabel('Name of the enclosure').fill('Beds');
  await expect(page.locator('svg.scene text', { hasText: 'Beds' })).toBeVisible();

  await page.getByRole('button', { name: '+ Heading' }).click();
  // What is there is selected: writing takes its place. Words look while they are written as they will be drawn.
  await expect(page.getByLabel('Words of the note')).toBeFocused();
  await page.keyboard.type('Spring ');
  await page.keyboard.press('Control+b');
  await page.keyboard.type('plan');
  await expect(page.getByLabel('Words of the note').locator('b')).toHaveText('plan');
  await expect(page.locator('svg.scene text', { hasText: 'plan' })).toHaveAttribute('font-weight', '700');
  const handle = page.getByRole('button', { name: /^Note: Spring plan/ });
  const placeOf = async () => {
    const [note] = Object.values((await composed()).chart.notes) as { text: string; at: { x: number; y: number } }[];
    return note?.text === 'Spring **plan**' ? note.at : undefined;
  };
  await expect.poll(placeOf).toBeDefined();
  const before = (await placeOf())!;
  await handle.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowUp');
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y - 40, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await placeOf())?.x).toBeGreaterThan(before.x + 10);
  await expect.poll(async () => (await placeOf())?.y).toBeLessThan(before.y - 1);
  await handle.focus();
  await page.keyboard.press('Delete');
  await expect(handle).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(handle).toHaveCount(1);

  await page.keyboard.press('Alt+2');
  await item(page, 'Bo Oke').click();
  await page.getByLabel('A container: drawn round what stands under it').check();
  const boxOf = async (name: string) => (await item(page, name).locator('path').first().boundingBox())!;
  // Drawn round what it holds, and come to rest there.
  await expect
    .poll(
      async () =>
        (await boxOf('Cy Penn')).y +
        (await boxOf('Cy Penn')).height -
        (await boxOf('Bo Oke')).height -
        (await boxOf('Bo Oke')).y,
    )
    .toBeLessThan(0);
  let last = '';
  await expect
    .poll(async () => {
      const now = JSON.stringify([await boxOf('Bo Oke'), await boxOf('Di Roe')]);
      const still = now === last;
      last = now;
      return still;
    })
    .toBe(true);
  const target = await boxOf('Bo Oke');
  const moved = await boxOf('Di Roe');
  await page.mouse.move(moved.x + moved.width / 2, moved.y + moved.height / 2);
  await page.mouse.down();
  await page.mouse.move(target.x + target.width / 2, target.y + 6, { steps: 6 });
  await page.mouse.up();
  const { items } = await composed();
  const idOf = (name: string) => items.find((one: { name: string }) => one.name === name).id;
  await expect.poll(async () => (await composed()).chart.items[idOf('Di Roe')].parent).toBe(idOf('Bo Oke'));
  await page.getByRole('tab', { name: 'List' }).click();
  await expect.poll(() => lines(page)).toEqual(['Ada Fenn', '  Bo Oke', '    Cy Penn', '    Di Roe']);
});

test('words outside the shape, an exception that follows the style, a colour from a picture', async ({
  page,
  request,
}) => {
  noErrors(page);
  await open(page, await newChart(request, LIST));
  const fillOf = (name: string) => item(page, name).locator('path').first();
  await item(page, 'Bo Oke').click();
  await page.keyboard.press('Alt+3');
  await page.getByText('Fields in items').click();
  await page.getByLabel('Where line 2 stands').first().selectOption('below');
  await expect(item(page, 'Bo Oke').locator('text').last()).toHaveText('Teacher');
  const shape = (await fillOf('Bo Oke').boundingBox())!;
  expect((await item(page, 'Bo Oke').locator('text').last().boundingBox())!.y).toBeGreaterThan(
    shape.y + shape.height - 2,
  );

  const panel = page.locator('details', { hasText: 'Only Bo Oke' });
  await panel.getByLabel('Colour as a number, #rrggbb').first().fill('#5c2a4d');
  await panel.getByRole('button', { name: 'Let the fill follow the style' }).click();
  await page.getByRole('button', { name: 'Terracotta', exact: true }).click();
  await expect
    .poll(async () => fillOf('Bo Oke').getAttribute('fill'))
    .toBe(await fillOf('Ada Fenn').getAttribute('fill'));
  await expect(fillOf('Bo Oke')).not.toHaveAttribute('fill', '#5c2a4d');

  const sign = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#1f6f54' } })
    .png()
    .toBuffer();
  await page.getByLabel('From a picture ...').setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: sign });
  await expect(fillOf('Ada Fenn')).toHaveAttribute('fill', '#1f6f54');
});

test('pictures through the API: kept once, refused where they are none or too large, drawn in every file', async ({
  request,
}) => {
  const dots = await sharp({ create: { width: 30, height: 20, channels: 4, background: '#3366cc80' } })
    .png()
    .toBuffer();
  const send = (data: Buffer) =>
    request.post('/api/pictures', { data, headers: { 'content-type': 'application/octet-stream' } });
  const first = await send(dots);
  expect(first.status()).toBe(201);
  const picture = await first.json();
  expect(picture).toMatchObject({ width: 30, height: 20 });
  expect(await (await send(dots)).json()).toEqual(picture);
  const kept = await request.get(`/api/pictures/${picture.file}`);
  expect(kept.headers()['content-type']).toBe('image/png');
  expect((await request.get('/api/pictures/none')).status()).toBe(404);
  expect((await send(Buffer.from('<html>'))).status()).toBe(422);
  expect((await send(Buffer.alloc(5 * 1024 * 1024 + 1))).status()).toBe(413);

  const id = await newChart(request, 'Ann\n\tBo\n');
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  const [ann, bo] = Object.keys(chart.items);
  const changed = await request.patch(`/api/charts/${id}/changes`, {
    data: {
      base: 0,
      changes: [
        {
          type: 'set-items',
          items: { [ann!]: { picture }, [bo!]: { picture: { file: 'gone', width: 3, height: 3 } } },
        },
      ],
    },
  });
  expect(changed.status()).toBe(200);
  // A picture that is not there is left out; the rest is drawn.
  for (const [as, sign] of [
    ['svg', 'data:image/png;base64,'],
    ['pdf', '/Subtype /Image'],
    ['png', 'IHDR'],
  ] as const) {
    const file = await request.get(`/api/charts/${id}/picture?as=${as}`);
    expect(file.status()).toBe(200);
    expect((await file.body()).includes(sign)).toBe(true);
  }
});
