/** Remarks in a PDF read by others: as text annotations (ISO 32000-1, 12.5.6.4) by pdf-lib, their list by Poppler's pdftotext. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName, type PDFNumber, PDFString } from 'pdf-lib';
import { expect, it } from 'vitest';
import { compose } from '../../src/core/compose';
import { kindOf } from '../../src/core/kinds';
import { chartOfList, readList } from '../../src/core/read';
import { withRemarks } from '../../src/core/remarks';
import { scenesPdf } from '../../src/server/pictures/pdf';
import { fonts } from '../support/fonts';

it('is a note where its number stands, with who wrote it and all that was said; the file is no archive then', async () => {
  const kind = kindOf('org')!;
  const read = readList(kind, 'Ann\n\tBo\n');
  if (!read.ok) throw new Error('not read');
  const chart = chartOfList(kind, 'Garden', read.list);
  const { scene, regions } = compose(chart, fonts);
  const [bo] = scene.items.filter(({ label }) => label.startsWith('Bo'));
  const remarks = [
    {
      number: 1,
      on: { item: bo!.id },
      name: 'Zoë Quillan',
      where: 'Bo',
      text: 'Back in März?',
      answers: [{ name: 'Piet', text: 'In April.' }],
    },
  ];
  const bytes = await scenesPdf(withRemarks([scene], { chart, fonts, remarks, regions }, true));
  const pdf = await PDFDocument.load(bytes);
  expect(pdf.getPageCount()).toBe(2);
  const page = pdf.getPage(0);
  const notes = page.node
    .lookup(PDFName.of('Annots'), PDFArray)
    .asArray()
    .map((one) => pdf.context.lookup(one, PDFDict));
  expect(notes).toHaveLength(1);
  const text = (name: string) => {
    const value = notes[0]!.lookup(PDFName.of(name));
    return value instanceof PDFString || value instanceof PDFHexString ? value.decodeText() : String(value);
  };
  expect([text('Subtype'), text('T'), text('Contents')]).toEqual([
    '/Text',
    'Zoë Quillan',
    '1. Back in März?\nPiet: In April.',
  ]);
  // Its middle is the corner of the box that it is on; PDF counts from the foot of the page.
  const rect = notes[0]!
    .lookup(PDFName.of('Rect'), PDFArray)
    .asArray()
    .map((one) => (one as PDFNumber).asNumber());
  expect((rect[0]! + rect[2]!) / 2).toBeCloseTo(bo!.box.x + bo!.box.width, 1);
  expect(page.getHeight() - (rect[1]! + rect[3]!) / 2).toBeCloseTo(bo!.box.y, 1);
  expect(bytes.toString('latin1')).not.toContain('pdfaid');
  const folder = mkdtempSync(join(tmpdir(), 'remarks-'));
  writeFileSync(join(folder, 'a.pdf'), bytes);
  const said = execFileSync('pdftotext', ['-layout', join(folder, 'a.pdf'), '-'], { encoding: 'utf8' });
  rmSync(folder, { recursive: true });
  const [, list] = said.split('\f');
  for (const words of ['Remarks', 'Zoë Quillan, Bo', 'Back in März?', 'Piet: In April.']) expect(list).toContain(words);
});
