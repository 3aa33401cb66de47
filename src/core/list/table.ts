/** Tables: CSV by RFC 4180, tab or semicolon separated values, cells pasted from a spreadsheet, Markdown tables. */
import { firstOrders, ITEM_LIMIT, type Item } from '../chart';
import { remembered, rememberedText } from '../remember';
import { delimiterOf, LOOK_FOR_HEADINGS, MOST_COLUMNS, type Row, type RowsRead, rowsOf, withoutRemarks } from './cells';
import {
  columnKey,
  fieldsOfHeadings,
  guessId,
  guessParent,
  guessPlaces,
  headsNames,
  namesColumns,
  namesKnown,
} from './columns';
import { seemsHeadings } from './headed';
import { MOST_LINES, TOO_MANY_LINES, tooManyItems } from './limits';
import { type PlacedLine, placesOf } from './places';
import { ownRows, sectionsOf, unprinted } from './printed';
import { LEFT_OUT } from './roles';
import { type Column, type ListRead, parsedOnce, type ReadContext, refusedAs, type TableForm } from './types';
import { folded, headingKey, looksLikeJson, plainText, tidy } from './words';

export interface TableOptions {
  /** The field that names the line above, for a column that says so by its cells only. */
  readonly parent?: string;
  /** Every row is an item: no two are brought together. */
  readonly each?: true;
  /** Lines stand under each other, so that a column may say their level. */
  readonly levels?: boolean;
  /** Whether a first row that names no known column is still one of headings, by the rows below it. */
  readonly isHeading?: (first: readonly string[], body: readonly (readonly string[])[]) => boolean;
  /** A row of sums says something here: it is kept. */
  readonly totals?: true;
  /** The field of the headings that stand between rows; absent where they are lines as others. */
  readonly sections?: string;
  /** Makes more of the items than rows, such as a tree. */
  readonly resolve: (list: ListRead, context: ReadContext) => ListRead;
}

/** Where the headings stand among the rows; -1 where there are none. */
function headingsAt(
  rows: readonly Row[],
  { columns, headings }: ReadContext,
  isHeading: TableOptions['isHeading'],
): number {
  if (headings === false || rows.length === 0) return -1;
  const at = rows.slice(0, LOOK_FOR_HEADINGS).findIndex(({ cells }) => namesColumns(cells, columns));
  if (at >= 0) return at;
  if (headings) return 0;
  const first = rows[0]?.cells ?? [];
  const body = rows.slice(1).map(({ cells }) => cells);
  return isHeading?.(first, body) === true || seemsHeadings(first, body) ? 0 : -1;
}

/** Rows looked at for words. */
const NAMED_ROWS = 200;
const LETTER = /\p{L}/u;

/** Of a column of names, so many cells at the least have words and are different, and so many at the most are sentences. */
const FILLED = 0.8;
const DIFFER = 0.5;
const PROSE = 0.5;
const SENTENCE = 80;
/** Headings of what a line is called. */
const CALLED = new Set(['title', 'label', 'text', 'caption']);

const cellsOf = (rows: readonly Row[], at: number) => rows.flatMap(({ cells }) => tidy(cells[at] ?? '') || []);

const isWorded = (rows: readonly Row[], at: number) =>
  rows.filter(({ cells }) => LETTER.test(cells[at] ?? '')).length >= rows.length / 2;

/** Whether the words of a column tell the lines apart, as names do, rather than sort or describe them. */
function areNames(rows: readonly Row[], at: number): boolean {
  const cells = cellsOf(rows, at);
  return (
    cells.length >= rows.length * FILLED &&
    new Set(cells.map(folded)).size >= cells.length * DIFFER &&
    cells.filter((cell) => cell.length > SENTENCE).length <= cells.length * PROSE
  );
}

/**
 * Where no column is called the name, the first free one is that has words which tell the lines apart, where headings say
 * what columns are; else the first that has words; where none has any, the first free one.
 */
function withName(
  fields: string[],
  headings: readonly string[],
  columns: readonly Column[],
  chosen: ReadonlySet<number>,
  body: readonly Row[],
): void {
  if (fields.includes('name')) return;
  const taken = new Set(columns.map((column) => column.field));
  const isFree = (field: string, at: number) => !taken.has(field) && !chosen.has(at);
  const rows = body.slice(0, NAMED_ROWS);
  const worded = fields.flatMap((_, at) => (!chosen.has(at) && isWorded(rows, at) ? [at] : []));
  const free = worded.filter((at) => isFree(fields[at]!, at));
  const areHeaded = headings.some((heading) => heading !== '');
  const at =
    (areHeaded ? free.find((one) => areNames(rows, one)) : undefined) ??
    // What all tables but those of posts call a name.
    worded.find((one) => CALLED.has(headingKey(headings[one] ?? '')) && areNames(rows, one)) ??
    free[0] ??
    [fields.findIndex(isFree), fields.findIndex((_, i) => !chosen.has(i))].find((one) => one >= 0);
  if (at !== undefined) fields[at] = 'name';
}

/** White space that is not kept as it is in a cell: all but single plain spaces inside, and line ends. */
const LOOSE = /^\s|\s$| {2}|[^\S\n ]/;
const FIRST_ROWS = 6;

/** Plain text without what stands round a table; every form of every kind asks for it in turn. */
const asTable = rememberedText((plain) => withoutRemarks(unprinted(plain)), 2);

function readText(raw: string, context: ReadContext, options: TableOptions): ListRead {
  const text = parsedOnce('plain', raw, context, (whole) => asTable(plainText(whole)));
  const { delimiter } = delimiterOf(text, namesKnown(context.columns), headsNames(context.columns));
  const parsed = parsedOnce(`rows ${delimiter}`, text, context, () => rowsOf(text, delimiter));
  return read(delimiter === '\t' ? 'tsv' : 'csv', parsed, context, options);
}

/** Rows as a file has them, the first on line 1; once for all kinds that are asked. */
const asRows = remembered((rows: readonly (readonly string[])[]): Row[] =>
  rows.flatMap((cells, i) =>
    cells.some((cell) => cell.trim() !== '')
      ? [{ line: i + 1, cells: cells.map((cell) => (cell === '' ? cell : plainText(cell))) }]
      : [],
  ),
);

function read(form: string, parsed: RowsRead, context: ReadContext, options: TableOptions): ListRead {
  const { parent, levels = false, isHeading, resolve } = options;
  const { rows, refused } = parsed;
  if (refused !== undefined) return refusedAs(form, refused);
  if (rows.length > MOST_LINES) return refusedAs(form, TOO_MANY_LINES);
  const problems = [...parsed.problems];
  const width = rows.reduce((most, row) => Math.max(most, row.cells.length), 0);
  if (width > MOST_COLUMNS) {
    const row = rows.find(({ cells }) => cells.length > MOST_COLUMNS)!;
    return refusedAs(
      form,
      `Line ${row.line} has ${row.cells.length} cells; a list has ${MOST_COLUMNS} columns at the most. Is it a list?`,
    );
  }
  const headingAt = headingsAt(rows, context, isHeading);
  const first = headingAt >= 0 ? rows[headingAt]!.cells : [];
  const own = ownRows(rows.slice(headingAt + 1), headingAt >= 0 ? first : undefined, !options.totals);
  problems.push(...own.problems);
  let body = own.rows;
  const headings = Array.from({ length: width }, (_, at) => first[at] ?? '');
  const roles = context.roles ?? {};
  const chosen = new Set(headings.flatMap((heading, at) => (Object.hasOwn(roles, columnKey(heading, at)) ? [at] : [])));
  const fields = fieldsOfHeadings(headings, context.columns, roles);
  // Columns that say levels come before the name is looked for: with a column a level none of them need be it.
  const guessed = levels && (parent === undefined || !fields.includes(parent));
  if (guessed && !fields.some((field) => field.startsWith('@'))) {
    const trial = [...fields];
    withName(trial, headings, context.columns, chosen, body);
    if (parent === undefined || guessParent(body, trial, context.columns) < 0)
      guessPlaces(body, headings, fields, chosen);
  }
  const placed = fields.some((field) => field.startsWith('@'));
  const { sections: sectionField } = options;
  const headed =
    headingAt >= 0 &&
    sectionField !== undefined &&
    !placed &&
    !fields.includes(sectionField) &&
    !fields.includes(parent!)
      ? sectionsOf(own.rows)
      : undefined;
  if (headed) body = body.filter(({ line }) => headed.has(line));
  if (!fields.includes('@level')) withName(fields, headings, context.columns, chosen, body);
  if (headingAt < 0) {
    const line = rows[0]?.line ?? 1;
    problems.push({
      code: 'no-headings',
      severity: 'warning',
      line,
      message: `Line ${line} does not name the columns; the first column was taken as the name. Add a first line such as "${context.columns
        .slice(0, 3)
        .map((column) => column.label.toLowerCase())
        .join(', ')}".`,
      repairs: [],
    });
  }
  if (headingAt > 0)
    problems.push({
      code: 'above-headings',
      severity: 'note',
      line: rows[0]!.line,
      message: `The headings were found in line ${rows[headingAt]!.line}; what stands above them ("${tidy(rows[0]!.cells.join(' ')).slice(0, 60)}") is not part of the list.`,
      repairs: [],
    });
  if (parent !== undefined && !placed && !fields.includes(parent)) {
    const at = guessParent(body, fields, context.columns);
    if (at >= 0 && !chosen.has(at)) fields[at] = parent;
  }
  if (parent !== undefined && fields.includes(parent) && !fields.includes('id')) {
    const at = guessId(body, fields, parent, context.columns);
    if (at >= 0 && !chosen.has(at)) fields[at] = 'id';
  }

  const fieldsOf = (row: Row): Record<string, string> => {
    const own: Record<string, string> = { name: '' };
    for (let at = 0; at < row.cells.length; at++) {
      const [cell, field] = [row.cells[at]!, fields[at]!];
      const value = LOOSE.test(cell) ? cell.replace(/[^\S\n]+/g, ' ').trim() : cell;
      if (value !== '' && field !== LEFT_OUT && !field.startsWith('@')) own[field] = value;
    }
    if (headed) own[sectionField!] = headed.get(row.line)!;
    return own;
  };
  const places =
    levels && (parent === undefined || !fields.includes(parent)) ? placesOf(body, fields, fieldsOf) : undefined;
  for (const problem of places?.problems ?? []) problems.push(problem);
  const count = places?.lines.length ?? body.length;
  if (options.each && count > ITEM_LIMIT) return refusedAs(form, tooManyItems(count));
  const placedLines =
    places?.lines ?? body.map((row): PlacedLine => ({ line: row.line, parent: null, fields: fieldsOf(row) }));
  const orders = firstOrders(placedLines.length);
  const ids = placedLines.map(() => context.newId());
  const items = placedLines.map(
    (line, i): Item => ({
      id: ids[i]!,
      parent: line.parent === null ? null : ids[line.parent]!,
      order: orders[i]!,
      fields: line.fields,
    }),
  );
  const lines = Object.fromEntries(placedLines.map(({ line }, i) => [ids[i]!, line]));
  const itemAt = new Map(placedLines.map(({ line }, i) => [line, ids[i]!]));
  for (const row of body)
    if (row.cells.length > first.length && headingAt >= 0)
      problems.push({
        code: 'too-many-cells',
        severity: 'warning',
        line: row.line,
        ...(itemAt.has(row.line) && { item: itemAt.get(row.line)! }),
        message: `Line ${row.line} has ${row.cells.length} cells but there are ${first.length} headings; the rest is kept as extra fields. Is a comma inside a cell that should be in quotes?`,
        repairs: [],
      });
  const list: ListRead = {
    form,
    items,
    links: [],
    sets: [],
    lines,
    problems,
    columns: headings.map((heading, at) => ({
      heading: tidy(heading),
      key: columnKey(heading, at),
      field: fields[at]!,
    })),
    firstRows: body.slice(0, FIRST_ROWS).map(({ cells }) => headings.map((_, at) => tidy(cells[at] ?? ''))),
    headed: headingAt >= 0,
  };
  return resolve(list, context);
}

function form(
  id: 'csv' | 'tsv',
  label: string,
  sample: string,
  delimiters: readonly string[],
  options: TableOptions,
): TableForm {
  return {
    id,
    label,
    sample,
    suits(text, columns) {
      if (looksLikeJson(text)) return 0;
      const whole = plainText(text);
      const plain = asTable(whole);
      // Leading tabs or spaces mean levels, not empty cells, unless the first line names columns.
      const found = delimiterOf(plain, namesKnown(columns), headsNames(columns));
      if (!delimiters.includes(found.delimiter)) return 0;
      if (found.headings >= 2 || found.tooWide) return 1;
      // What stands under remarks is a table, also where its rows are uneven.
      if (plain !== whole) return 0.8;
      if (/^[\t ]+\S/m.test(plain)) return 0;
      return found.headings === 1 && found.even ? 0.8 : found.even ? 0.5 : 0;
    },
    read: (text, context) => readText(text, context, options),
    readRows: (rows, context) => read(id, { rows: asRows(rows), problems: [] }, context, options),
  };
}

/** A table in its two forms. @param csvSample an example with commas */
export const tableForms = (csvSample: string, options: TableOptions): readonly TableForm[] => [
  form('csv', 'Table (CSV)', csvSample, [',', ';', '|'], options),
  form('tsv', 'Table (cells from a spreadsheet)', csvSample.replace(/, ?/g, '\t'), ['\t'], options),
];
