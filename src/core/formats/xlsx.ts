/**
 * Spreadsheets (Office Open XML, ECMA-376 part 1) through the standard package. Formulas are never worked out: the result
 * that was kept with them is read.
 */
import type { Cell, CellValue, Worksheet } from 'exceljs';
import { Unzip, UnzipInflate } from 'fflate';
import Papa from 'papaparse';
import type { FieldType } from '../chart';
import { MOST_COLUMNS } from '../list/cells';

/** What a file may unfold to: far more than any list, far less than would fill the memory. */
const MOST_BYTES = 150 * 1024 * 1024;
const MOST_PARTS = 3_000;
const CHUNK = 64 * 1024;
/** Cells that may be merged with others, over all sheets. */
const MOST_MERGED = 300_000;

const columnNumber = (letters: string) => [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);

/** Counts merged cells in the text of a sheet as it passes: a range over a whole sheet would be worked through cell by cell. */
function mergeCounter(): (data: Uint8Array) => number {
  const decoder = new TextDecoder('latin1');
  let tail = '';
  let count = 0;
  return (data) => {
    const text = tail + decoder.decode(data);
    const end = text.lastIndexOf('<');
    for (const [, a, b, c, d] of text
      .slice(0, end)
      .matchAll(/<mergeCell\s[^>]*ref="([A-Z]{1,3})(\d+):([A-Z]{1,3})(\d+)"/g))
      count += (columnNumber(c!) - columnNumber(a!) + 1) * (Number(d) - Number(b) + 1);
    tail = text.slice(Math.max(0, end));
    return count;
  };
}

export const looksLikeZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

/** A file that can't be read, in a sentence a person can act on. */
export class UnreadableFile extends Error {}

/**
 * Unfolds a zip archive in passing, to learn how large it truly is.
 * @returns the names of its parts
 * @throws UnreadableFile where it is damaged or grows out of bounds
 */
export function partsOf(bytes: Uint8Array): string[] {
  const names: string[] = [];
  let total = 0;
  let failed: unknown;
  let unfinished = 0;
  const unzip = new Unzip((part) => {
    names.push(part.name);
    if (names.length > MOST_PARTS)
      throw new UnreadableFile(`This file has more than ${MOST_PARTS} parts; it is no spreadsheet.`);
    unfinished++;
    const merged = /^xl\/worksheets\/[^/]+\.xml$/.test(part.name) ? mergeCounter() : undefined;
    part.ondata = (error, data, final) => {
      failed ??= error ?? undefined;
      total += data?.length ?? 0;
      if (merged && data && Math.abs(merged(data)) > MOST_MERGED)
        throw new UnreadableFile(
          `A sheet of this file has more than ${MOST_MERGED} merged cells and was not opened; take the merging off, or copy the cells and paste them.`,
        );
      if (final) unfinished--;
      if (total > MOST_BYTES)
        throw new UnreadableFile(
          'This file unfolds to more than 150 MB and was not opened; save only the sheet with the list.',
        );
    };
    part.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && !failed; at += CHUNK)
      unzip.push(bytes.subarray(at, at + CHUNK), at + CHUNK >= bytes.length);
  } catch (error) {
    failed ??= error;
  }
  // What is thrown while a part unfolds comes back as that part's error.
  if (failed instanceof UnreadableFile) throw failed;
  if (failed || unfinished > 0 || names.length === 0)
    throw new UnreadableFile(
      'This spreadsheet is cut off or damaged; save it again from the program it comes from, or copy the cells and paste them.',
    );
  return names;
}

const twoDigits = (value: number) => String(value).padStart(2, '0');

/** A date as people and lists write it: 2024-05-03, with the time where there is one. */
function dateText(date: Date): string {
  const day = `${date.getUTCFullYear()}-${twoDigits(date.getUTCMonth() + 1)}-${twoDigits(date.getUTCDate())}`;
  const [hours, minutes] = [date.getUTCHours(), date.getUTCMinutes()];
  return hours + minutes === 0 ? day : `${day} ${twoDigits(hours)}:${twoDigits(minutes)}`;
}

function textOfValue(value: CellValue, format: string): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : dateText(value);
  if (typeof value === 'number')
    return format.includes('%') ? `${Number((value * 100).toPrecision(12))} %` : String(Number(value.toPrecision(15)));
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value;
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('hyperlink' in value)
    return typeof value.text === 'string' ? value.text : textOfValue(value.text as CellValue, format);
  if ('error' in value) return value.error;
  if ('result' in value) return textOfValue(value.result as CellValue, format);
  return '';
}

/** Words of a cell; of merged cells down a column each has them, across a row the first. */
function cellText(cell: Cell): string {
  const { master } = cell;
  if (cell.isMerged && master.col !== cell.col) return '';
  const indent = master.alignment?.indent ?? 0;
  const text = textOfValue(master.value, master.numFmt ?? '');
  return text === '' ? '' : `${'  '.repeat(Math.min(30, indent))}${text}`;
}

export interface SheetText {
  readonly name: string;
  /** The cells as CSV; line numbers are row numbers where no cell holds a line end. */
  readonly text: string;
  readonly rows: number;
}

/** Lines that a sheet may have; the list that is made of it holds fewer. */
const MOST_ROWS = 40_000;

function sheetText(sheet: Worksheet): SheetText {
  const rows: string[][] = [];
  let columns = 0;
  let filled = 0;
  sheet.eachRow({ includeEmpty: false }, (row, number) => {
    if (row.hidden && number > MOST_ROWS) return;
    if (number > MOST_ROWS)
      throw new UnreadableFile(`The sheet "${sheet.name}" has more than ${MOST_ROWS} rows; split it.`);
    while (rows.length < number - 1) rows.push([]);
    const cells: string[] = [];
    row.eachCell({ includeEmpty: false }, (cell, at) => {
      if (at > MOST_COLUMNS)
        throw new UnreadableFile(`The sheet "${sheet.name}" has more than ${MOST_COLUMNS} columns. Is it a list?`);
      const text = cellText(cell);
      if (text.trim() === '') return;
      while (cells.length < at - 1) cells.push('');
      cells[at - 1] = text;
    });
    if (cells.length > 0) filled++;
    columns = Math.max(columns, cells.length);
    rows[number - 1] = cells;
  });
  const even = rows.map((row) => [...row, ...Array.from({ length: columns - row.length }, () => '')]);
  // An empty line keeps the numbers of those below it.
  const text = even.map((row) => (row.every((cell) => cell === '') ? '' : Papa.unparse([row]))).join('\n');
  return { name: sheet.name, text: text === '' ? '' : `${text}\n`, rows: filled };
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
export async function readXlsx(bytes: Uint8Array): Promise<SheetText[]> {
  const parts = partsOf(bytes);
  if (!parts.some((name) => /^xl\/workbook\./.test(name)))
    throw new UnreadableFile('This is an archive but no spreadsheet; open a file that ends in .xlsx, .csv or .txt.');
  if (!parts.includes('xl/workbook.xml'))
    throw new UnreadableFile('This spreadsheet is of a binary form; save it as .xlsx or .csv.');
  const { Workbook } = await excel();
  const book = new Workbook();
  try {
    // Drawings, rules and pictures say nothing of the list.
    await book.xlsx.load(
      bytes.slice().buffer as never,
      {
        ignoreNodes: ['dataValidations', 'conditionalFormatting', 'drawing', 'picture', 'extLst', 'hyperlinks'],
      } as never,
    );
  } catch {
    throw new UnreadableFile(
      'This spreadsheet can not be read; save it again as .xlsx, or copy the cells and paste them.',
    );
  }
  const sheets = [...book.worksheets].sort((a, b) => Number(a.state !== 'visible') - Number(b.state !== 'visible'));
  return sheets.map(sheetText).filter(({ rows }) => rows > 0);
}

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
