/** Spreadsheets (Office Open XML, ECMA-376 part 1) as text that lists are read from, and written by the standard package. */
import type { CellValue } from 'exceljs';
import Papa from 'papaparse';
import type { FieldType } from '../chart';
import { flatOdsSheetsOf, isOds, odsSheetsOf } from './ods';
import type { RawSheet } from './sheets';
import { dateText } from './xlsx-numbers';
import { sheetsOf } from './xlsx-read';

export const looksLikeZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

export interface SheetText {
  readonly name: string;
  /** The cells as CSV; line numbers are row numbers where no cell holds a line end. */
  readonly text: string;
  readonly rows: number;
}

function sheetText({ name, rows }: RawSheet): SheetText {
  const columns = rows.reduce((most, row) => Math.max(most, row.length), 0);
  const filled = rows.filter((row) => row.length > 0).length;
  // An empty line keeps the numbers of those below it.
  const text = rows
    .map((row) =>
      row.length === 0 ? '' : Papa.unparse([[...row, ...Array.from({ length: columns - row.length }, () => '')]]),
    )
    .join('\n');
  return { name, text: text === '' ? '' : `${text}\n`, rows: filled };
}

type Excel = typeof import('exceljs');
const excel = async (): Promise<Excel> => {
  // A bundler and Node do not agree on where the package's names are.
  const found = (await import('exceljs')) as unknown as Excel & { readonly default?: Excel };
  return found.default ?? found;
};

/**
 * The sheets of a workbook that have cells, those that are hidden last.
 * @throws UnreadableFile
 */
export const readSheets = (bytes: Uint8Array): SheetText[] =>
  shownFirst(isOds(bytes) ? odsSheetsOf(bytes) : sheetsOf(bytes));
/** The same of a workbook that is XML in one piece. */
export const readFlatSheets = (text: string): SheetText[] => shownFirst(flatOdsSheetsOf(text));

const shownFirst = (sheets: readonly RawSheet[]): SheetText[] =>
  sheets
    .toSorted((a, b) => Number(a.hidden) - Number(b.hidden))
    .map(sheetText)
    .filter(({ rows }) => rows > 0);

export interface SheetColumn {
  readonly label: string;
  readonly type: FieldType;
}
export interface Sheet {
  readonly name: string;
  readonly columns: readonly SheetColumn[];
  readonly rows: readonly (readonly string[])[];
}

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

/** A cell in its column's type where its words are just that, else its words: what is read back says the same. */
function typed(text: string, type: FieldType): { value: CellValue; format?: string } {
  if (text === '') return { value: null };
  const day = DAY.exec(text);
  if (type === 'date' && day && Number(day[1]) >= 1900) {
    const date = new Date(Date.UTC(Number(day[1]), Number(day[2]) - 1, Number(day[3])));
    if (dateText(date) === text) return { value: date, format: 'yyyy-mm-dd' };
  }
  if ((type === 'number' || type === 'money') && String(Number(text)) === text && Math.abs(Number(text)) < 1e15)
    return { value: Number(text) };
  if (type === 'yes-no' && (text === 'yes' || text === 'no')) return { value: text === 'yes' };
  return { value: text };
}

/** Letters that a sheet's name can't hold, and its length. */
export function sheetName(wanted: string, taken: ReadonlySet<string>): string {
  const base =
    wanted
      .slice(0, 200)
      .replace(/[\\/*?:[\]]/g, ' ')
      .replace(/^'+|'+$/g, '')
      .trim()
      .slice(0, 31) || 'Sheet';
  let name = base;
  for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${base.slice(0, 27)} ${n}`;
  return name;
}

/** A workbook of typed columns, headings bold and kept in view. */
export async function writeXlsx(sheets: readonly Sheet[]): Promise<Uint8Array> {
  const { Workbook } = await excel();
  const book = new Workbook();
  const taken = new Set<string>();
  for (const { name: wanted, columns, rows } of sheets) {
    const name = sheetName(wanted, taken);
    taken.add(name.toLowerCase());
    const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.addRow(columns.map(({ label }) => label)).font = { bold: true };
    for (const cells of rows) {
      const row = sheet.addRow([]);
      for (const [i, text] of cells.entries()) {
        const { value, format } = typed(text, columns[i]?.type ?? 'text');
        if (value === null) continue;
        const cell = row.getCell(i + 1);
        cell.value = value;
        if (format) cell.numFmt = format;
        else if (typeof value === 'string') cell.numFmt = '@';
        if (text.includes('\n')) cell.alignment = { wrapText: true };
      }
    }
    for (const [i, { label }] of columns.entries())
      sheet.getColumn(i + 1).width = Math.min(
        48,
        Math.max(label.length, ...rows.slice(0, 500).map((row) => (row[i] ?? '').length)) + 2,
      );
  }
  return new Uint8Array((await book.xlsx.writeBuffer()) as ArrayBuffer);
}
