/**
 * Text documents as another program has them: Debian's office suite opens the file and writes what it made of it as
 * OpenDocument and as PDF, which Poppler reads.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { compose } from '../../src/core/compose';
import type { DocumentAsked } from '../../src/core/in-documents';
import { kindOf } from '../../src/core/kinds';
import { chartOfList, readList } from '../../src/core/read';
import { drawingOf, sceneSvg } from '../../src/core/scene';
import { documentOf, placed } from '../../src/server/pictures/document';
import { withShapes } from '../../src/server/pictures/document-shapes';
import { scenePng } from '../../src/server/pictures/png';
import { fonts } from '../support/fonts';
import { openedInOffice, readByOffice } from '../support/office';

async function documentFor(list: string, asked: DocumentAsked) {
  const kind = kindOf('org')!;
  const read = readList(kind, list);
  if (!read.ok) throw new Error(read.problem.message);
  const chart = chartOfList(kind, 'The garden', read.list);
  const { scene } = compose(chart, fonts);
  const svg = sceneSvg(scene, { outlinesOf: (mark) => fonts.glyphs(mark) });
  const bytes = await documentOf(kind, chart, [{ scene, svg, png: await scenePng(scene, { dpi: 96 }) }], asked);
  return { chart, scene, bytes };
}

const opened = (bytes: Uint8Array) => readByOffice(bytes, 'docx', 'fodt');

const demo = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const names = [...demo.matchAll(/^\t*([^|\n]+?) \|/gm)].map(([, name]) => name!);

describe('documents in an office suite', () => {
  it.concurrent('every part is well formed, and the drawing stands beside its dots', async () => {
    const { bytes } = await documentFor(demo, { place: 'full', list: 'levels' });
    const parts = unzipSync(new Uint8Array(bytes));
    for (const [name, part] of Object.entries(parts))
      if (/\.(xml|rels)$/.test(name)) new SaxesParser({ xmlns: true }).write(strFromU8(part)).close();
    const media = Object.keys(parts).filter((name) => name.startsWith('word/media/'));
    expect(media.map((name) => name.split('.').at(-1)).sort()).toEqual(['png', 'svg']);
  });

  it.concurrent('has the picture with its caption and its words for those who do not see it, and the list as levels', async () => {
    const { bytes, scene } = await documentFor(demo, { place: 'half', list: 'levels' });
    const xml = await opened(bytes);
    expect(xml).toContain(`<svg:desc>${scene.description}</svg:desc>`);
    expect(xml.replace(/<[^>]+>/g, '')).toContain('Figure 1: The garden');
    const list = xml.slice(xml.indexOf('<text:list '));
    for (const name of names) expect(list, name).toContain(name);
    // Piet Marrable stands a level under Oriel Tansley: a list within a list.
    expect(list.slice(list.indexOf('Oriel Tansley'), list.indexOf('Piet Marrable'))).toContain('<text:list>');
  });

  it.concurrent('has the list as a table with a heading row that comes again on every page', async () => {
    const { bytes } = await documentFor(demo, { place: 'between', list: 'table' });
    const xml = await opened(bytes);
    expect(xml).toContain('<table:table-header-rows>');
    const table = xml.slice(xml.indexOf('<table:table '));
    for (const name of names) expect(table, name).toContain(name);
  });

  it.concurrent.each([
    ['left', 'left'],
    ['right', 'right'],
  ] as const)('at the %s the text goes beside it', async (place, side) => {
    const { bytes } = await documentFor('Ann\n\tBo\n\tCy\n', { place, list: 'none' });
    const xml = await opened(bytes);
    expect(xml).toContain(`style:horizontal-pos="${side}"`);
    expect(xml).toMatch(/style:wrap="(biggest|dynamic|parallel)"/);
  });

  it.concurrent('is as wide as asked for, and no wider than the page leaves room', async () => {
    const width = async (asked: DocumentAsked) => {
      const { bytes } = await documentFor('Ann\n\tBo\n\tCy\n', asked);
      const xml = await opened(bytes);
      const [, wide, unit] = /<draw:frame [^>]*svg:width="([\d.]+)(cm|in)"/.exec(xml)!;
      return Number(wide) * (unit === 'in' ? 2.54 : 1);
    };
    const [asked, half, tooWide] = await Promise.all([
      width({ place: 'half', list: 'none', wide: 5 }),
      width({ place: 'half', list: 'none' }),
      width({ place: 'full', list: 'none', wide: 60 }),
    ]);
    expect(asked).toBeCloseTo(5, 1);
    expect(half).toBeCloseTo(8, 0);
    expect(tooWide).toBeLessThanOrEqual(16.01);
  });

  describe('as shapes that can be changed there', () => {
    const shaped = async (kindId: string, file: string) => {
      const kind = kindOf(kindId)!;
      const read = readList(kind, readFileSync(`demo/${file}`, 'utf8'));
      if (!read.ok) throw new Error(read.problem.message);
      const chart = chartOfList(kind, 'The garden', read.list);
      const { scene } = compose(chart, fonts);
      const asked = { place: 'full', list: 'none', drawn: 'shapes' } as const;
      const svg = sceneSvg(scene, { outlinesOf: (mark) => fonts.glyphs(mark) });
      const png = await scenePng(scene, { dpi: 96 });
      const written = await documentOf(kind, chart, [{ scene, svg, png }], asked);
      const drawing = drawingOf(scene, {
        size: placed(scene, asked),
        place: 0,
        widthOf: ({ text, face, size }) => fonts.width(text, face, size),
        sizeOf: () => undefined,
      });
      return { scene, size: placed(scene, asked), bytes: withShapes(written, [drawing], new Map()) };
    };

    it.concurrent.each([
      ['org', 'saltmarsh-garden.txt'],
      ['family', 'founding-family.txt'],
      ['decision', 'second-glasshouse.txt'],
      ['concept', 'salt-marsh.txt'],
      ['venn', 'volunteers.csv'],
    ])('%s: every item is a shape there with its words, where it stands in the picture', async (kindId, file) => {
      const { scene, size, bytes } = await shaped(kindId, file);
      const parts = unzipSync(bytes);
      new SaxesParser({ xmlns: true }).write(strFromU8(parts['word/document.xml']!)).close();
      const xml = await opened(bytes);
      // Of each shape its place in the document and its words.
      const shapes = [...xml.matchAll(/<draw:custom-shape ([^>]*)>(.*?)<\/draw:custom-shape>/gs)].map(
        ([, own, inner]) => {
          const said = (name: string) => {
            const found = new RegExp(`svg:${name}="(-?[\\d.]+)(cm|in)"`).exec(own!);
            return found ? Number(found[1]) * (found[2] === 'in' ? 72 : 72 / 2.54) : Number.NaN;
          };
          const words = inner!
            .replace(/<svg:(?:desc|title)>.*?<\/svg:(?:desc|title)>/gs, '')
            .replace(/<[^>]+>|\s+/g, '');
          return { x: said('x'), y: said('y'), width: said('width'), words };
        },
      );
      const scale = size.width / scene.width;
      const unescaped = (text: string) => text.replaceAll('&apos;', "'").replaceAll('&amp;', '&');
      let placedRight = 0;
      // Places in a group are counted from its anchor: the first item says how far that is.
      const found = scene.items.map((item) => {
        const words = item.label.replace(/, |\s+/g, '');
        const shape = shapes.find((own) => unescaped(own.words).replace(/,|-/g, '') === words.replace(/,|-/g, ''));
        expect(shape, item.label).toBeDefined();
        return { item, shape: shape! };
      });
      const middle = ({ x, width }: { x: number; width: number }) => x + width / 2;
      const off = middle(found[0]!.shape) - middle(found[0]!.item.box) * scale;
      for (const { item, shape } of found)
        if (Math.abs(middle(shape) - middle(item.box) * scale - off) < 2) placedRight++;
      expect(placedRight).toBe(scene.items.length);
    });

    it.concurrent('lines are fixed to the shapes that they join', async () => {
      const { scene, bytes } = await shaped('org', 'saltmarsh-garden.txt');
      const xml = strFromU8(unzipSync(bytes)['word/document.xml']!);
      const numbers = new Set([...xml.matchAll(/<wps:cNvPr id="(\d+)"/g)].map(([, id]) => id));
      const glued = [...xml.matchAll(/<a:(?:st|end)Cxn id="(\d+)"/g)].map(([, id]) => id);
      expect(glued.length).toBeGreaterThan(scene.edges.length);
      for (const id of glued) expect(numbers.has(id)).toBe(true);
      expect(numbers.size).toBe([...xml.matchAll(/<wps:cNvPr id="(\d+)"/g)].length);
    });
  });

  it.concurrent('turns the page where the picture could not be read across an upright one', async () => {
    const wide = `Top\n${Array.from({ length: 9 }, (_, i) => `\tHead ${i}\n${Array.from({ length: 4 }, (__, k) => `\t\tPerson ${i} ${k} of long name\n`).join('')}`).join('')}`;
    const { bytes } = await documentFor(wide, { place: 'full', list: 'none' });
    const info = execFileSync('pdfinfo', [await openedInOffice(bytes, 'docx', 'pdf')], { encoding: 'utf8' });
    const [, width, height] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!;
    expect(Number(width)).toBeGreaterThan(Number(height));
  });
});
