/** Names in any script: as Chromium draws them itself, in files, and in an editor that begins at the right. */
import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import { type FaceId, faces } from '../../src/core/faces';
import type { Box } from '../../src/core/scene';
import { fonts } from '../support/fonts';
import { composedInWorker, newChart, open } from './support';
import { expect, type Request, test } from './test';

const SISTERS = readFileSync('demo/sister-gardens.csv', 'utf8');
const OASIS = readFileSync('demo/oasis-garden.txt', 'utf8');
const DOTS = 3;

/** Dots in a box that are not of its fill. */
function inkIn({ data, width }: PNG, { x, y, width: wide, height }: Box): number {
  const colours = new Map<number, number>();
  const dots: number[] = [];
  // Without its edge.
  for (let row = Math.ceil((y + 3) * DOTS); row < Math.floor((y + height - 3) * DOTS); row++)
    for (let column = Math.ceil((x + 3) * DOTS); column < Math.floor((x + wide - 3) * DOTS); column++) {
      const at = (row * width + column) * 4;
      const colour = (data[at]! << 16) | (data[at + 1]! << 8) | data[at + 2]!;
      dots.push(colour);
      colours.set(colour, (colours.get(colour) ?? 0) + 1);
    }
  const [fill] = [...colours].sort((a, b) => b[1] - a[1])[0]!;
  const off = (a: number, b: number) =>
    [16, 8, 0].reduce((sum, shift) => sum + Math.abs(((a >> shift) & 255) - ((b >> shift) & 255)), 0);
  return dots.filter((colour) => off(colour, fill) > 120).length;
}

for (const [title, list] of [
  ['twelve scripts', SISTERS],
  ['Arabic', OASIS],
] as const)
  test(`every name is in the PNG with as much ink as Chromium draws: ${title}`, async ({ page, request }) => {
    const id = await newChart(request, list, title);
    const address = `/api/charts/${id}/picture`;
    const composed = await (await request.get(address, { headers: { accept: 'application/json' } })).json();
    const ours = PNG.sync.read(await (await request.get(`${address}?as=png&dpi=${72 * DOTS}`)).body());
    const svg = await (await request.get(`${address}?as=svg`)).text();
    await page.setViewportSize({ width: ours.width, height: ours.height });
    await page.setContent(
      `<body style="margin:0">${svg.replace(/<svg ([^>]*?)width="[^"]*" height="[^"]*"/, `<svg $1 width="${ours.width}" height="${ours.height}"`)}</body>`,
    );
    await page.evaluate(() => document.fonts.ready);
    const theirs = PNG.sync.read(await page.screenshot());
    const items: { name: string; box: Box }[] = composed.items;
    expect(items).toHaveLength(40);
    for (const { name, box } of items) {
      const [a, b] = [inkIn(ours, box), inkIn(theirs, box)];
      expect(b, name).toBeGreaterThan(100);
      expect(a / b, name).toBeGreaterThan(0.8);
      expect(a / b, name).toBeLessThan(1.25);
    }
  });

test('words are as wide as on Chromium’s canvas, within half a dot at 16', async ({ page, request }) => {
  const id = await newChart(request);
  await open(page, id);
  const words = SISTERS.split('\n')
    .slice(1)
    .flatMap((row) => row.split(',').slice(1, 3))
    .flatMap((text) => (text ?? '').split(' '))
    .filter((word) => word !== '');
  const byFace = new Map<FaceId, string[]>();
  for (const word of new Set(words)) {
    const [run, ...others] = fonts.runs(word, 'text-400');
    if (run && others.length === 0) byFace.set(run.face, [...(byFace.get(run.face) ?? []), word]);
  }
  expect(byFace.size).toBeGreaterThan(12);
  // Fetched by the page as it fetches any font: whole fonts as arguments are megabytes of letters, also in the trace.
  await page.route('**/whole-font/*', (route) => {
    const face = new URL(route.request().url()).pathname.split('/').at(-1) as FaceId;
    return route.fulfill({ path: `fonts/ttf/${faces[face].file}`, contentType: 'font/ttf' });
  });
  for (const [face, own] of byFace) {
    const widths = await page.evaluate(
      async ({ all, name }) => {
        document.fonts.add(await new FontFace(`canvas ${name}`, `url(/whole-font/${name})`).load());
        const context = document.createElement('canvas').getContext('2d')!;
        context.font = `16px "canvas ${name}"`;
        return all.map((text) => context.measureText(text).width);
      },
      { all: own, name: face },
    );
    for (const [k, word] of own.entries())
      expect(Math.abs(widths[k]! - fonts.width(word, 'text-400', 16)), word).toBeLessThan(0.5);
  }
});

test('the editor draws what the server does, with fonts that it fetches when they are needed', async ({
  page,
  request,
}) => {
  const fetched: string[] = [];
  page.on('response', (response) => {
    if (/fonts?\/|\.ttf|\.wasm/.test(response.url())) fetched.push(response.url());
  });
  await open(page, await newChart(request));
  expect(fetched.filter((url) => /wasm|NotoSans(?!_)|api\/fonts/.test(url))).toEqual([]);
  const id = await newChart(request, SISTERS, 'Sisters');
  await open(page, id);
  await expect.poll(() => fetched.some((url) => url.includes('wasm'))).toBe(true);
  expect(fetched.some((url) => url.includes('/api/fonts/sc-'))).toBe(true);
  const chart = (await (await request.get(`/api/charts/${id}`)).json()).chart;
  const scene = await composedInWorker(page, chart);
  const composed = await (
    await request.get(`/api/charts/${id}/picture`, { headers: { accept: 'application/json' } })
  ).json();
  const boxes = (items: readonly { id: string; box: Box }[]) =>
    Object.fromEntries(
      items.map(({ id: own, box }) => [own, [box.x, box.y, box.width, box.height].map((n) => n.toFixed(2))]),
    );
  expect(boxes(scene.items)).toEqual(boxes(composed.items));
});

test('a chart that begins at the right has its rail, its list and its keys there', async ({ page, request }) => {
  const id = await newChart(request, OASIS, 'حديقة الواحة');
  await open(page, id);
  const boxOf = async (selector: string) => (await page.locator(selector).first().boundingBox())!;
  const [sheet, rail] = [await boxOf('svg.scene'), await boxOf('[data-tier]')];
  expect(rail.x).toBeGreaterThanOrEqual(sheet.x + sheet.width - 1);
  const rows = page.locator('[data-row]');
  const fieldAt = async (row: number) => (await rows.nth(row).locator('textarea').first().boundingBox())!;
  const [first, second] = [await fieldAt(0), await fieldAt(1)];
  // The second stands under the first, further to the left.
  expect(second.x + second.width).toBeLessThan(first.x + first.width);
  const parentNow = async () => {
    const { chart } = await (await request.get(`/api/charts/${id}`)).json();
    const items = Object.values<{ parent: string | null; fields: { name: string } }>(chart.items);
    return items.find(({ fields }) => fields.name === 'هدى الواحاتي')!.parent;
  };
  const before = await parentNow();
  await rows
    .filter({ has: page.getByText('هدى الواحاتي', { exact: true }) })
    .first()
    .focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(parentNow).not.toBe(before);
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(parentNow).toBe(before);
});

test('names come back whole from the names of files and from every list', async ({ request }) => {
  const id = await newChart(request, SISTERS, 'حديقة 王小园 दीपिका');
  const file = await request.get(`/api/charts/${id}/picture?as=pdf`);
  const disposition = file.headers()['content-disposition']!;
  const coded = /filename\*=UTF-8''([^;]+)/.exec(disposition)![1]!;
  expect(decodeURIComponent(coded)).toBe('حديقة 王小园 दीपिका.pdf');
  for (const as of ['csv', 'opml', 'json', 'markdown', 'xlsx']) {
    const list = await request.get(`/api/charts/${id}/list?as=${as}`);
    const again = await request.post('/api/charts?name=again', {
      headers: { 'content-type': 'application/octet-stream' },
      data: await list.body(),
    });
    expect(again.status(), as).toBe(201);
    const { chart } = await (await request.get(`/api/charts/${(await again.json()).id}`)).json();
    const names = Object.values<{ fields: { name: string } }>(chart.items).map(({ fields }) => fields.name);
    for (const row of SISTERS.trim().split('\n').slice(1)) expect(names, as).toContain(row.split(',')[1]);
  }
});

test('an SVG with its words as shapes looks the same and needs no font', async ({ page, request }) => {
  const address = `/api/charts/${await newChart(request, SISTERS, 'Sisters')}/picture`;
  const [plain, outlined] = await Promise.all(
    ['svg', 'svg&outlines=1'].map(async (as) => (await request.get(`${address}?as=${as}`)).text()),
  );
  expect(outlined).not.toContain('<text');
  expect(outlined).not.toContain('@font-face');
  // What they say is still told.
  expect(outlined).toContain('aria-label="ليلى المنصوري"');
  const drawn = async (svg: string) => {
    await page.setViewportSize({ width: 1200, height: 850 });
    await page.setContent(`<body style="margin:0">${svg}</body>`);
    await page.evaluate(() => document.fonts.ready);
    return PNG.sync.read(await page.screenshot());
  };
  const [a, b] = [await drawn(plain!), await drawn(outlined!)];
  let off = 0;
  for (let i = 0; i < a.data.length; i += 4) if (Math.abs(a.data[i + 1]! - b.data[i + 1]!) > 90) off++;
  expect(off / (a.data.length / 4)).toBeLessThan(0.004);
});

test('a table may begin with the mark of its encoding, and is then the same list', async ({ request }) => {
  const id = await newChart(request, SISTERS, 'Sisters');
  const text = await (await request.get(`/api/charts/${id}/list?as=csv&mark=1`)).text();
  expect(text.startsWith('\ufeff')).toBe(true);
  expect((await (await request.get(`/api/charts/${id}/list?as=csv`)).text()).startsWith('\ufeff')).toBe(false);
  const again = await request.put(`/api/charts/${id}/list?try=1`, {
    headers: { 'content-type': 'application/octet-stream' },
    data: Buffer.from(text),
  });
  expect((await again.json()).summary).toMatch(/nothing changed/i);
});

test('scripts and fonts of the build are sent packed', async ({ browser, baseURL, request }) => {
  // A browser that was never here.
  const page = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  const fetched: Request[] = [];
  page.on('requestfinished', (asked) => {
    if (/_astro\/.*(\.wasm|NotoSansArabic)/.test(asked.url())) fetched.push(asked);
  });
  await open(page, await newChart(request, OASIS, 'حديقة الواحة'));
  const forScript = () => new Set(fetched.map((asked) => asked.url()));
  // The shaper, the font regular and bold.
  await expect.poll(() => forScript().size).toBeGreaterThanOrEqual(3);
  expect([...forScript()].some((url) => url.includes('.wasm'))).toBe(true);
  const sizes = new Map<string, number>();
  // What comes out of the browser's own store is no more fetched. All are finished: nothing is asked of a page that closes.
  for (const asked of [...fetched]) {
    const { responseBodySize } = await asked.sizes();
    sizes.set(asked.url(), Math.max(sizes.get(asked.url()) ?? 0, responseBodySize));
  }
  // The stated limit of what the first use of a script fetches.
  const sent = [...sizes.values()].reduce((sum, size) => sum + size, 0);
  expect(sent).toBeGreaterThan(0);
  expect(sent).toBeLessThan(500_000);
});

test('charts are found by their titles whatever the accents, the case and the form of letters', async ({ request }) => {
  const mark = `q${Date.now()}`;
  const titles = ['Zoë Ångström', 'مُحَمَّد الحسيني', 'राम बाग', 'रामा बाग', '김정원'].map((title) => `${title} ${mark}`);
  for (const title of titles) await newChart(request, 'Ann', title);
  const found = async (words: string) => {
    const { charts, items } = await (
      await request.get(`/api/charts?q=${encodeURIComponent(`${words} ${mark}`)}`)
    ).json();
    return ((items ?? charts) as { title: string }[]).map(({ title }) => title);
  };
  expect(await found('zoe angstrom')).toEqual([titles[0]]);
  expect(await found('ZOË ÅNGSTRÖM'.normalize('NFD'))).toEqual([titles[0]]);
  expect(await found('محمد الحسيني')).toEqual([titles[1]]);
  // A vowel makes another word.
  expect(await found('राम बाग')).toEqual([titles[2]]);
  expect(await found('김정원'.normalize('NFD'))).toEqual([titles[4]]);
});

test('titles that mislead or break off are harmless in the names of files', async ({ request }) => {
  const nameOf = async (title: string) => {
    const file = await request.get(`/api/charts/${await newChart(request, 'Ann', title)}/picture?as=pdf`);
    expect(file.status(), title).toBe(200);
    const disposition = file.headers()['content-disposition']!;
    return [/filename="([^"]*)"/.exec(disposition)![1], decodeURIComponent(/UTF-8''(.+)$/.exec(disposition)![1]!)];
  };
  expect(await nameOf('Garden \u202efdp.exe')).toEqual(['Garden fdp.exe.pdf', 'Garden fdp.exe.pdf']);
  expect(await nameOf('王小园')).toEqual(['chart.pdf', '王小园.pdf']);
  const [, long] = await nameOf('👩‍🌾'.repeat(40));
  expect(long).toBe(`${'👩‍🌾'.repeat(40)}.pdf`);
});

test('in Deliver an SVG can have its words as shapes, and a table the mark of its encoding', async ({
  page,
  request,
}) => {
  await open(page, await newChart(request, SISTERS, 'Sisters'));
  await page.getByRole('tab', { name: 'Deliver' }).click();
  const saved = async (button: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button, exact: true }).click(),
    ]);
    return readFileSync(await download.path(), 'utf8');
  };
  expect(await saved('SVG')).toContain('<text');
  await page.getByText('As shapes', { exact: true }).click();
  expect(await saved('SVG')).not.toContain('<text');
  await page.getByLabel(/Marked as UTF-8/).check();
  expect((await saved('Table (CSV)')).startsWith('\ufeff')).toBe(true);
});

test('a chart of letters that no font has, or that are signs of another kind, is drawn', async ({ page, request }) => {
  for (const [list, shown] of [
    ['ᚠᚢ', '[16A0][16A2]'],
    ['\ue000', '[E000]'],
    ['©\ufe0f 1\ufe0f\u20e3', '©\ufe0f'],
    ['☘', '☘'],
    ['𓀀', '[13000]'],
  ] as const) {
    await open(page, await newChart(request, list, 'Signs'));
    await expect(page.locator('svg.scene [data-item] text').first()).toHaveText(shown);
  }
});

test('a list of more signs than an address holds is drawn with the whole font', async ({ page, request }) => {
  const signs = Array.from({ length: 6_000 }, (_, i) => String.fromCodePoint(0x4e00 + i));
  const list = Array.from({ length: 60 }, (_, i) => signs.slice(i * 100, i * 100 + 100).join('')).join('\n');
  const fetched: string[] = [];
  page.on('response', (response) => {
    if (response.url().includes('/api/fonts/')) fetched.push(response.url());
  });
  await open(page, await newChart(request, list, 'Signs'));
  await expect(page.locator('svg.scene [data-item]')).toHaveCount(60);
  expect(fetched.some((url) => url.endsWith('whole=1'))).toBe(true);
});

test('what a list of many signs can become is shown after few fetches of a font', async ({ page }) => {
  const signs = Array.from({ length: 400 }, (_, i) => String.fromCodePoint(0x4e00 + 3 * i));
  const list = `全部\n${signs.map((sign, i) => `\t${i % 8 ? '\t' : ''}${sign}${signs.at(-i)}`).join('\n')}\n`;
  const fetched: string[] = [];
  page.on('request', (asked) => {
    if (asked.url().includes('/api/fonts/')) fetched.push(asked.url());
  });
  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  await page.getByLabel('The list, one line for each').fill(list);
  const offer = page.getByRole('radio', { name: /Org chart/ });
  await expect(page.locator('label').filter({ has: offer }).locator('svg')).toContainText('全部');
  // Two faces, in the dialog and for its pictures.
  expect(fetched.length).toBeLessThanOrEqual(8);
});

test('a list too long for a chart is said to be so, once', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New chart' }).first().click();
  const rows = Array.from({ length: 31_000 }, (_, i) => `${i},Person ${i}`);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'long.csv', mimeType: 'text/csv', buffer: Buffer.from(`Id,Name\n${rows.join('\n')}\n`) });
  await expect(page.getByText('The list has 31000 lines; a chart holds 30000 at the most.')).toHaveCount(1);
  await expect(page.getByText('choose below which column')).toBeHidden();
});
