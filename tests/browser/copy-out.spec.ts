/** Pictures and lists without a file: onto the clipboard, onto paper, out of the page; and many files at once. */
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import { GARDEN, item, line, lines, newChart, noErrors, open } from './support';
import { type APIRequestContext, expect, type Page, test } from './test';

/** What lies on the clipboard: words by their type, pictures by their size in bytes. */
const onClipboard = (page: Page) =>
  page.evaluate(async () => {
    const [entry] = await navigator.clipboard.read();
    const parts: Record<string, string> = {};
    for (const type of entry?.types ?? []) {
      const part = await entry!.getType(type);
      parts[type] = type.startsWith('text/')
        ? await part.text()
        : btoa(String.fromCharCode(...new Uint8Array(await part.arrayBuffer()).slice(0, 60_000)));
    }
    return parts;
  });

test('Ctrl C on the sheet copies a branch as a picture and as its list, whole for another chart', async ({
  page,
  request,
  context,
}) => {
  noErrors(page);
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, await newChart(request));
  await item(page, 'Piet Marrable').click();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Copied as a picture and as a list of 3 lines')).toBeVisible();
  const parts = await onClipboard(page);
  expect(parts['text/plain']).toBe(
    'Piet Marrable | Head of plants\n\tSuda Welk | Glasshouse lead\n\tHanne Ostrey | Outdoor beds lead\n',
  );
  expect(parts['text/html']).toContain('<li>Suda Welk, Glasshouse lead</li>');
  const picture = await sharp(Buffer.from(parts['image/png']!, 'base64'), { failOn: 'none' }).metadata();
  // 220 dots an inch, of a box that is as large as the picture of these items.
  const id = page.url().split('/').at(-1)!;
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  const branch = Object.keys(chart.items).filter((key) => /Piet|Suda|Hanne/.test(chart.items[key].fields.name));
  const svg = await (await request.get(`/api/charts/${id}/picture?as=svg&items=${branch.join()}`)).text();
  const [, wide, high] = /width="([\d.]+)pt" height="([\d.]+)pt"/.exec(svg)!.map(Number);
  expect(Math.abs(picture.width! - (wide! / 72) * 220)).toBeLessThan(1);
  expect(Math.abs(picture.height! - (high! / 72) * 220)).toBeLessThan(1);

  const other = await newChart(request, 'Wren Abernethy-Cole\n');
  await open(page, other);
  await line(page, 'Wren Abernethy-Cole').click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+v');
  await expect
    .poll(() => lines(page))
    .toEqual(['Wren Abernethy-Cole', 'Piet Marrable', '  Suda Welk', '  Hanne Ostrey']);
});

test('the list is copied as cells, as an outline and with bullets, the picture as SVG text', async ({
  page,
  request,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, await newChart(request));
  await page.keyboard.press('Alt+5');
  const copied = async (what: string) => {
    await page.evaluate(() => navigator.clipboard.writeText(''));
    await page.getByLabel('What is copied').selectOption(what);
    await page.getByRole('button', { name: 'Copy', exact: true }).click();
    await expect.poll(async () => Object.values(await onClipboard(page)).join('').length).toBeGreaterThan(0);
    return onClipboard(page);
  };
  const cells = await copied('cells');
  expect(cells['text/plain']!.split('\n')[2]).toBe('Piet Marrable\tHead of plants\tOriel Tansley');
  expect(cells['text/html']).toContain('<td>Head of plants</td>');
  const outline = await copied('outline');
  expect(outline['text/plain']).toBe(GARDEN);
  const bullets = await copied('bullets');
  expect(bullets['text/html']).toMatch(/^<ul><li>Oriel Tansley, Garden director<ul>/);
  const svg = await copied('svg');
  expect(svg['text/plain']).toMatch(/^<svg .*<\/svg>\s*$/s);
});

/** On what the browser lays paper: whole pixels, as Chromium cuts them off, in millimetres. */
const GRID = 25.4 / 72;
/** The size of the paper as the page's style sheet says it (CSS Paged Media 3, 5.3), in millimetres. */
const saidSize = (page: Page) =>
  page.evaluate(() => {
    window.dispatchEvent(new Event('beforeprint'));
    const [rule] = document.adoptedStyleSheets.flatMap((sheet) => [...sheet.cssRules]);
    const said = /size: ([\d.]+)pt ([\d.]+)pt/.exec(rule?.cssText ?? '')!;
    window.dispatchEvent(new Event('afterprint'));
    return [(Number(said[1]) / 72) * 25.4, (Number(said[2]) / 72) * 25.4] as const;
  });

async function overPages(request: APIRequestContext, page: object, list = GARDEN): Promise<string> {
  const id = await newChart(request, list);
  const changed = await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'set-page', page }] },
  });
  expect(changed.status()).toBe(200);
  return id;
}
/** Pages of a PDF in millimetres. */
async function sizesOf(pdf: Buffer): Promise<(readonly [number, number])[]> {
  const { PDFDocument } = await import('pdf-lib');
  return (await PDFDocument.load(pdf)).getPages().map((page) => {
    const { width, height } = page.getSize();
    return [(width / 72) * 25.4, (height / 72) * 25.4] as const;
  });
}

// ISO 216 and ANSI/ASME Y14.1: sizes in millimetres.
for (const [name, set, size] of [
  ['A4 across', { size: 'A4', orientation: 'landscape' }, [297, 210]],
  ['A3 upright', { size: 'A3', orientation: 'portrait' }, [297, 420]],
  ['Letter', { size: 'Letter', orientation: 'landscape' }, [279.4, 215.9]],
  ['a size of its own', { size: 'own', width: 300, height: 400 }, [(300 / 72) * 25.4, (400 / 72) * 25.4]],
] as const)
  test(`the browser prints a page of ${name} to a tenth of a millimetre`, async ({ page, request }) => {
    await open(page, await overPages(request, set));
    const said = await saidSize(page);
    const printed = await sizesOf(await page.pdf({ preferCSSPageSize: true }));
    expect(printed).toHaveLength(1);
    for (const at of [0, 1] as const) {
      expect(Math.abs(said[at] - size[at])).toBeLessThan(0.1);
      expect(Math.abs(printed[0]![at] - size[at])).toBeLessThan(GRID);
    }
  });

const LONG = `Wren\n${Array.from({ length: 60 }, (_, i) => `${'\t'.repeat(1 + (i % 3))}Post number ${i}`).join('\n')}\n`;

for (const [name, set] of [
  ['a wall', { over: 'wall', wall: { across: 2, down: 1 } }],
  ['a booklet', { over: 'booklet', size: 'A5', least: 14 }],
] as const)
  test(`the browser's own menu prints all pages of ${name}, as the server's PDF has them`, async ({
    page,
    request,
  }) => {
    const id = await overPages(request, set, LONG);
    const ours = await sizesOf(await (await request.get(`/api/charts/${id}/picture?as=pdf`)).body());
    expect(ours.length).toBeGreaterThan(1);
    await open(page, id);
    // They are made once nothing has changed for a while.
    await expect
      .poll(async () => (await sizesOf(await page.pdf({ preferCSSPageSize: true }))).length)
      .toBe(ours.length);
    const printed = await sizesOf(await page.pdf({ preferCSSPageSize: true }));
    for (const [i, size] of printed.entries())
      for (const at of [0, 1] as const) expect(Math.abs(size[at] - ours[i]![at])).toBeLessThan(GRID);
  });

test('the picture can be dragged out of the page as a file with its name', async ({ page, request }) => {
  await open(page, await newChart(request, GARDEN, 'The garden'));
  await page.keyboard.press('Alt+5');
  const picture = page.getByAltText('Small picture of The garden, to be dragged out');
  await expect(picture).toHaveJSProperty('complete', true);
  const data = await picture.evaluate((image) => {
    const dataTransfer = new DataTransfer();
    image.dispatchEvent(new DragEvent('dragstart', { bubbles: true, dataTransfer }));
    return { file: dataTransfer.getData('DownloadURL'), address: dataTransfer.getData('text/uri-list') };
  });
  const [, type, name, address] = /^([^:]+):([^:]+):(.+)$/.exec(data.file)!;
  expect([type, name]).toEqual(['image/png', 'The garden.png']);
  expect(address).toBe(data.address);
  const file = await request.get(address!);
  expect(file.headers()['content-type']).toBe('image/png');
});

test('many files at once: with names, how far it has come, and a way to stop', async ({ page, request }, info) => {
  noErrors(page);
  await open(page, await newChart(request, GARDEN, 'The garden'));
  await page.keyboard.press('Alt+5');
  const many = page.getByRole('region', { name: 'Many files at once' });
  await many.getByText('Both', { exact: true }).click();
  await many.getByLabel('HTML').check();
  const saving = page.waitForEvent('download');
  await many.getByRole('button', { name: 'Make 10 files' }).click();
  await expect(many.getByRole('progressbar')).toBeVisible();
  const file = info.outputPath('all.zip');
  const download = await saving;
  expect(download.suggestedFilename()).toBe('The garden.zip');
  await download.saveAs(file);
  const parts = unzipSync(new Uint8Array(readFileSync(file)));
  expect(Object.keys(parts).sort()).toEqual(
    [
      ...['The garden', 'The garden - Piet Marrable', 'The garden - Maud Ferrow'].flatMap((title) =>
        ['html', 'pdf', 'svg'].map((form) => `${title}.${form}`),
      ),
      'The garden.xlsx',
    ].sort(),
  );
  expect(strFromU8(parts['The garden - Maud Ferrow.svg']!)).not.toContain('Suda Welk');

  // Never answered, so that there is something to stop.
  await page.route(/as=html/, () => {});
  await many.getByRole('button', { name: 'Make 10 files' }).click();
  await many.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Stopped; no file was saved.')).toBeVisible();
  await expect(many.getByRole('button', { name: 'Make 10 files' })).toBeVisible();
});

test('the same over the API: as one archive, or as a plan; wrong forms are refused', async ({ request }) => {
  const id = await newChart(request, GARDEN, 'The garden');
  const bundle = await request.get(`/api/charts/${id}/bundle?forms=pdf,csv&parts=branches`);
  expect(bundle.headers()['content-type']).toBe('application/zip');
  const parts = unzipSync(new Uint8Array(await bundle.body()));
  expect(Object.keys(parts)).toEqual([
    'The garden - Piet Marrable.pdf',
    'The garden - Maud Ferrow.pdf',
    'The garden.csv',
  ]);
  expect(strFromU8(parts['The garden - Maud Ferrow.pdf']!.slice(0, 5))).toBe('%PDF-');
  const { files } = await (await request.get(`/api/charts/${id}/bundle?forms=pdf,csv&parts=both&plan=1`)).json();
  expect(files).toHaveLength(4);
  for (const { address } of files) expect((await request.get(`/api/charts/${id}/${address}`)).status()).toBe(200);
  // A file that can't be made is no reason to make none: in its place stands why.
  const large = { type: 'set-page', page: { size: 'own', width: 14_000, height: 14_000 } };
  await request.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [large] } });
  const some = unzipSync(new Uint8Array(await (await request.get(`/api/charts/${id}/bundle?forms=png,svg`)).body()));
  expect(Object.keys(some)).toEqual(['The garden.svg', 'The garden.png.not-made.txt']);
  expect(strFromU8(some['The garden.png.not-made.txt']!)).toContain('dots');
  for (const wrong of ['forms=gif', 'forms=', 'parts=some'])
    expect((await request.get(`/api/charts/${id}/bundle?${wrong}`)).status(), wrong).toBe(422);
});

test('a picture of some items as they stand, and files of a branch or of the upper tiers', async ({
  page,
  request,
}) => {
  const id = await newChart(request);
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  const idOf = (name: string) => Object.keys(chart.items).find((key) => chart.items[key].fields.name === name)!;
  const some = await (
    await request.get(`/api/charts/${id}/picture?as=svg&items=${idOf('Suda Welk')},${idOf('Hanne Ostrey')}`)
  ).text();
  expect(some).toContain('Suda Welk');
  expect(some).not.toContain('Maud Ferrow');
  expect((await request.get(`/api/charts/${id}/picture?as=svg&items=nobody`)).status()).toBe(422);
  expect((await request.get(`/api/charts/${id}/picture?as=svg&items=,`)).status()).toBe(422);

  await open(page, id);
  await item(page, 'Maud Ferrow').click();
  await page.keyboard.press('Alt+5');
  await page.getByLabel('Of what', { exact: true }).selectOption({ label: 'The branch of Maud Ferrow' });
  const saved = async () => {
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: 'SVG', exact: true }).click();
    return readFileSync(await (await saving).path(), 'utf8');
  };
  const branch = await saved();
  expect(branch).toContain('Tolu Adeyri');
  expect(branch.replace(/<metadata>.*<\/metadata>/s, '')).not.toContain('Piet Marrable');
  await page.getByLabel('Of what', { exact: true }).selectOption({ label: 'Down to Tier 2' });
  const upper = await saved();
  expect(upper).toContain('Piet Marrable');
  expect(upper.replace(/<metadata>.*<\/metadata>/s, '')).not.toContain('Suda Welk');
});

test('words changed in slides come back: as a chart, and as a newer list of the chart they came from', async ({
  request,
}) => {
  const { zipSync, strToU8 } = await import('fflate');
  const id = await newChart(request);
  const parts = unzipSync(new Uint8Array(await (await request.get(`/api/charts/${id}/picture?as=pptx&save=1`)).body()));
  const slide = 'ppt/slides/slide1.xml';
  parts[slide] = strToU8(strFromU8(parts[slide]!).replace(/<a:t>Glasshouse lead<\/a:t>/, '<a:t>Keeper of ferns</a:t>'));
  const data = Buffer.from(zipSync(parts));
  const headers = { 'content-type': 'application/octet-stream' };
  const made = await request.post('/api/charts?name=garden.pptx', { data, headers });
  const again = await (await request.get(`/api/charts/${(await made.json()).id}`)).json();
  expect(JSON.stringify(again.chart.items)).toContain('Keeper of ferns');
  const newer = await (await request.put(`/api/charts/${id}/list?name=garden.pptx`, { data, headers })).json();
  expect([newer.joined, newer.left, newer.moved].map((all: unknown[]) => all.length)).toEqual([0, 0, 0]);
  expect(newer.changed).toMatchObject([{ name: 'Suda Welk' }]);
  const now = await (await request.get(`/api/charts/${id}`)).json();
  expect(JSON.stringify(now.chart.items)).toContain('Keeper of ferns');
});
