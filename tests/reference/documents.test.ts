/**
 * Text documents as another program has them: Debian's office suite opens the file and writes what it made of it as
 * OpenDocument and as PDF, which Poppler reads.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { compose } from '../../src/core/compose';
import type { DocumentAsked } from '../../src/core/in-documents';
import { kindOf } from '../../src/core/kinds';
import { chartOfList, readList } from '../../src/core/read';
import { sceneSvg } from '../../src/core/scene';
import { documentOf } from '../../src/server/pictures/document';
import { scenePng } from '../../src/server/pictures/png';
import { fonts } from '../support/fonts';

const folder = mkdtempSync(join(tmpdir(), 'dendrotax-documents-'));
let files = 0;

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

/** A document as the office suite understands it. */
function opened(bytes: Uint8Array, as: 'fodt' | 'pdf'): string {
  const name = `document${++files}`;
  writeFileSync(join(folder, `${name}.docx`), bytes);
  const own = `-env:UserInstallation=file://${folder}/profile`;
  execFileSync('soffice', ['--headless', own, '--convert-to', as, '--outdir', folder, join(folder, `${name}.docx`)], {
    stdio: 'pipe',
    timeout: 90_000,
  });
  return join(folder, `${name}.${as}`);
}

const demo = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const names = [...demo.matchAll(/^\t*([^|\n]+?) \|/gm)].map(([, name]) => name!);

describe('documents in an office suite', () => {
  it('every part is well formed, and the drawing stands beside its dots', async () => {
    const { bytes } = await documentFor(demo, { place: 'full', list: 'levels' });
    const parts = unzipSync(new Uint8Array(bytes));
    for (const [name, part] of Object.entries(parts))
      if (/\.(xml|rels)$/.test(name)) new SaxesParser({ xmlns: true }).write(strFromU8(part)).close();
    const media = Object.keys(parts).filter((name) => name.startsWith('word/media/'));
    expect(media.map((name) => name.split('.').at(-1)).sort()).toEqual(['png', 'svg']);
  });

  it('has the picture with its caption and its words for those who do not see it, and the list as levels', async () => {
    const { bytes, scene } = await documentFor(demo, { place: 'half', list: 'levels' });
    const xml = readFileSync(opened(bytes, 'fodt'), 'utf8');
    expect(xml).toContain(`<svg:desc>${scene.description}</svg:desc>`);
    expect(xml.replace(/<[^>]+>/g, '')).toContain('Figure 1: The garden');
    const list = xml.slice(xml.indexOf('<text:list '));
    for (const name of names) expect(list, name).toContain(name);
    // Piet Marrable stands a level under Oriel Tansley: a list within a list.
    expect(list.slice(list.indexOf('Oriel Tansley'), list.indexOf('Piet Marrable'))).toContain('<text:list>');
  });

  it('has the list as a table with a heading row that comes again on every page', async () => {
    const { bytes } = await documentFor(demo, { place: 'between', list: 'table' });
    const xml = readFileSync(opened(bytes, 'fodt'), 'utf8');
    expect(xml).toContain('<table:table-header-rows>');
    const table = xml.slice(xml.indexOf('<table:table '));
    for (const name of names) expect(table, name).toContain(name);
  });

  it.each([
    ['left', 'left'],
    ['right', 'right'],
  ] as const)('at the %s the text goes beside it', async (place, side) => {
    const { bytes } = await documentFor('Ann\n\tBo\n\tCy\n', { place, list: 'none' });
    const xml = readFileSync(opened(bytes, 'fodt'), 'utf8');
    expect(xml).toContain(`style:horizontal-pos="${side}"`);
    expect(xml).toMatch(/style:wrap="(biggest|dynamic|parallel)"/);
  });

  it('is as wide as asked for, and no wider than the page leaves room', async () => {
    const width = async (asked: DocumentAsked) => {
      const { bytes } = await documentFor('Ann\n\tBo\n\tCy\n', asked);
      const xml = readFileSync(opened(bytes, 'fodt'), 'utf8');
      const [, wide, unit] = /<draw:frame [^>]*svg:width="([\d.]+)(cm|in)"/.exec(xml)!;
      return Number(wide) * (unit === 'in' ? 2.54 : 1);
    };
    expect(await width({ place: 'half', list: 'none', wide: 5 })).toBeCloseTo(5, 1);
    expect(await width({ place: 'half', list: 'none' })).toBeCloseTo(8, 0);
    expect(await width({ place: 'full', list: 'none', wide: 60 })).toBeLessThanOrEqual(16.01);
  });

  it('turns the page where the picture could not be read across an upright one', async () => {
    const wide = `Top\n${Array.from({ length: 9 }, (_, i) => `\tHead ${i}\n${Array.from({ length: 4 }, (__, k) => `\t\tPerson ${i} ${k} of long name\n`).join('')}`).join('')}`;
    const { bytes } = await documentFor(wide, { place: 'full', list: 'none' });
    const info = execFileSync('pdfinfo', [opened(bytes, 'pdf')], { encoding: 'utf8' });
    const [, width, height] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!;
    expect(Number(width)).toBeGreaterThan(Number(height));
  });
});
