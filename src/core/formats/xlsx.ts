/** Spreadsheets (Office Open XML, ECMA-376 part 1) as text that lists are read from, and written by a package of its own. */
import Papa from 'papaparse';
import type { Cell, Sheet as WrittenSheet } from 'write-excel-file/universal';
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
function typed(text: string, type: FieldType): Cell {
  if (text === '') return null;
  const day = DAY.exec(text);
  if (type === 'date' && day && Number(day[1]) >= 1900) {
    const value = new Date(Date.UTC(Number(day[1]), Number(day[2]) - 1, Number(day[3])));
    if (dateText(value) === text) return { value, type: Date, format: 'yyyy-mm-dd' };
  }
  if ((type === 'number' || type === 'money') && String(Number(text)) === text && Math.abs(Number(text)) < 1e15)
    return { value: Number(text), type: Number };
  if (type === 'yes-no' && (text === 'yes' || text === 'no')) return { value: text === 'yes', type: Boolean };
  return { value: text, type: String, format: '@', ...(text.includes('\n') && { wrap: true }) };
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

/** Letters that count for the width of a column, and the widest. */
const widthOf = (label: string, cells: readonly string[]) =>
  Math.min(48, Math.max(label.length, ...cells.map(({ length }) => length)) + 2);
const MOST_MEASURED = 500;

/** A workbook of typed columns, headings bold and kept in view. */
export async function writeXlsx(sheets: readonly Sheet[]): Promise<Uint8Array> {
  const { default: writeExcelFile } = await import('write-excel-file/universal');
  const taken = new Set<string>();
  const written = sheets.map(({ name: wanted, columns, rows }): WrittenSheet<Blob> => {
    const name = sheetName(wanted, taken);
    taken.add(name.toLowerCase());
    return {
      sheet: name,
      stickyRowsCount: 1,
      columns: columns.map(({ label }, i) => ({
        width: widthOf(
          label,
          rows.slice(0, MOST_MEASURED).map((row) => row[i] ?? ''),
        ),
      })),
      data: [
        columns.map(({ label }) => ({ value: label, type: String, fontWeight: 'bold' })),
        ...rows.map((cells) => cells.map((text, i) => typed(text, columns[i]?.type ?? 'text'))),
      ],
    };
  });
  return new Uint8Array(await (await writeExcelFile(written).toBlob()).arrayBuffer());
}
