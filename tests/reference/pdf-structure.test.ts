/**
 * What PDFs say beside how they look, read by others: Poppler's pdfinfo prints the structure tree and its words, qpdf checks
 * the file, pdf-lib reads its outline and its attachments.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDict, PDFDocument, PDFHexString, PDFName, PDFString } from 'pdf-lib';
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
const depth = (line: string) => line.length - line.trimStart().length;

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
    const level = (words: string) => depth(lines[at(words)]!);
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

  it('every page of a booklet is a section and has a bookmark', async () => {
    const chart = chartOf('org', 'saltmarsh-garden.txt');
    const { scenes } = pagesOf({ ...chart, page: { ...chart.page, over: 'booklet' } }, fonts);
    const bytes = await scenesPdf(scenes);
    const lines = structureOf(bytes);
    expect(lines.filter((line) => line.trim().startsWith('Sect'))).toHaveLength(scenes.length);
    expect(outlineOf(await PDFDocument.load(bytes))).toHaveLength(scenes.length);
  });
});
