/** Where lines of a table stand, told by a column a level, by numbers such as 1.2.3, by grades or by indentation. */
import { largest, smallest } from '../extremes';
import type { Row } from './cells';
import { GRADE, LEVEL, NUMBERING } from './roles';
import type { Problem } from './types';
import { folded, tidy } from './words';

/** A line to be: words of its fields, and the line it stands under by its place among the lines. */
export interface PlacedLine {
  readonly line: number;
  readonly parent: number | null;
  readonly fields: Readonly<Record<string, string>>;
}

export interface Placed {
  readonly lines: readonly PlacedLine[];
  readonly problems: readonly Problem[];
}

const note = (code: string, line: number, message: string, severity: Problem['severity'] = 'warning'): Problem => ({
  code,
  severity,
  line,
  message: `Line ${line}: ${message}`,
  repairs: [],
});

/** A column a level: a cell left empty before the first words means "as in the row above". */
function byLevelColumns(
  rows: readonly Row[],
  fields: readonly string[],
  fieldsOf: (row: Row) => Record<string, string>,
): Placed {
  const levels = fields.flatMap((field, at) => (field === LEVEL ? [at] : []));
  const named = fields.includes('name');
  const lines: { line: number; parent: number | null; fields: Record<string, string>; own: boolean }[] = [];
  /** The way to a line, numbered: long ways are not compared word by word. */
  const ways = new Map<string, number>();
  const byWay = new Map<number, number>();
  let before: string[] = [];
  const problems: Problem[] = [];
  for (const row of rows) {
    const cells = levels.map((at) => tidy(row.cells[at] ?? ''));
    const first = cells.findIndex((cell) => cell !== '');
    if (first > before.length)
      problems.push(
        note(
          'too-deep',
          row.line,
          'the first words stand more than one level below the row above; it was put directly under it.',
        ),
      );
    const path =
      first < 0 ? before.slice() : [...before.slice(0, first), ...cells.slice(first).filter((cell) => cell !== '')];
    const own = fieldsOf(row);
    const leaf = named && (own['name'] ?? '') !== '';
    let parent: number | null = null;
    let way = -1;
    for (const [depth, name] of path.entries()) {
      const key = `${way} ${folded(name)}`;
      way = ways.get(key) ?? ways.size;
      ways.set(key, way);
      const there = byWay.get(way);
      const last = depth === path.length - 1 && !leaf;
      if (there !== undefined && !(last && lines[there]!.own)) {
        parent = there;
        if (last) Object.assign(lines[there]!, { fields: { ...own, name }, own: true, line: row.line });
        continue;
      }
      lines.push({ line: row.line, parent, fields: last ? { ...own, name } : { name }, own: last });
      parent = lines.length - 1;
      byWay.set(way, parent);
    }
    if (leaf) lines.push({ line: row.line, parent, fields: own, own: true });
    before = path;
  }
  return { lines, problems };
}

/** Numbers such as 1.2.3: a line stands under the one whose number it goes on from; what skips or comes twice is said. */
const MOST_PARTS = 60;

export function byNumbers(numbered: readonly { readonly line: number; readonly number: string }[]): {
  readonly parents: readonly (number | null)[];
  readonly problems: readonly Problem[];
} {
  const byNumber = new Map<string, number>();
  const lastOf = new Map<string, number>();
  const problems: Problem[] = [];
  const parents = numbered.map(({ line, number: written }, i): number | null => {
    const text = tidy(written).replace(/[.)]$/, '');
    // What has more parts is no number of a place.
    const parts = text === '' ? [] : text.split('.', MOST_PARTS + 1).map((part) => part.replace(/^0+(?=\d)/, ''));
    if (parts.length > MOST_PARTS) return null;
    const missing: string[] = [];
    let parent: number | null = null;
    for (let length = parts.length - 1; length > 0; length--) {
      const number = parts.slice(0, length).join('.');
      const there = byNumber.get(number);
      if (there !== undefined) {
        parent = there;
        break;
      }
      missing.push(number);
    }
    const above = parts.slice(0, -1).join('.');
    const own = Number(parts.at(-1));
    const last = lastOf.get(above);
    if (missing.length > 0)
      problems.push(
        note(
          'numbering-skips',
          line,
          `it is numbered ${text}, but there is no ${missing.at(-1)} before it; it was put ${parent === null ? 'at the top' : 'under the nearest that there is'}.`,
        ),
      );
    else if (Number.isFinite(own) && last !== undefined && own !== last + 1)
      problems.push(
        note(
          'numbering-skips',
          line,
          own === last
            ? `the number ${text} comes twice.`
            : `the number ${text} follows ${[...parts.slice(0, -1), last].join('.')}: is a line missing or out of order?`,
          'note',
        ),
      );
    if (Number.isFinite(own)) lastOf.set(above, own);
    if (text !== '' && !byNumber.has(parts.join('.'))) byNumber.set(parts.join('.'), i);
    return parent;
  });
  return { parents, problems };
}

/** Ranks from the top: numbers by size (from the top down if the first is the greatest), words in the order they come. */
export function ranks(grades: readonly string[]): number[] {
  const numbers = grades.map((grade) => Number(/-?\d+(?:\.\d+)?/.exec(grade)?.[0]));
  if (numbers.every((number) => Number.isFinite(number))) {
    const down = numbers[0]! > smallest(numbers) && numbers[0] === largest(numbers);
    const order = [...new Set(numbers)].sort((a, b) => (down ? b - a : a - b));
    return numbers.map((number) => order.indexOf(number));
  }
  const order = [...new Set(grades.map(folded))];
  return grades.map((grade) => order.indexOf(folded(grade)));
}

/** A line stands under the nearest one before it of a higher rank. */
function byRank(rows: readonly Row[], rank: readonly number[], fieldsOf: (row: Row) => Record<string, string>): Placed {
  const open: number[] = [];
  const lines = rows.map((row, i): PlacedLine => {
    while (open.length > 0 && rank[open.at(-1)!]! >= rank[i]!) open.pop();
    const parent = open.at(-1) ?? null;
    open.push(i);
    return { line: row.line, parent, fields: fieldsOf(row) };
  });
  return { lines, problems: [] };
}

/** How far the words of a cell are set in, in letters; tabs count four. */
const indentOf = (cell: string) => (/^[\s\u00a0]*/.exec(cell)![0] ?? '').replace(/\t/g, '    ').length;

/**
 * Lines with their places, where a column or the indentation of the name says them.
 * @returns undefined where nothing does
 */
export function placesOf(
  rows: readonly Row[],
  fields: readonly string[],
  fieldsOf: (row: Row) => Record<string, string>,
): Placed | undefined {
  if (fields.includes(LEVEL)) return byLevelColumns(rows, fields, fieldsOf);
  const numbered = fields.indexOf(NUMBERING);
  if (numbered >= 0) {
    const { parents, problems } = byNumbers(rows.map(({ line, cells }) => ({ line, number: cells[numbered] ?? '' })));
    return { lines: rows.map((row, i) => ({ line: row.line, parent: parents[i]!, fields: fieldsOf(row) })), problems };
  }
  const graded = fields.indexOf(GRADE);
  if (graded >= 0) return byRank(rows, ranks(rows.map((row) => tidy(row.cells[graded] ?? ''))), fieldsOf);
  const at = fields.indexOf('name');
  const indents = rows.map((row) => indentOf(row.cells[at] ?? ''));
  const set = indents.filter((indent) => indent >= 2).length;
  if (at < 0 || indents[0] !== 0 || set < rows.length * 0.2) return undefined;
  return byRank(rows, indents, fieldsOf);
}
