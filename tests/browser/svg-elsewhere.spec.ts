/**
 * Our SVG as other programs draw it: Chromium with the fonts inside and without them, and Debian's rsvg-convert (librsvg),
 * which knows no embedded fonts at all. Words stay inside their boxes in all three.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import type { Box } from '../../src/core/scene';
import { expect, test } from './test';

const LISTS = [
  ['org', readFileSync('demo/saltmarsh-garden.txt', 'utf8')],
  ['family', readFileSync('demo/founding-family.txt', 'utf8')],
  ['concept', readFileSync('demo/salt-marsh.txt', 'utf8')],
] as const;
const DOTS = 3;

/** Where dots differ between a drawing with its words and the same without them. */
function wordsIn(drawn: Buffer, bare: Buffer): { x: number; y: number }[] {
  const [a, b] = [PNG.sync.read(drawn), PNG.sync.read(bare)];
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  const found: { x: number; y: number }[] = [];
  for (let i = 0; i < a.data.length; i += 4) {
    const off = [0, 1, 2].reduce((sum, part) => sum + Math.abs(a.data[i + part]! - b.data[i + part]!), 0);
    if (off > 90) found.push({ x: ((i / 4) % a.width) / DOTS, y: Math.floor(i / 4 / a.width) / DOTS });
  }
  return found;
}

for (const [kind, list] of LISTS)
  test(`words stay in their boxes wherever the SVG of a ${kind} chart is drawn`, async ({ page, request }) => {
    const data = { kind, list };
    const composed = await (await request.post('/api/compose', { data })).json();
    const whole = await (await request.post('/api/compose', { data, headers: { accept: 'image/svg+xml' } })).text();
    const boxes: Box[] = composed.items.map(({ box }: { box: Box }) => box);
    // Only what stands in boxes: titles and words on lines have none.
    const inBoxes = whole.replace(/^<text.*$/gm, '');
    const without = (svg: string) => svg.replace(/@font-face\{.*\}(?=text\{)/, '');
    const silent = (svg: string) => svg.replace(/<text [^>]*>[^<]*<\/text>/g, '');
    const inChromium = async (svg: string): Promise<Buffer> => {
      const { width, height } = composed.page;
      await page.setViewportSize({ width: Math.ceil(width * DOTS), height: Math.ceil(height * DOTS) });
      await page.setContent(
        `<body style="margin:0">${svg.replace(/<svg ([^>]*?)width="[^"]*" height="[^"]*"/, `<svg $1 width="${width * DOTS}" height="${height * DOTS}"`)}</body>`,
      );
      await page.evaluate(() => document.fonts.ready);
      return page.screenshot({
        clip: { x: 0, y: 0, width: Math.floor(width * DOTS), height: Math.floor(height * DOTS) },
      });
    };
    const inRsvg = (svg: string): Buffer =>
      execFileSync('rsvg-convert', ['--width', String(Math.floor(composed.page.width * DOTS)), '--keep-aspect-ratio'], {
        input: svg,
        maxBuffer: 64 * 1024 * 1024,
      });
    const drawings: Record<string, [Buffer, Buffer]> = {
      'Chromium with the fonts': [await inChromium(inBoxes), await inChromium(silent(inBoxes))],
      'Chromium without the fonts': [await inChromium(without(inBoxes)), await inChromium(silent(without(inBoxes)))],
      'rsvg-convert': [inRsvg(inBoxes), inRsvg(silent(inBoxes))],
    };
    for (const [program, [drawn, bare]] of Object.entries(drawings)) {
      const dots = wordsIn(drawn, bare);
      expect(dots.length, program).toBeGreaterThan(1_000);
      const out = dots.filter(
        ({ x, y }) =>
          !boxes.some(
            (box) =>
              x >= box.x - 0.5 && x <= box.x + box.width + 0.5 && y >= box.y - 0.5 && y <= box.y + box.height + 0.5,
          ),
      );
      expect({ program, out: out.length, of: dots.length, first: out[0] }).toEqual({
        program,
        out: 0,
        of: dots.length,
        first: undefined,
      });
    }
  });
