/**
 * Whether the first row of a table is one of headings where none of its words is known: told as tools for cleaning data
 * do, by how it differs from the rows below it (types, lengths, words that come again). Common practice; the weights are
 * our own, held against real tables in `tests/corpus/`.
 */
import { dateIn } from './dates';
import { readNumber } from './numbers';
import { folded } from './words';

/** Rows looked at. */
const ROWS = 200;
/** A heading is no longer. */
const LONGEST = 60;
/** Of the cells of a column, so many are of a type. */
const MOST = 0.8;
/** Evidence for headings, a column, from which they are taken for such. */
const ENOUGH = 0.2;

const isNumber = (cell: string) => readNumber(cell) !== undefined;
const isDate = (cell: string) => /\d/.test(cell) && dateIn(cell) !== undefined;
const isYesNo = (cell: string) => /^(true|false|yes|no)$/i.test(cell);
const isTyped = (cell: string) => isNumber(cell) || isDate(cell) || isYesNo(cell) || /^https?:\/\/\S+$/.test(cell);
/** As programs name things: `birth_year`, `birthYear`, `year`. */
const isCode = (cell: string) => /^[a-z][a-z0-9]*(?:[_.-][a-z0-9]+)*$|^[a-z]+(?:[A-Z][a-z0-9]+)+$/.test(cell);
const mean = (all: readonly number[]) => all.reduce((so, each) => so + each, 0) / Math.max(1, all.length);

/** What one column says: above 0 that its first cell is a heading, below 0 that it is a cell like the others. */
function evidence(heading: string, cells: readonly string[]): number {
  if (cells.length === 0) return 0;
  const own = folded(heading);
  if (cells.some((cell) => folded(cell) === own)) return -1;
  if (cells.filter(isTyped).length >= cells.length * MOST) return isTyped(heading) ? -2 : 1;
  let so = 0;
  if (isCode(heading) && cells.filter(isCode).length < cells.length / 2) so += 0.5;
  if (cells.length >= 6 && new Set(cells.map(folded)).size <= cells.length / 2) so += 0.4;
  const length = mean(cells.map((cell) => cell.length));
  if (length > 20 && heading.length * 2.5 < length) so += 0.5;
  return so;
}

/** Whether a row seems to be one of headings for those below it. */
export function seemsHeadings(first: readonly string[], body: readonly (readonly string[])[]): boolean {
  const cells = first.map((cell) => cell.trim());
  const named = cells.filter((cell) => cell !== '');
  if (body.length === 0 || named.length < 2 || named.length < cells.length * MOST) return false;
  if (new Set(named.map(folded)).size < named.length || named.some((cell) => cell.length > LONGEST)) return false;
  if (named.some((cell) => !/\p{L}/u.test(cell) && !/^\d{4}$/.test(cell))) return false;
  const rows = body.slice(0, ROWS);
  const found = cells.map((heading, at) =>
    evidence(
      heading,
      rows.flatMap((row) => ((row[at] ?? '').trim() === '' ? [] : [row[at]!.trim()])),
    ),
  );
  return mean(found) >= ENOUGH;
}
