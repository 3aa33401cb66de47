/**
 * Reading spreadsheets (Office Open XML, ECMA-376 part 1, SpreadsheetML) as they unfold: only what says something of the
 * list is taken in, and every part is bounded before it is kept. Formulas are never worked out: the result that was kept
 * with them is read.
 */
import { MOST_COLUMNS } from '../list/cells';
import { unfold } from './archive';
import {
  attribute,
  type Budget,
  type Hears,
  isTrue,
  LONGEST,
  listening,
  MOST_CELLS,
  MOST_LETTERS,
  MOST_ROWS,
  MOST_SHEETS,
  type RawSheet,
} from './sheets';
import { UnreadableFile } from './unreadable';
import { BUILT_IN, type Format, readsAs, serialText } from './xlsx-numbers';

/** Texts that cells share, and how a workbook formats them. */
const MOST_STRINGS = 1_000_000;
const MOST_FORMATS = 70_000;
const MOST_MERGES = 20_000;
/** Column and row of a reference such as "$B$12", from 1; undefined where it is none. */
function placeOf(reference: string | undefined): { column: number; row: number } | undefined {
  const found = /^\$?([A-Z]{1,3})\$?(\d{1,7})$/.exec(reference ?? '');
  if (!found) return undefined;
  const column = [...found[1]!].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
  return { column, row: Number(found[2]) };
}

/** Whether an archive is a workbook of this form, and where its parts are; the parts may come in any order. */
interface Parts {
  readonly sheets: readonly { readonly name: string; readonly hidden: boolean; readonly path: string }[];
  readonly strings: string | undefined;
  readonly styles: string | undefined;
  readonly mac: boolean;
}

const absolute = (written: string, target = written.slice(0, 400)) =>
  target.startsWith('/') ? target.slice(1) : `xl/${target}`.replace(/[^/]+\/\.\.\//g, '');

function partsOf(bytes: Uint8Array): Parts {
  const sheets: { name: string; hidden: boolean; rel: string }[] = [];
  const rels = new Map<string, { target: string; type: string }>();
  let mac = false;
  const names = unfold(
    bytes,
    (name) => {
      if (name === 'xl/workbook.xml')
        return listening({
          open(tag) {
            if (tag.name === 'workbookPr') mac = isTrue(attribute(tag, 'date1904'));
            if (tag.name !== 'sheet') return;
            if (sheets.length >= MOST_SHEETS)
              throw new UnreadableFile(
                `This workbook has more than ${MOST_SHEETS} sheets; save only the one with the list.`,
              );
            const state = attribute(tag, 'state') ?? 'visible';
            sheets.push({
              name: attribute(tag, 'name') ?? `Sheet ${sheets.length + 1}`,
              hidden: state !== 'visible',
              rel: attribute(tag, 'id') ?? '',
            });
          },
        });
      if (name === 'xl/_rels/workbook.xml.rels')
        return listening({
          open(tag) {
            if (tag.name === 'Relationship')
              rels.set(attribute(tag, 'Id') ?? '', {
                target: absolute(attribute(tag, 'Target') ?? ''),
                type: attribute(tag, 'Type') ?? '',
              });
          },
        });
      return undefined;
    },
    true,
  );
  if (!names.some((name) => /^xl\/workbook\./.test(name)))
    throw new UnreadableFile('This is an archive but no spreadsheet; open a file that ends in .xlsx, .csv or .txt.');
  if (!names.includes('xl/workbook.xml'))
    throw new UnreadableFile('This spreadsheet is of a binary form; save it as .xlsx or .csv.');
  const ofType = (end: string) => [...rels.values()].find(({ type }) => type.endsWith(`/${end}`))?.target;
  return {
    sheets: sheets.flatMap(({ rel, ...sheet }) => {
      const found = rels.get(rel);
      return found?.type.endsWith('/worksheet') && names.includes(found.target)
        ? [{ ...sheet, path: found.target }]
        : [];
    }),
    strings: ofType('sharedStrings'),
    styles: ofType('styles'),
    mac,
  };
}

/** Words of the elements `t` within another, but those that only say how something is spoken. */
function wordsIn(within: string, done: (words: string) => void): Hears {
  let depth = 0;
  let inText = false;
  let spoken = false;
  let words = '';
  return {
    open({ name }) {
      if (name === within) {
        depth++;
        words = '';
      } else if (name === 'rPh') spoken = true;
      else if (name === 't' && depth > 0 && !spoken) inText = true;
    },
    text(more) {
      if (inText && words.length < LONGEST) words += more;
    },
    close(name) {
      if (name === 't') inText = false;
      else if (name === 'rPh') spoken = false;
      else if (name === within && depth > 0) {
        depth--;
        done(words.slice(0, LONGEST));
      }
    },
  };
}

/** Letters that XML can't hold are written by their number (ECMA-376, 22.9.2.19). */
const unescaped = (text: string) =>
  text.includes('_x')
    ? text.replace(/_x([0-9a-f]{4})_/gi, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16)))
    : text;

function stylesInto(formats: Format[]): Hears {
  const codes = new Map<number, string>();
  let inCells = false;
  let id = 0;
  let indent = 0;
  return {
    open(tag) {
      if (tag.name === 'numFmt' && codes.size < MOST_FORMATS)
        codes.set(Number(attribute(tag, 'numFmtId')), (attribute(tag, 'formatCode') ?? '').slice(0, 300));
      if (tag.name === 'cellXfs') inCells = true;
      if (!inCells) return;
      if (tag.name === 'xf') {
        id = Number(attribute(tag, 'numFmtId') ?? 0);
        indent = 0;
      }
      if (tag.name === 'alignment') indent = Math.min(30, Number(attribute(tag, 'indent') ?? 0) || 0);
    },
    close(name) {
      if (name === 'cellXfs') inCells = false;
      if (name !== 'xf' || !inCells || formats.length >= MOST_FORMATS) return;
      const code = codes.get(id);
      formats.push({ reads: code === undefined ? (BUILT_IN[id] ?? 'plain') : readsAs(code), indent });
    },
  };
}

/** A sheet's rows; each cell is taken in only where it has words. */
function sheetHearing(
  name: string,
  { strings, formats, mac }: { strings: readonly string[]; formats: readonly Format[]; mac: boolean },
  budget: Budget,
): { hears: Hears; rows: () => string[][] } {
  const rows: string[][] = [];
  const merges: { from: { column: number; row: number }; to: { column: number; row: number } }[] = [];
  let row = 0;
  let column = 0;
  let hidden = false;
  let type = 'n';
  let format: Format | undefined;
  let value = '';
  let inValue = false;
  let inline = '';
  const inlineWords = wordsIn('is', (words) => {
    inline = words;
  });

  const textOf = (): string => {
    switch (type) {
      case 's':
        return strings[Number(value)] ?? '';
      case 'inlineStr':
        return unescaped(inline);
      case 'str':
      case 'e':
        return unescaped(value);
      case 'b':
        return value === '' ? '' : isTrue(value) ? 'yes' : 'no';
      case 'd':
        return value.replace(/T00:00(:00(\.0+)?)?Z?$/, '').replace('T', ' ');
      default: {
        const number = Number(value);
        if (value.trim() === '' || Number.isNaN(number)) return value;
        if (format?.reads === 'date' || format?.reads === 'time') return serialText(number, mac, format.reads);
        if (format?.reads === 'percent') return `${Number((number * 100).toPrecision(12))} %`;
        return String(Number(number.toPrecision(15)));
      }
    }
  };
  const keep = () => {
    const words = textOf();
    if (words.trim() === '') return;
    // Rows that are hidden far down are what a filter left; a list has no more.
    if (row > MOST_ROWS) {
      if (hidden) return;
      throw new UnreadableFile(`The sheet "${name}" has more than ${MOST_ROWS} rows; split it.`);
    }
    if (column > MOST_COLUMNS)
      throw new UnreadableFile(`The sheet "${name}" has more than ${MOST_COLUMNS} columns. Is it a list?`);
    budget.letters += words.length;
    if (++budget.cells > MOST_CELLS || budget.letters > MOST_LETTERS)
      throw new UnreadableFile('This workbook holds more text than any list; save only the sheet with the list.');
    while (rows.length < row) rows.push([]);
    const cells = rows[row - 1]!;
    while (cells.length < column) cells.push('');
    cells[column - 1] = `${'  '.repeat(format?.indent ?? 0)}${words}`;
  };
  const hears: Hears = {
    open(tag) {
      switch (tag.name) {
        case 'row': {
          const given = Number(attribute(tag, 'r'));
          row = Number.isInteger(given) && given > 0 ? given : row + 1;
          column = 0;
          hidden = isTrue(attribute(tag, 'hidden'));
          return;
        }
        case 'c': {
          column = placeOf(attribute(tag, 'r'))?.column ?? column + 1;
          type = attribute(tag, 't') ?? 'n';
          format = formats[Number(attribute(tag, 's') ?? 0)];
          value = '';
          inline = '';
          return;
        }
        case 'v':
          inValue = true;
          return;
        case 'mergeCell': {
          const [a, b] = (attribute(tag, 'ref') ?? '').split(':');
          const [from, to] = [placeOf(a), placeOf(b)];
          if (!from || !to || to.row <= from.row) return;
          if (merges.length >= MOST_MERGES)
            throw new UnreadableFile(
              `A sheet of this file has more than ${MOST_MERGES} merged ranges and was not opened; take the merging off, or copy the cells and paste them.`,
            );
          merges.push({ from, to });
          return;
        }
        default:
          inlineWords.open!(tag);
      }
    },
    text(words) {
      if (inValue && value.length < LONGEST) value += words;
      else inlineWords.text!(words);
    },
    close(closed) {
      if (closed === 'v') inValue = false;
      else if (closed === 'c') keep();
      else inlineWords.close!(closed);
    },
  };
  return {
    hears,
    rows() {
      // Of cells merged down a column each has the words, across a row the first: only rows that are there are filled.
      for (const { from, to } of merges) {
        const words = rows[from.row - 1]?.[from.column - 1];
        if (!words) continue;
        for (let at = from.row; at < Math.min(to.row, rows.length); at++) {
          if (rows[at]![from.column - 1]) continue;
          budget.letters += words.length;
          if (++budget.cells > MOST_CELLS || budget.letters > MOST_LETTERS)
            throw new UnreadableFile('This workbook holds more text than any list; save only the sheet with the list.');
          const cells = rows[at]!;
          while (cells.length < from.column) cells.push('');
          cells[from.column - 1] = words;
        }
      }
      return rows;
    },
  };
}

/**
 * The sheets of a workbook, in its order.
 * @throws UnreadableFile in words a person can act on, before more is kept than is stated above
 */
export function sheetsOf(bytes: Uint8Array): RawSheet[] {
  const parts = partsOf(bytes);
  const strings: string[] = [];
  const formats: Format[] = [];
  unfold(bytes, (name) => {
    if (name === parts.strings)
      return listening(
        wordsIn('si', (words) => {
          if (strings.length >= MOST_STRINGS)
            throw new UnreadableFile(
              'This workbook holds more texts than any list; save only the sheet with the list.',
            );
          strings.push(unescaped(words));
        }),
      );
    return name === parts.styles ? listening(stylesInto(formats)) : undefined;
  });
  const budget: Budget = { cells: 0, letters: 0 };
  const hearing = new Map(
    parts.sheets.map((sheet) => [
      sheet.path,
      { ...sheet, ...sheetHearing(sheet.name, { strings, formats, mac: parts.mac }, budget) },
    ]),
  );
  unfold(bytes, (name) => {
    const sheet = hearing.get(name);
    return sheet && listening(sheet.hears);
  });
  return [...hearing.values()].map(({ name, hidden, rows }) => ({ name, hidden, rows: rows() }));
}
