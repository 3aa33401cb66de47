/**
 * Worksheets read by others: fields of a PDF are filled in by pdf-lib and read by qpdf, its words by Poppler's pdftotext; the
 * document is opened by Debian's office suite. What is to be found out stands on no sheet before the answers.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../../src/core/kinds';
import { chartOfList, readList } from '../../src/core/read';
import { type Scene, sceneSvg } from '../../src/core/scene';
import { type WorksheetAsked, worksheetOf, worksheetPictures } from '../../src/core/worksheet';
import { scenePng } from '../../src/server/pictures/png';
import { worksheetDocument } from '../../src/server/worksheets/document';
import { worksheetPdf } from '../../src/server/worksheets/pdf';
import { fonts } from '../support/fonts';
import { openedInOffice } from '../support/office';

const folder = mkdtempSync(join(tmpdir(), 'dendrotax-worksheets-'));
let files = 0;
const kept = (bytes: Uint8Array, ending: string) => {
  const file = join(folder, `sheet${++files}.${ending}`);
  writeFileSync(file, bytes);
  return file;
};

function made(kindId: string, demo: string, asked: WorksheetAsked) {
  const kind = kindOf(kindId)!;
  const read = readList(kind, readFileSync(`demo/${demo}`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  const chart = chartOfList(kind, 'Salt marsh', read.list);
  return { chart, worksheet: worksheetOf(chart, asked, fonts), pictured: worksheetPictures(chart, asked, fonts) };
}
const pagesOf = (file: string): string[] =>
  execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).split('\f').slice(0, -1);

interface Field {
  readonly fullname: string;
  readonly alternativename: string;
  readonly fieldtype: string;
  readonly value: string | null;
}
const fieldsOf = (file: string): Field[] =>
  JSON.parse(execFileSync('qpdf', ['--json', '--json-key=acroform', file], { encoding: 'utf8' })).acroform.fields;

describe('worksheets as PDF', () => {
  const asked: WorksheetAsked = { blank: { tiers: [2] }, bank: false, versions: 2, seed: 5 };

  it('sheets of all versions come first, without a word of the answers; then the answers', async () => {
    const { worksheet } = made('org', 'saltmarsh-garden.txt', { ...asked, blank: { tiers: [2, 3], count: 7 } });
    const file = kept(await worksheetPdf(worksheet, { answers: true }, new Map()), 'pdf');
    const pages = pagesOf(file);
    const sheets = worksheet.versions.reduce((sum, { sheets }) => sum + sheets.length, 0);
    expect(pages.length).toBe(sheets + worksheet.versions.reduce((sum, { key }) => sum + key.length, 0));
    let at = 0;
    for (const { sheets, blanks, name } of worksheet.versions)
      for (const _ of sheets) {
        const page = pages[at++]!;
        expect(page).toContain(`Version ${name}`);
        for (const { answer } of blanks) expect(page).not.toContain(answer);
      }
    const rest = pages.slice(at).join('\n');
    for (const { blanks } of worksheet.versions)
      for (const { number, answer } of blanks) expect(rest).toMatch(new RegExp(`\\b${number} +${answer}`));
  });

  it('answers are left out where they are asked to be', async () => {
    const { worksheet } = made('concept', 'salt-marsh.txt', { blank: { links: true } });
    const bytes = await worksheetPdf(worksheet, { answers: false }, new Map());
    const all = pagesOf(kept(bytes, 'pdf')).join();
    expect(all).not.toContain('Answers');
    for (const { answer } of worksheet.versions[0]!.blanks) if (answer.length > 4) expect(all).not.toContain(answer);
  });

  it('its fields are filled in by a library and read back by another program', async () => {
    const { worksheet } = made('org', 'saltmarsh-garden.txt', asked);
    const bytes = await worksheetPdf(worksheet, { answers: false, fields: true }, new Map());
    const filled = await PDFDocument.load(bytes);
    const form = filled.getForm();
    const { blanks, name } = worksheet.versions[1]!;
    for (const { number, answer } of blanks) form.getTextField(`${name} ${number}`).setText(answer);
    form.getTextField(`${name} 2 Name`).setText('Ines');
    const file = kept(await filled.save(), 'pdf');
    execFileSync('qpdf', ['--check', file]);
    const fields = new Map(fieldsOf(file).map((field) => [field.fullname, field]));
    for (const { number, answer } of blanks)
      expect(fields.get(`${name} ${number}`)).toMatchObject({
        fieldtype: '/Tx',
        value: `u:${answer}`,
        alternativename: `Missing word ${number}`,
      });
    // Those of the other version are others, and empty.
    expect(fields.get('A 1')!.value).toBeNull();
    expect(pagesOf(file)[1]).toContain('Ines');
    expect(pagesOf(file)[1]).toContain(blanks[0]!.answer);
    expect(pagesOf(file)[0]).not.toContain(blanks[0]!.answer);
  });
});

describe('worksheets as documents', () => {
  it('an office suite opens it: numbered lines and words to choose from, then the answers', async () => {
    const { chart, pictured } = made('concept', 'salt-marsh.txt', {
      blank: { links: true },
      bank: true,
      write: 'list',
    });
    const drawn = async (scene: Scene) => ({
      scene,
      svg: sceneSvg(scene, { outlinesOf: (mark) => fonts.glyphs(mark) }),
      png: await scenePng(scene, { dpi: 96 }),
    });
    const versions = await Promise.all(
      pictured.versions.map(async (version) => ({
        version,
        pictures: await Promise.all(version.pictures.map(drawn)),
        keyPictures: await Promise.all(version.keyPictures.map(drawn)),
      })),
    );
    const document = await worksheetDocument(chart, pictured, versions, { answers: true });
    const pages = pagesOf(await openedInOffice(document, 'docx', 'pdf'));
    const key = pages.findIndex((page) => page.includes('Answers'));
    expect(key).toBeGreaterThan(0);
    const [before, after] = [pages.slice(0, key).join('\n'), pages.slice(key).join('\n')];
    for (const { number, answer } of pictured.versions[0]!.blanks) {
      expect(before).toMatch(new RegExp(`(^|\\s)${number} +_{5,}`, 'm'));
      expect(after).toMatch(new RegExp(`(^|\\s)${number} +${answer}`, 'm'));
    }
    expect(before).toContain('Words to choose from');
  });
});
