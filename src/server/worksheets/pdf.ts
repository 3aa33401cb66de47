/** A worksheet as a PDF: a sheet for each version, its answers after all sheets; with fields to be filled in on a screen. */
import type { Scene } from '../../core/scene';
import { SHEET_WORDS, type Sheet, type Worksheet } from '../../core/worksheet';
import type { PictureFiles } from '../item-pictures';
import { scenesPdf } from '../pictures/pdf';
import type { PdfField } from '../pictures/pdf-fields';

/** Fields over the places to write at. */
function fieldsOf(version: string, sheet: Sheet, at: number): PdfField[] {
  const heads = sheet.heads.map((box, i): PdfField => {
    const said = i === 0 ? SHEET_WORDS.name : SHEET_WORDS.date;
    return { name: `${version} ${at + 1} ${said}`, said, box };
  });
  return [
    ...heads,
    ...sheet.fields.map(({ number, box }) => ({ name: `${version} ${number}`, said: `Missing word ${number}`, box })),
  ];
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
  const filled = fields ? sheets.map(({ name, sheet }, at) => fieldsOf(name, sheet, at)) : [];
  return scenesPdf(scenes, files, undefined, undefined, filled);
}
