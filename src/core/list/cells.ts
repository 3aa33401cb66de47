/** From text to rows of cells: CSV by RFC 4180, values set apart by tabs, semicolons or bars, tables in Markdown. */
import Papa from 'papaparse';
import { rememberedText } from '../remember';
import { meantBy } from './formulas';
import type { Problem } from './types';

export interface Row {
  /** Line of the text on which it starts, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

/** More columns than any list has; what has more is no table. */
export const MOST_COLUMNS = 300;
const DELIMITERS = [',', '\t', ';', '|'] as const;
/** The rule under the headings of a Markdown table: dashes in every column. */
const isRule = (line: string): boolean => {
  if (!/^[\s|:-]+$/.test(line)) return false;
  const cells = line.trim().replace(/^\|/, '').replace(/\|$/, '').split('|');
  return line.includes('--') && cells.every((cell) => /^:?-+:?$/.test(cell.trim()));
};

/** Whether the second line with words is the rule under the headings of a Markdown table. */
export function isMarkdownTable(text: string): boolean {
  const [first, second] = text
    .slice(0, 20_000)
    .split('\n')
    .filter((line) => line.trim() !== '');
  return first?.includes('|') === true && second !== undefined && isRule(second);
}

function markdownRows(text: string): Row[] {
  return text.split('\n').flatMap((line, i) => {
    if (line.trim() === '' || isRule(line)) return [];
    const body = line
      .trim()
      .replace(/^\|/, '')
      .replace(/(?<!\\)\|$/, '');
    const cells = body.split(/(?<!\\)\|/).map((cell) =>
      cell
        .replace(/\\([\\|`*_<>[\]])/g, '$1')
        .replace(/<br ?\/?>/g, '\n')
        .trim(),
    );
    return [{ line: i + 1, cells }];
  });
}

/**
 * A table over which a few lines of remarks stand, each behind a number sign: without these, the others on the lines they
 * were. Text that has such lines elsewhere too, or under which no table stands, is left as it is.
 */
export function withoutRemarks(text: string): string {
  if (!text.trimStart().startsWith('#')) return text;
  const lines = text.split('\n');
  const first = lines.findIndex((line) => line.trim() !== '' && !line.startsWith('#'));
  const below = lines.slice(first).filter((line) => line.trim() !== '');
  if (first < 0 || below.length < 2 || below.some((line) => line.startsWith('#'))) return text;
  const isTable = DELIMITERS.some((delimiter) => {
    const counts = below.map((line) => line.split(delimiter).length).sort((a, b) => a - b);
    const usual = counts[counts.length >> 1]!;
    return usual > 1 && counts.filter((count) => count === usual).length >= below.length * MOST_ALIKE;
  });
  return isTable ? [...lines.slice(0, first).map(() => ''), ...lines.slice(first)].join('\n') : text;
}
/** Of the lines of a table so many have as many cells. */
const MOST_ALIKE = 0.8;

/** A cell that a quotation mark left open and that is longer than this has swallowed the rest of the list. */
const MOST_SWALLOWED = 100_000;

export interface RowsRead {
  readonly rows: readonly Row[];
  readonly problems: readonly Problem[];
  /** Why the text was not taken as rows, in words. */
  readonly refused?: string;
}

/** Rows of cells with the line each starts on; rows of empty cells are left out. */
export function rowsOf(text: string, delimiter: string): RowsRead {
  if (delimiter === '|' && isMarkdownTable(text)) return { rows: markdownRows(text), problems: [] };
  const rows: Row[] = [];
  const problems: Problem[] = [];
  let refused: string | undefined;
  let line = 1;
  let counted = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    newline: '\n',
    step({ data, errors, meta }) {
      if (errors.some(({ code }) => code === 'MissingQuotes') && data.some((cell) => cell.length > MOST_SWALLOWED)) {
        refused = `Line ${line}: a quotation mark is opened and never closed, so that all the rest of the list would be one cell. Close it, or double it if it belongs to the words.`;
        return;
      }
      for (const error of errors)
        problems.push({
          code: 'broken-quotes',
          severity: 'error',
          line,
          message: `Line ${line}: a quotation mark is opened and not closed, or stands inside a cell (${error.message.toLowerCase()}). Double it, or put the whole cell in quotes.`,
          repairs: [],
        });
      if (data.some((cell) => cell.trim() !== '')) rows.push({ line, cells: data.map(meantBy) });
      for (; counted < meta.cursor; counted++) if (text.charCodeAt(counted) === 10) line++;
    },
  });
  return { rows, problems, ...(refused !== undefined && { refused }) };
}

/** The first rows of a text, its delimiter before it: every form of every kind asks for them in turn. */
const firstRows = rememberedText((text) => rowsOf(text.slice(1), text[0]!).rows, 2 * DELIMITERS.length);

/**
 * The delimiter under which one of the first lines names the most known columns; else the one that splits lines alike.
 * @param namesKnown how many different known columns a row names
 * @param isName whether a cell is the heading of the names
 */
export function delimiterOf(
  text: string,
  namesKnown: (row: readonly string[]) => number,
  isName: (cell: string) => boolean,
): { delimiter: string; headings: number; even: boolean; tooWide: boolean } {
  // A long first line is no sign of a table, and would cost time to try.
  const head = text
    .slice(0, 200_000)
    .split('\n')
    .filter((line) => line.trim() !== '')
    .slice(0, 50)
    .join('\n');
  // One column: its heading stands alone in the first line, and what looks like a delimiter below is part of a name.
  const alone = head.split('\n', 1)[0]!.trim();
  if (isName(alone) && head.includes('\n')) return { delimiter: ',', headings: 1, even: true, tooWide: false };
  let best = { delimiter: ',', headings: -1, even: false, tooWide: false };
  for (const delimiter of DELIMITERS) {
    const rows = firstRows(delimiter + head);
    const width = rows.slice(0, LOOK_FOR_HEADINGS).reduce((most, row) => Math.max(most, row.cells.length), 0);
    if (width > MOST_COLUMNS && best.headings < 0) best = { delimiter, headings: 0, even: false, tooWide: true };
    if (width < 2 || width > MOST_COLUMNS) continue;
    const headings = rows.slice(0, LOOK_FOR_HEADINGS).reduce((most, row) => Math.max(most, namesKnown(row.cells)), 0);
    const even = rows.length > 1 && rows.every((row) => row.cells.length === width);
    if (headings > best.headings || (headings === best.headings && even && !best.even))
      best = { delimiter, headings, even, tooWide: false };
  }
  return best;
}

/** Headings may stand below a title or two. */
export const LOOK_FOR_HEADINGS = 8;
