/** A worksheet as a PDF: a sheet for each version, its answers after all sheets; with fields to be filled in on a screen. */
import { PDFDocument, PDFHexString, PDFName, type PDFPage, type PDFTextField } from 'pdf-lib';
import type { Box, Scene } from '../../core/scene';
import { SHEET_WORDS, type Sheet, type Worksheet } from '../../core/worksheet';
import type { PictureFiles } from '../item-pictures';
import { scenesPdf } from '../pictures/pdf';

/** Size of what is typed, in points; smaller where a line is lower. */
const TYPED = 11;

type Look = NonNullable<Parameters<PDFTextField['addToPage']>[1]>;
/** Without colours of its own, which the library gives where none is named: the lines are seen through it. */
const CLEAR = { borderWidth: 0, borderColor: undefined, backgroundColor: undefined } as unknown as Look;

/** Fields over the places to write at. Source: ISO 32000-1, 12.7.4.3 (text fields) and 14.9.3 (alternate descriptions). */
async function withFields(bytes: Uint8Array, sheets: readonly { readonly name: string; readonly sheet: Sheet }[]) {
  const file = await PDFDocument.load(bytes, { updateMetadata: false });
  const form = file.getForm();
  const pages = file.getPages();
  const names = new Map<string, number>();
  const field = (page: PDFPage, name: string, said: string, { x, y, width, height }: Box) => {
    const again = names.get(name) ?? 0;
    names.set(name, again + 1);
    const own = form.createTextField(again === 0 ? name : `${name} again ${again}`);
    own.addToPage(page, { x, y: page.getHeight() - y - height, width, height, ...CLEAR });
    // On the field and on what is seen of it: readers look at either.
    for (const { dict } of [own.acroField, ...own.acroField.getWidgets()])
      dict.set(PDFName.of('TU'), PDFHexString.fromText(said));
    own.setFontSize(Math.max(4, Math.min(TYPED, height * 0.8)));
    if (height > TYPED * 3) own.enableMultiline();
  };
  for (const [at, { name, sheet }] of sheets.entries()) {
    const page = pages[at]!;
    // Tab goes from one to the next as they are read.
    page.node.set(PDFName.of('Tabs'), PDFName.of('R'));
    for (const [i, box] of sheet.heads.entries()) {
      const said = i === 0 ? SHEET_WORDS.name : SHEET_WORDS.date;
      field(page, `${name} ${at + 1} ${said}`, said, box);
    }
    for (const { number, box } of sheet.fields) field(page, `${name} ${number}`, `Missing word ${number}`, box);
  }
  return Buffer.from(await file.save());
}

export interface WorksheetFileAsked {
  /** Places to write at can be filled in on a screen. */
  readonly fields?: boolean | undefined;
  /** The answers are in the file. */
  readonly answers: boolean;
}

/** @param worksheet with a version at least */
export async function worksheetPdf(
  { versions }: Worksheet,
  { fields, answers }: WorksheetFileAsked,
  files: PictureFiles,
): Promise<Buffer> {
  const sheets = versions.flatMap(({ name, sheets }) => sheets.map((sheet) => ({ name, sheet })));
  const scenes: Scene[] = sheets.map(({ sheet }) => sheet.scene);
  if (answers) scenes.push(...versions.flatMap(({ key }) => key.map(({ scene }) => scene)));
  const bytes = await scenesPdf(scenes, files, undefined, undefined, !fields);
  return fields ? withFields(bytes, sheets) : bytes;
}
