/** What stands in and round a table and is no line of it: borders, totals, headings that come again, notes below it. */
import type { Row } from './cells';
import { readNumber } from './numbers';
import type { Problem } from './types';
import { folded, tidy } from './words';

/** Lines of dashes, plus signs and box-drawing characters (Unicode block 2500 to 257F). */
const BORDER = /^[\s+|=\-:_\u2500-\u257f]{3,}$/;
const DRAWN = /[-=_\u2500-\u257f]{3}|\+-/;
const BAR = /[|\u2502\u2503\u2551]/;
const isBorder = (line: string) => BORDER.test(line) && DRAWN.test(line);
/** Columns by the dashes under their headings: at least two runs, with blanks between them. */
const RULED = /^\s*[-=\u2500\u2550]{2,}(?:\s+[-=\u2500\u2550]{2,})+\s*$/;
/** Longer texts are not printed tables. */
const MOST_LETTERS = 2_000_000;

/** Cells of columns that are ruled under their headings, by where the rules begin. */
function ruledRows(lines: readonly string[], at: number): string[] {
  const starts = [...lines[at]!.matchAll(/\S+/g)].map(({ index }) => index);
  const cut = (line: string) =>
    starts.map((from, i) =>
      line
        .slice(i === 0 ? 0 : from, starts[i + 1])
        .trim()
        .replaceAll('\t', ' '),
    );
  return lines.map((line, i) =>
    i === at || isBorder(line) ? '' : i < at - 1 || line.trim() === '' ? line : cut(line).join('\t'),
  );
}

/** A table as programs print it, with borders or ruled headings, as cells with tabs between them; others as they are. */
export function unprinted(text: string): string {
  if (text.length > MOST_LETTERS || !/[-=_\u2500-\u257f]{2}/.test(text)) return text;
  const lines = text.split('\n');
  const worded = lines.filter((line) => line.trim() !== '' && !isBorder(line));
  const framed = (line: string) => BAR.test(line.trimStart()[0] ?? '') && BAR.test(line.trimEnd().at(-1) ?? '');
  const rules = lines.filter((line) => isBorder(line) && !/^[\s|:-]+$/.test(line)).length;
  if (rules > 0 && worded.length > 1 && worded.filter(framed).length >= worded.length * 0.8)
    return lines
      .map((line) =>
        isBorder(line)
          ? ''
          : framed(line)
            ? line
                .trim()
                .slice(1, -1)
                .split(BAR)
                .map((cell) => cell.trim().replaceAll('\t', ' '))
                .join('\t')
            : line,
      )
      .join('\n');
  const at = lines.slice(0, 10).findIndex((line, i) => i > 0 && RULED.test(line) && lines[i - 1]!.trim() !== '');
  return at > 0 && !lines.some((line) => line.includes('\t')) ? ruledRows(lines, at).join('\n') : text;
}

/** Words that begin a row of sums, in the languages that offices here write. */
const TOTAL =
  /^(?:grand |sub-?)?totals?\b|^sub ?total|^(?:sum|count|average|mean|overall|in all)\b|^(?:summe|gesamt|insgesamt|zwischensumme|anzahl|total general|suma|somme|totaal|totale|somma|itogo|razem|celkem|yhteensä|summa|összesen|toplam|итого|всего|усього|σύνολο|合計|合计|总计|합계)(?![\p{L}])/iu;

const filled = ({ cells }: Row) => cells.map(tidy).filter((cell) => cell !== '');

/** Sums: a word for it, and nothing but numbers beside it. */
function isTotal(row: Row): boolean {
  const [first = '', ...others] = filled(row);
  const words = first.split(/[\d:(=]/)[0]!.trim();
  return (
    TOTAL.test(first) &&
    words.length < 30 &&
    others.every((cell) => readNumber(cell) !== undefined) &&
    (others.length > 0 || words !== first)
  );
}

const COUNTED = /^\(\d{1,9} \p{L}{1,20}\)$/u;
/** A note under a table, such as "Page 1 of 2" or "(3 rows)". */
const isNote = (row: Row) => {
  const cells = filled(row);
  const words = cells.join(' ');
  return cells.length === 1 && (COUNTED.test(words) || /\d/.test(words) || words.split(' ').length > 4);
};

/** Rows that are lines of the list, and what was said of the others. @param totals sums are left out */
export function ownRows(
  rows: readonly Row[],
  headings: readonly string[] | undefined,
  totals: boolean,
): { readonly rows: readonly Row[]; readonly problems: readonly Problem[] } {
  const problems: Problem[] = [];
  const note = (code: string, row: Row, what: string) =>
    problems.push({
      code,
      severity: 'note',
      line: row.line,
      message: `Line ${row.line} ("${filled(row).join(' ').slice(0, 60)}") ${what}; it was left out.`,
      repairs: [],
    });
  const key = (cells: readonly string[]) => cells.map(folded).join('\t').trimEnd();
  const again = headings && key(headings);
  const width = headings?.filter((heading) => heading !== '').length ?? 0;
  // Notes stand below the last row, after an empty line.
  let end = rows.length;
  if (width > 1)
    for (let at = rows.length - 1; at > 0 && isNote(rows[at]!); at--)
      if (rows[at]!.line > rows[at - 1]!.line + 1 || COUNTED.test(filled(rows[at]!)[0] ?? '')) end = at;
  const kept = rows.filter((row, at) => {
    if (at >= end) note('below-table', row, 'stands below the table');
    else if (again !== undefined && width > 1 && key(row.cells) === again)
      note('headings-again', row, 'has the headings once more');
    else if (totals && isTotal(row)) note('total-row', row, 'is a total');
    else return true;
    return false;
  });
  return { rows: kept, problems };
}

/** Of the rows of a table with headings within it so many are such headings at the most. */
const MOST_SECTIONS = 0.4;

/** Rows that head those below them: one cell where all others have more. @returns what heads each line that is no heading */
export function sectionsOf(rows: readonly Row[]): ReadonlyMap<number, string> | undefined {
  const isHead = rows.map((row) => filled(row).length === 1 && tidy(row.cells[0] ?? '') !== '');
  const heads = isHead.filter(Boolean).length;
  const endsOpen = isHead.some((is, at) => is && (at === rows.length - 1 || isHead[at + 1]));
  if (heads < 2 || !isHead[0] || endsOpen || heads > rows.length * MOST_SECTIONS) return undefined;
  const found = new Map<number, string>();
  let head = '';
  for (const [at, row] of rows.entries())
    if (isHead[at]) head = tidy(row.cells[0]!);
    else found.set(row.line, head);
  return found;
}
