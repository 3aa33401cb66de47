/**
 * What PDFs say beside how they look, read by others: Poppler's pdfinfo prints the structure tree and its words, qpdf checks
 * the file, pdf-lib reads its outline and its attachments.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzlibSync } from 'fflate';
import {
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  type PDFRawStream,
  PDFStream,
  PDFString,
} from 'pdf-lib';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { compose } from '../../src/core/compose';
import { kindOf } from '../../src/core/kinds';
import { pagesOf } from '../../src/core/pages';
import { chartOfList, readList } from '../../src/core/read';
import { scenesPdf } from '../../src/server/pictures/pdf';
import { fonts } from '../support/fonts';

const folder = mkdtempSync(join(tmpdir(), 'dendrotax-tagged-'));
const file = join(folder, 'chart.pdf');

function chartOf(kindId: string, demo: string) {
  const kind = kindOf(kindId)!;
  const read = readList(kind, readFileSync(`demo/${demo}`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  return chartOfList(kind, 'The garden', read.list);
}
/** Lines of the structure tree: its tags, and words in quotes, two spaces a level. */
function structureOf(bytes: Uint8Array): string[] {
  writeFileSync(file, bytes);
  return execFileSync('pdfinfo', ['-struct-text', file], { encoding: 'utf8' }).split('\n');
}
const depthOf = (line: string) => line.length - line.trimStart().length;

/** Titles of the outline, two spaces a level. */
function outlineOf(document: PDFDocument): string[] {
  const root = document.catalog.lookup(PDFName.of('Outlines'), PDFDict);
  const below = (node: PDFDict, level: number): string[] => {
    const lines: string[] = [];
    for (
      let at = node.lookupMaybe(PDFName.of('First'), PDFDict);
      at;
      at = at.lookupMaybe(PDFName.of('Next'), PDFDict)
    ) {
      const title = at.lookup(PDFName.of('Title'));
      if (!(title instanceof PDFString || title instanceof PDFHexString)) throw new Error('a bookmark without a title');
      lines.push('  '.repeat(level) + title.decodeText(), ...below(at, level + 1));
    }
    return lines;
  };
  return below(root, 0);
}

describe('tagged PDF', () => {
  it('the tree of the list is the tree of the file: a list in a list for each level, words in the order of the list', async () => {
    const { scene } = compose(chartOf('org', 'saltmarsh-garden.txt'), fonts);
    const lines = structureOf(await scenesPdf([scene]));
    expect(lines[0]!.trim()).toMatch(/^Document/);
    expect(lines.some((line) => line.trim().startsWith('H1'))).toBe(true);
    const at = (words: string) => lines.findIndex((line) => line.includes(`"${words}`));
    const order = ['The garden', 'Oriel Tansley', 'Piet Marrable', 'Suda Welk', 'Ines Cobbold', 'Maud Ferrow', 'Wren'];
    const places = order.map(at);
    expect(
      places.every((place) => place >= 0),
      places.join(),
    ).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    const level = (words: string) => depthOf(lines[at(words)]!);
    expect(level('Piet Marrable')).toBeGreaterThan(level('Oriel Tansley'));
    expect(level('Suda Welk') - level('Piet Marrable')).toBe(level('Piet Marrable') - level('Oriel Tansley'));
    expect(level('Maud Ferrow')).toBe(level('Piet Marrable'));
    expect(level('Wren')).toBe(level('Oriel Tansley'));
  });

  it.each([
    ['family', 'founding-family.txt'],
    ['decision', 'second-glasshouse.txt'],
    ['concept', 'salt-marsh.txt'],
    ['venn', 'volunteers.csv'],
  ])('%s: every word that is seen is said, once', async (kindId, demo) => {
    const { scene } = compose(chartOf(kindId, demo), fonts);
    const words = (texts: readonly string[]) => texts.join('').replace(/[\s"]+/g, '');
    const lines = structureOf(await scenesPdf([scene]));
    const said = lines.flatMap((line) => /^\s*"(.*)"\s*$/.exec(line)?.[1] ?? []);
    const marks = [...scene.links, ...scene.items].flatMap((one) => one.marks).concat(scene.page);
    const seen = marks.flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    expect([...words(said)].sort().join('')).toBe([...words(seen)].sort().join(''));
  });

  it('is sound, says its language and its title, and has its branches as bookmarks', async () => {
    const { scene } = compose({ ...chartOf('org', 'saltmarsh-garden.txt'), language: 'de' }, fonts);
    const bytes = await scenesPdf([scene], undefined, undefined, '{"chart": 1}');
    writeFileSync(file, bytes);
    expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain(
      'No syntax or stream encoding errors',
    );
    const info = execFileSync('pdfinfo', [file], { encoding: 'utf8' });
    expect(info).toMatch(/Tagged:\s+yes/);
    expect(info).toMatch(/Title:\s+The garden/);
    expect(execFileSync('pdfdetach', ['-list', file], { encoding: 'utf8' })).toContain('chart.dendrotax.json');
    const document = await PDFDocument.load(bytes);
    expect(document.catalog.lookup(PDFName.of('Lang'))?.toString()).toContain('de');
    const outline = outlineOf(document);
    expect(outline.slice(0, 3)).toEqual(['The garden', '  Oriel Tansley', '    Piet Marrable']);
    expect(outline).toContain('  Wren Abernethy-Cole');
  });

  it('is fit for archives as far as readers tell: all fonts in the file, colours said, metadata that is XML', async () => {
    const chart = { ...chartOf('org', 'saltmarsh-garden.txt'), title: 'Sand & <salt> "garden"' };
    const { scene } = compose(chart, fonts);
    const bytes = await scenesPdf([scene], undefined, undefined, '{"chart": 1}');
    writeFileSync(file, bytes);
    const info = execFileSync('pdfinfo', [file], { encoding: 'utf8' });
    expect(info).toContain('Title:           Sand & <salt> "garden"');
    // Columns: name, type, encoding, emb(edded), sub(set), uni(code).
    const faces = execFileSync('pdffonts', [file], { encoding: 'utf8' }).split('\n').slice(2).filter(Boolean);
    expect(faces.length).toBeGreaterThan(1);
    for (const face of faces) expect(face).toMatch(/ yes +yes +yes +\d+ +\d+$/);
    const document = await PDFDocument.load(bytes);
    const xml = execFileSync('pdfinfo', ['-meta', file], { encoding: 'utf8' });
    expect(xml).toMatch(/<pdfaid:part>3<.*<pdfaid:conformance>B</s);
    const names: string[] = [];
    const parser = new SaxesParser({ xmlns: true });
    parser.on('opentag', ({ name }) => names.push(name));
    parser.write(xml.trim()).close();
    expect(names).toEqual(expect.arrayContaining(['pdfaid:part', 'pdfaid:conformance', 'pdfuaid:part', 'dc:title']));
    const intents = document.catalog.lookup(PDFName.of('OutputIntents'), PDFArray);
    const profile = intents.lookup(0, PDFDict).lookup(PDFName.of('DestOutputProfile'), PDFStream);
    expect(profile.getContentsSize()).toBeGreaterThan(1_000);
    // ISO 19005-3, annex E: every file in it says what it is to the pages.
    const [spec] = document.catalog.lookup(PDFName.of('AF'), PDFArray).asArray();
    expect(document.context.lookup(spec, PDFDict).lookup(PDFName.of('AFRelationship'))).toBe(PDFName.of('Source'));
  });

  it('nothing is drawn beside what is said or marked as only looked at, and links belong to what they stand in', async () => {
    const demo = chartOf('org', 'saltmarsh-garden.txt');
    const [id] = Object.keys(demo.items);
    const item = demo.items[id!]!;
    const named = { ...item, fields: { ...item.fields, name: '[Oriel](https://example.org/oriel)' } };
    const { scene } = compose({ ...demo, items: { ...demo.items, [id!]: named } }, fonts);
    const bytes = await scenesPdf([scene]);
    const document = await PDFDocument.load(bytes);
    const [page] = document.getPages();
    const content = page!.node.Contents() as PDFRawStream;
    const operators = strFromU8(unzlibSync(content.getContents()), true).split(/\s+/);
    let depth = 0;
    let shown = 0;
    for (const operator of operators) {
      if (operator === 'BDC' || operator === 'BMC') depth++;
      if (operator === 'EMC') depth--;
      // Words, and shapes that are filled or drawn (ISO 32000-1, annex A).
      if (['Tj', 'TJ', 'f', 'S', 'B', 'f*', 'Do'].includes(operator)) {
        shown++;
        expect(depth, operator).toBeGreaterThan(0);
      }
    }
    expect(depth).toBe(0);
    expect(shown).toBeGreaterThan(80);
    const annotations = page!.node.Annots()!;
    expect(annotations.size()).toBe(1);
    const link = annotations.lookup(0, PDFDict);
    expect(link.lookup(PDFName.of('StructParent'))).toBeDefined();
    expect(link.lookup(PDFName.of('Contents'))!.toString()).toContain('example.org/oriel');
    expect(page!.node.lookup(PDFName.of('Tabs'))).toBe(PDFName.of('S'));
    const tree = structureOf(bytes);
    const at = tree.findIndex((line) => line.trim().startsWith('Link'));
    expect(
      tree
        .slice(0, at)
        .findLast((line) => depthOf(line) < depthOf(tree[at]!))!
        .trim(),
    ).toMatch(/^LBody/);
  });

  it('every page of a booklet is a section and has a bookmark', async () => {
    const chart = chartOf('org', 'saltmarsh-garden.txt');
    const { scenes } = pagesOf({ ...chart, page: { ...chart.page, over: 'booklet' } }, fonts);
    const bytes = await scenesPdf(scenes);
    const lines = structureOf(bytes);
    expect(lines.filter((line) => line.trim().startsWith('Sect'))).toHaveLength(scenes.length);
    expect(outlineOf(await PDFDocument.load(bytes))).toHaveLength(scenes.length);
  });
});
