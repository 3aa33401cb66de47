/**
 * Reading spreadsheets of OpenDocument (OASIS OpenDocument 1.3, part 3, sections 9 and 19) as they unfold. Formulas are never
 * worked out: the result that was kept with them is read.
 */

import { MOST_COLUMNS } from '../list/cells';
import { unfold } from './archive';
import {
  attribute,
  type Budget,
  type Hears,
  LONGEST,
  listening,
  MOST_CELLS,
  MOST_LETTERS,
  MOST_ROWS,
  MOST_SHEETS,
  type RawSheet,
  type Tag,
} from './sheets';
import { UnreadableFile } from './unreadable';

const TYPE = 'application/vnd.oasis.opendocument.spreadsheet';

/** Whether an archive says that it is one; its type stands in a part of its own. */
export function isOds(bytes: Uint8Array): boolean {
  let type = '';
  try {
    unfold(bytes, (name) =>
      name === 'mimetype'
        ? (words) => {
            type = (type + words).slice(0, 200);
          }
        : undefined,
    );
  } catch {
    return false;
  }
  return type.startsWith(TYPE);
}

/** Whether a text is such a spreadsheet in one piece, as XML that is not packed. */
export const isFlatOds = (text: string): boolean =>
  /^\uFEFF?\s*</.test(text) && /<office:document\s/.test(text.slice(0, 500)) && text.slice(0, 6_000).includes(TYPE);

const numberOf = (tag: Tag, name: string, most: number): number =>
  Math.max(1, Math.min(most, Math.floor(Number(attribute(tag, name) ?? 1)) || 1));

interface Cell {
  readonly tag: Tag;
  words: string;
}

/** What a cell says: numbers exactly, dates by the calendar, everything else as it is shown. */
function wordsIn({ tag, words }: Cell): string {
  const type = attribute(tag, 'value-type');
  if (type === 'float') return attribute(tag, 'value') ?? words;
  if (type === 'boolean') return attribute(tag, 'boolean-value') === 'true' ? 'yes' : 'no';
  const date = type === 'date' ? /^(\d{4}-\d\d-\d\d)(?:T(\d\d:\d\d))?/.exec(attribute(tag, 'date-value') ?? '') : null;
  if (!date) return words;
  return date[2] === undefined || date[2] === '00:00' ? date[1]! : `${date[1]} ${date[2]}`;
}

function hearing(): { readonly hears: Hears; readonly sheets: RawSheet[] } {
  const sheets: { name: string; hidden: boolean; rows: string[][] }[] = [];
  const budget: Budget = { cells: 0, letters: 0 };
  let row: string[] = [];
  let repeated = 1;
  let cell: Cell | undefined;
  let paragraphs = 0;
  let inWords = 0;
  let inRemark = 0;
  /** Of cells that reach down over several rows: their words, by column, for so many rows more. */
  let reaching = new Map<number, { words: string; rows: number }>();

  const put = (words: string, times: number) => {
    for (let i = 0; i < times && row.length < MOST_COLUMNS + 1; i++) row.push(words);
    if (words === '') return;
    budget.cells += times;
    budget.letters += times * words.length;
    if (budget.cells > MOST_CELLS || budget.letters > MOST_LETTERS)
      throw new UnreadableFile('This workbook holds more text than any list; save only the sheet with the list.');
  };
  const cellDone = (covered: boolean) => {
    const { tag } = cell!;
    const words = wordsIn(cell!).slice(0, LONGEST);
    const above = covered && words === '' ? reaching.get(row.length) : undefined;
    if (above && above.rows > 0) above.rows--;
    const down = numberOf(tag, 'number-rows-spanned', MOST_ROWS) - 1;
    if (down > 0 && words !== '') reaching.set(row.length, { words, rows: down });
    put(above && above.rows >= 0 ? above.words : words, numberOf(tag, 'number-columns-repeated', MOST_COLUMNS + 1));
    cell = undefined;
  };
  const rowDone = () => {
    while (row.length > 0 && row.at(-1) === '') row.pop();
    const sheet = sheets.at(-1)!;
    // Rows without words at the end are repeated up to the last row that there can be.
    const times = row.length === 0 ? Math.min(repeated, 1) : repeated;
    if (sheet.rows.length + times > MOST_ROWS)
      throw new UnreadableFile(`The sheet "${sheet.name}" has more than ${MOST_ROWS} rows; split it.`);
    for (let i = 0; i < times; i++) {
      if (i > 0) for (const words of row) if (words !== '') budget.letters += words.length;
      if (budget.letters > MOST_LETTERS)
        throw new UnreadableFile('This workbook holds more text than any list; save only the sheet with the list.');
      sheet.rows.push([...row]);
    }
  };
  const hears: Hears = {
    open(tag) {
      if (inRemark > 0 || tag.name === 'annotation') {
        inRemark++;
        return;
      }
      switch (tag.name) {
        case 'table':
          if (sheets.length >= MOST_SHEETS)
            throw new UnreadableFile(
              `This workbook has more than ${MOST_SHEETS} sheets; save only the one with the list.`,
            );
          sheets.push({
            name: (attribute(tag, 'name') ?? '').slice(0, 200),
            hidden: attribute(tag, 'display') === 'false',
            rows: [],
          });
          reaching = new Map();
          return;
        case 'table-row':
          row = [];
          repeated = numberOf(tag, 'number-rows-repeated', MOST_ROWS + 1);
          return;
        case 'table-cell':
        case 'covered-table-cell':
          if (sheets.length === 0) return;
          cell = { tag, words: '' };
          paragraphs = 0;
          return;
        case 'p':
          inWords++;
          if (cell && paragraphs++ > 0) cell.words += '\n';
          return;
        case 's':
          if (cell) cell.words += ' '.repeat(numberOf(tag, 'c', 1_000));
          return;
        case 'tab':
          if (cell) cell.words += ' ';
          return;
        case 'line-break':
          if (cell) cell.words += '\n';
          return;
        default:
      }
    },
    text(words) {
      if (cell && inWords > 0 && inRemark === 0 && cell.words.length < LONGEST) cell.words += words;
    },
    close(name) {
      if (inRemark > 0) {
        inRemark--;
        return;
      }
      if (name === 'p') inWords--;
      else if (name === 'table-cell' && cell) cellDone(false);
      else if (name === 'covered-table-cell' && cell) cellDone(true);
      else if (name === 'table-row' && sheets.length > 0) rowDone();
    },
  };
  return { hears, sheets };
}

/** @throws UnreadableFile in words a person can act on, before more is kept than `sheets.ts` states */
export function odsSheetsOf(bytes: Uint8Array): RawSheet[] {
  const { hears, sheets } = hearing();
  unfold(bytes, (name) => (name === 'content.xml' ? listening(hears) : undefined), true);
  return sheets;
}

/** The same for one that is not packed. */
export function flatOdsSheetsOf(text: string): RawSheet[] {
  const { hears, sheets } = hearing();
  listening(hears)(text.replace(/^\uFEFF/, ''), true);
  return sheets;
}
