/**
 * What each column of a table says: found by its heading, else by its cells. A person may choose otherwise, and what was
 * chosen for a heading can be used again for the next list.
 */
import { largest } from '../extremes';
import { MOST_COLUMNS, type Row } from './cells';
import { GRADE, LEFT_OUT, LEVEL, NUMBERING } from './roles';
import type { Column } from './types';
import { headingKey, tidy } from './words';

export const known = (columns: readonly Column[], heading: string): Column | undefined => {
  const key = headingKey(heading);
  return columns.find((column) => column.headings.includes(key) || headingKey(column.label) === key);
};

const LEVEL_HEADING = /^(level|tier|layer)\d+$/;
const levelHeadings = (row: readonly string[]) => row.filter((cell) => LEVEL_HEADING.test(headingKey(cell))).length;

/** How many different columns a row names. */
export const namesKnown =
  (columns: readonly Column[]) =>
  (row: readonly string[]): number =>
    row.length > MOST_COLUMNS
      ? 0
      : new Set(row.map((cell) => known(columns, cell)?.field).filter(Boolean)).size + levelHeadings(row);

/** Whether a cell is the heading of the names. */
export const headsNames =
  (columns: readonly Column[]) =>
  (cell: string): boolean =>
    known(columns, cell)?.field === 'name';

/** Whether a row is one of headings: it names the name column, or two others. */
export function namesColumns(row: readonly string[], columns: readonly Column[]): boolean {
  const fields = new Set(row.map((cell) => known(columns, cell)?.field).filter(Boolean));
  return fields.has('name') || fields.size >= 2 || levelHeadings(row) >= 2;
}

/** How a column is called where it is chosen for: its heading, else its place. */
export const columnKey = (heading: string, at: number): string => tidy(heading).slice(0, 80) || `column ${at + 1}`;

/** A field name for a column nobody knows: its heading, kept as it is where it can be a key. */
const ownField = (heading: string, at: number) => {
  const name = columnKey(heading, at);
  return name in {} || name.startsWith('@') ? `column ${at + 1}` : name;
};

export function fieldsOfHeadings(
  first: readonly string[],
  columns: readonly Column[],
  roles: Readonly<Record<string, string>>,
): string[] {
  const taken = new Set<string>();
  return first.map((heading, at) => {
    const key = columnKey(heading, at);
    const chosen = Object.hasOwn(roles, key) ? roles[key] : undefined;
    if (chosen === LEVEL || chosen === LEFT_OUT) return chosen;
    const wanted = chosen ?? known(columns, heading)?.field ?? ownField(heading, at);
    const field = taken.has(wanted)
      ? taken.has(ownField(heading, at))
        ? `column ${at + 1}`
        : ownField(heading, at)
      : wanted;
    taken.add(field);
    return field;
  });
}

const cellKey = (cell = '') => (cell === '' ? cell : tidy(cell).toLowerCase());
const cellsAt = (rows: readonly Row[], at: number) =>
  rows.map((row) => cellKey(row.cells[at])).filter((cell) => cell !== '');

/** Whether at least a share of a column's cells that have words pass. Wide tables have many columns: no is told early. */
function mostPass(rows: readonly Row[], at: number, share: number, passes: (cell: string) => boolean): boolean {
  const most = rows.length * (1 - share) + 1e-6;
  let said = 0;
  let missed = 0;
  for (const { cells } of rows) {
    const cell = cellKey(cells[at]);
    if (cell === '') continue;
    said++;
    if (!passes(cell) && ++missed > most) return false;
  }
  return said - missed >= said * share;
}

/** Of a long table so many rows, spread over all of it, tell what is far from passing. */
const FEW_ROWS = 1_000;
const spread = (rows: readonly Row[]): readonly Row[] => {
  const step = Math.floor(rows.length / FEW_ROWS);
  return step < 2 ? rows : Array.from({ length: FEW_ROWS }, (_, i) => rows[i * step]!);
};

/** Whether no two cells of a column have the same words. */
function allDiffer(rows: readonly Row[], at: number): boolean {
  const seen = new Set<string>();
  return rows.every(({ cells }) => {
    const cell = cellKey(cells[at]);
    if (cell === '') return true;
    if (seen.has(cell)) return false;
    seen.add(cell);
    return true;
  });
}

/** A column of its own most of whose cells are names of lines says what is above what, whatever its heading. */
export function guessParent(rows: readonly Row[], fields: readonly string[], columns: readonly Column[]): number {
  const taken = new Set(columns.map(({ field }) => field));
  const nameAt = fields.indexOf('name');
  const names = new Set(cellsAt(rows, nameAt));
  const few = spread(rows);
  return fields.findIndex((field, at) => {
    // What a heading says is not doubted, even where somebody's post is written as their name.
    if (at === nameAt || taken.has(field)) return false;
    if (!mostPass(few, at, 0.4, (cell) => names.has(cell))) return false;
    if (!mostPass(rows, at, 0.6, (cell) => names.has(cell)) || cellsAt(rows, at).length < rows.length / 2) return false;
    // A name that is written again, as in another script, says nobody's superior.
    return rows.some(({ cells: own }) => names.has(cellKey(own[at])) && cellKey(own[at]) !== cellKey(own[nameAt]));
  });
}

/** Where lines name the line above by something other than its name, the column that has those words is the id. */
export function guessId(
  rows: readonly Row[],
  fields: readonly string[],
  parent: string,
  columns: readonly Column[],
): number {
  const wanted = cellsAt(rows, fields.indexOf(parent));
  const share = (at: number) => {
    const own = new Set(cellsAt(rows, at));
    return wanted.filter((cell) => own.has(cell)).length / Math.max(1, wanted.length);
  };
  if (wanted.length === 0 || share(fields.indexOf('name')) > 0.4) return -1;
  const taken = new Set(columns.map(({ field }) => field));
  return fields.findIndex((field, at) => {
    if (taken.has(field)) return false;
    return allDiffer(rows, at) && share(at) >= 0.6;
  });
}

const DOTTED_NUMBER = /^\d+(\.\d+)*\.?$/;
const GRADE_HEADING = /^(level|grade|band|rank|tier|layer)$/;

/**
 * Where no column names the line above: columns that say the level in another way. Changes `fields` in place.
 * @param headings '' where there are none
 */
export function guessPlaces(
  rows: readonly Row[],
  headings: readonly string[],
  fields: string[],
  chosen: ReadonlySet<number>,
): void {
  const free = (at: number) => !chosen.has(at);
  const levels = headings.flatMap((heading, at) => (free(at) && LEVEL_HEADING.test(headingKey(heading)) ? [at] : []));
  if (levels.length >= 2) {
    for (const at of levels) fields[at] = LEVEL;
    return;
  }
  const numbered = fields.findIndex((_, at) => {
    if (!free(at) || !mostPass(rows, at, 0.95, (cell) => DOTTED_NUMBER.test(cell))) return false;
    const cells = cellsAt(rows, at);
    return (
      cells.length >= rows.length * 0.9 &&
      cells.some((cell) => /^\d+\.\d+/.test(cell)) &&
      // A number that comes twice is a mistake in a numbering, not a sign that it is none.
      new Set(cells).size >= cells.length * 0.75 &&
      cells.some((cell) => /^1\.?$/.test(cell)) &&
      // Shares and weights are no numbering.
      !cells.some((cell) => cell.startsWith('0.'))
    );
  });
  if (numbered >= 0) {
    fields[numbered] = NUMBERING;
    return;
  }
  // Lines set in steps: each row has words in one of the first columns only.
  const stepped = staggered(rows);
  if (stepped >= 2 && Array.from({ length: stepped }, (_, at) => at).every(free)) {
    for (let at = 0; at < stepped; at++) fields[at] = LEVEL;
    return;
  }
  const grouped = grouping(rows, headings, fields);
  if (grouped >= 2 && Array.from({ length: grouped }, (_, at) => at).every(free)) {
    for (let at = 0; at < grouped; at++) fields[at] = LEVEL;
    return;
  }
  const graded = headings.findIndex((heading, at) => free(at) && GRADE_HEADING.test(headingKey(heading)));
  if (graded >= 0 && new Set(cellsAt(rows, graded)).size > 1 && cellsAt(rows, graded).length === rows.length)
    fields[graded] = GRADE;
}

/** Fields that say to which part of a whole something belongs. */
const PARTS = new Set(['department', 'place', 'group']);

/**
 * How many columns stand before the names and group them, each within the one before, such as site and department: rows
 * of one group follow each other, and the last column before the names has groups of several rows. 0 where they do not.
 */
function grouping(rows: readonly Row[], headings: readonly string[], fields: readonly string[]): number {
  const nameAt = fields.indexOf('name');
  if (nameAt < 2 || rows.length < 3 || headings.every((heading) => heading === '')) return 0;
  for (const [at, heading] of headings.slice(0, nameAt).entries())
    if (!PARTS.has(fields[at]!) && headingKey(heading) !== headingKey(fields[at]!)) return 0;
  let above: readonly string[] = [];
  const paths = rows.map(({ cells }) => {
    const own = cells.slice(0, nameAt).map((cell) => tidy(cell).toLowerCase());
    // What is left empty before the first words is as in the row above.
    const first = own.findIndex((cell) => cell !== '');
    above = own.map((cell, at) => (first < 0 || at < first ? (above[at] ?? '') : cell));
    return above;
  });
  if (paths.some((path) => path.length < nameAt || path.some((cell) => !/\p{L}/u.test(cell)))) return 0;
  for (let depth = 1; depth <= nameAt; depth++) {
    const keys = paths.map((path) => JSON.stringify(path.slice(0, depth)));
    const runs = keys.filter((key, i) => key !== keys[i - 1]).length;
    const groups = new Set(keys).size;
    if (runs !== groups || groups === rows.length) return 0;
  }
  return nameAt;
}

/** Nobody sets a list in more steps. */
const MOST_STEPS = 60;

/** How many of the first columns hold one cell a row between them, each deeper by at most one; 0 where they do not. */
function staggered(rows: readonly Row[]): number {
  if (rows.length < 3) return 0;
  const width = largest(rows.map(({ cells }) => cells.length));
  const firstOf = ({ cells }: Row) => cells.findIndex((cell) => cell.trim() !== '');
  const deepest = largest(rows.map(firstOf));
  if (deepest < 1 || deepest >= Math.min(width, MOST_STEPS)) return 0;
  let last = -1;
  for (const row of rows) {
    const at = firstOf(row);
    if (at > last + 1) return 0;
    if (row.cells.slice(at + 1, deepest + 1).some((cell) => cell.trim() !== '')) return 0;
    last = at;
  }
  return deepest + 1;
}
