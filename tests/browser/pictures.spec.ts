/** Files against the screen, and against other people's readers. */
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import pixelmatch from 'pixelmatch';
import { PNG } from 'pngjs';
import { type FaceId, faces, styleOf } from '../../src/core/faces';
import { composedInWorker, newChart, open } from './support';
import { expect, test } from './test';

const LIST = readFileSync('demo/saltmarsh-garden.txt', 'utf8');

test('text measured from the font files is as wide as Chromium draws it', async ({ page, request }) => {
  await open(page, await newChart(request));
  // The page measures with its canvas; the compose worker's own numbers come from the same files, through core.
  const words =
    'Ångström Übermäßig Żółć Hrdličková AVATAR WAVE Tolu Typography fjord office 0123456789 11:47 (x) “quoted” L’Aquila Donaudampfschifffahrt'.split(
      ' ',
    );
  const strings = Array.from({ length: 200 }, (_, i) =>
    [words[i % words.length], words[(i * 7 + 3) % words.length], words[(i * 3 + 1) % words.length]]
      .slice(0, 1 + (i % 3))
      .join(' '),
  );
  const { createFonts } = await import('../../src/core/text/fonts.js');
  const fonts = createFonts((face) => readFileSync(`fonts/ttf/${faces[face].file}`));
  for (const id of [
    'text-400',
    'text-600',
    'text-700',
    'text-slant-400',
    'text-slant-700',
    'serif-slant-400',
    'round-slant-700',
    'title-600',
    'wide-600',
    'serif-400',
    'round-700',
    'hand-400',
  ] as const) {
    const { family, weight } = faces[id];
    const style = styleOf(id) ?? 'normal';
    const drawn = await page.evaluate(
      async ({ strings, font }) => {
        await document.fonts.load(font);
        const context = document.createElement('canvas').getContext('2d')!;
        context.font = font;
        context.fontKerning = 'normal';
        context.textRendering = 'geometricPrecision';
        return strings.map((text) => context.measureText(text).width);
      },
      { strings, font: `${style} ${weight} 16px "${family}"` },
    );
    const off = strings.map((text, i) => Math.abs(fonts.width(text, id, 16) - drawn[i]!));
    expect(Math.max(...off), `${id}: ${strings[off.indexOf(Math.max(...off))]}`).toBeLessThan(0.5);
  }
});

test('the worker and the server compose the same, byte for byte', async ({ page, request }) => {
  const id = await newChart(request, LIST);
  await open(page, id);
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  const composed = await composedInWorker(page, chart);
  const { sceneSvg } = await import('../../src/core/scene/svg.js');
  const server = await (await request.get(`/api/charts/${id}/picture?as=svg`)).text();
  // The fonts that are embedded say that words keep their width; they stand beside everything else.
  const { fonts } = await import('../support/fonts.js');
  const widthOf = (text: string, face: FaceId, size: number) => fonts.width(text, face, size);
  const fontCss = /@font-face\{.*\}(?=text\{)/.exec(server)?.[0] ?? '';
  expect(fontCss).not.toBe('');
  expect(sceneSvg(composed, { fontCss, widthOf })).toBe(server);
});

test('the PNG of the server is the picture on the screen', async ({ page, request }) => {
  const id = await newChart(request);
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'set-page', page: { size: 'picture' } }] },
  });
  await page.setViewportSize({ width: 1700, height: 1000 });
  await open(page, id);
  await page.waitForTimeout(400);
  // The page alone at one point = 96/72 pixels, from a whole pixel on.
  const clip = await page.evaluate(() => {
    for (const aid of document.querySelectorAll('[data-aid]')) aid.remove();
    const drawing = document.querySelector('svg.scene > g')!;
    drawing.setAttribute('transform', `scale(${96 / 72})`);
    const frame = document.querySelector('svg.scene')!.getBoundingClientRect();
    return { x: frame.x, y: frame.y };
  });
  const png = PNG.sync.read(await (await request.get(`/api/charts/${id}/picture?as=png&dpi=96`)).body());
  const screen = PNG.sync.read(await page.screenshot({ clip: { ...clip, width: png.width, height: png.height } }));
  const differing = pixelmatch(png.data, screen.data, undefined, png.width, png.height, { threshold: 0.25 });
  expect(differing / (png.width * png.height)).toBeLessThan(0.004);
  // And the comparison can fail: against an empty sheet many times as much differs.
  const empty = new PNG({ width: png.width, height: png.height });
  empty.data.fill(255);
  expect(
    pixelmatch(png.data, empty.data, undefined, png.width, png.height, { threshold: 0.25 }) / (png.width * png.height),
  ).toBeGreaterThan(0.1);
});

test('the PDF holds every name as text, on a page of just its size', async ({ request }) => {
  const id = await newChart(request, `${LIST}Ζωή Παππά | Φυτά\n`);
  const bytes = await (await request.get(`/api/charts/${id}/picture?as=pdf`)).body();
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false }).promise;
  expect(document.numPages).toBe(1);
  const page = await document.getPage(1);
  const [, , width, height] = page.view as [number, number, number, number];
  expect(Math.abs((width / 72) * 25.4 - 297)).toBeLessThan(0.1);
  expect(Math.abs((height / 72) * 25.4 - 210)).toBeLessThan(0.1);
  // The reader cuts text where letters are kerned and gives spaces as it sees fit: letters are what is compared.
  const letters = (words: string) => words.replace(/\s/g, '');
  const text = letters((await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(''));
  const { items } = await (await request.get(`/api/charts/${id}/picture`)).json();
  expect(items.length).toBe(41);
  for (const {
    text: { lines },
  } of items as { text: { lines: string[] } }[])
    for (const line of lines) expect(text).toContain(letters(line));
});

test('the SVG carries the fonts it uses, its title and description', async ({ page, request }) => {
  const id = await newChart(request, LIST, 'Saltmarsh <Garden>');
  const svg = await (await request.get(`/api/charts/${id}/picture?as=svg`)).text();
  expect(svg).toContain('<title id="t">Saltmarsh &lt;Garden&gt;</title>');
  expect(svg.match(/@font-face/g)?.length).toBe(4);
  // Drawn alone in a page of its own, with no other font to be had, its words are as wide as in the editor.
  await page.goto(`/api/charts/${id}/picture?as=svg`);
  const width = await page.evaluate(async () => {
    await document.fonts.ready;
    const text = [...document.querySelectorAll('text')].find((t) => t.textContent === 'Rosalind')!;
    return { width: text.getComputedTextLength(), size: Number(text.getAttribute('font-size')) };
  });
  await open(page, id);
  const screen = await page.evaluate(() =>
    [...document.querySelectorAll<SVGTextElement>('svg.scene text')]
      .find((t) => t.textContent === 'Rosalind')!
      .getComputedTextLength(),
  );
  expect(Math.abs(width.width - screen)).toBeLessThan(0.05);
});
