/** Tables: CSV by RFC 4180, tab or semicolon separated values, cells pasted from a spreadsheet. */
import Papa from 'papaparse';
import { firstOrders, type Item } from '../chart';
import type { Column, ListForm, ListRead, Problem, ReadContext } from './types';
import { headingKey, plainText, tidy } from './words';

interface Row {
  readonly line: number;
  readonly cells: readonly string[];
}

const DELIMITERS = [',', '\t', ';', '|'] as const;

/** Rows of cells with the line each starts on; rows of empty cells are left out. */
function rowsOf(text: string, delimiter: string): { rows: Row[]; problems: Problem[] } {
  const rows: Row[] = [];
  const problems: Problem[] = [];
  let line = 1;
  let counted = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    newline: '\n',
    step({ data, errors, meta }) {
      for (const error of errors)
        problems.push({
          code: 'broken-quotes',
          severity: 'error',
          line,
          message: `Line ${line}: a quotation mark is opened and not closed, or stands inside a cell (${error.message.toLowerCase()}). Double it, or put the whole cell in quotes.`,
          repairs: [],
        });
      if (data.some((cell) => cell.trim() !== '')) rows.push({ line, cells: data });
      for (; counted < meta.cursor; counted++) if (text.charCodeAt(counted) === 10) line++;
    },
  });
  return { rows, problems };
}

const known = (columns: readonly Column[], heading: string): Column | undefined => {
  const key = headingKey(heading);
  return columns.find((column) => column.headings.includes(key) || headingKey(column.label) === key);
};

/** Whether a row is one of headings: it names the name column, or two others. */
function namesColumns(row: readonly string[], columns: readonly Column[]): boolean {
  const fields = new Set(row.map((cell) => known(columns, cell)?.field).filter(Boolean));
  return fields.has('name') || fields.size >= 2;
}

/** The delimiter under which the first line names the most known columns; else the one that splits lines alike. */
function delimiterOf(text: string, columns: readonly Column[]): { delimiter: string; headings: number; even: boolean } {
  const head = text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .slice(0, 50)
    .join('\n');
  let best = { delimiter: ',', headings: -1, even: false };
  for (const delimiter of DELIMITERS) {
    const { rows } = rowsOf(head, delimiter);
    const first = rows[0]?.cells ?? [];
    if (first.length < 2) continue;
    const headings = new Set(first.map((cell) => known(columns, cell)?.field).filter(Boolean)).size;
    const even = rows.length > 1 && rows.every((row) => row.cells.length === first.length);
    if (headings > best.headings || (headings === best.headings && even && !best.even))
      best = { delimiter, headings, even };
  }
  return best;
}

/** A field name for a column nobody knows: its heading, kept as it is where it can be a key. */
const ownField = (heading: string, at: number) => {
  const name = tidy(heading).slice(0, 80);
  return name === '' || name in {} ? `column ${at + 1}` : name;
};

function fieldsOfHeadings(first: readonly string[], columns: readonly Column[]): string[] {
  const taken = new Set<string>();
  return first.map((heading, at) => {
    const wanted = known(columns, heading)?.field ?? ownField(heading, at);
    const field = taken.has(wanted)
      ? taken.has(ownField(heading, at))
        ? `column ${at + 1}`
        : ownField(heading, at)
      : wanted;
    taken.add(field);
    return field;
  });
}

/** A column most of whose cells are names of other lines says what is above what, whatever its heading. */
function guessParent(rows: readonly Row[], fields: readonly string[]): number {
  const nameAt = fields.indexOf('name');
  const names = new Set(rows.map((row) => tidy(row.cells[nameAt] ?? '').toLowerCase()));
  return fields.findIndex((_, at) => {
    if (at === nameAt) return false;
    const cells = rows.map((row) => tidy(row.cells[at] ?? '').toLowerCase()).filter((cell) => cell !== '');
    return cells.length >= rows.length / 2 && cells.filter((cell) => names.has(cell)).length >= cells.length * 0.6;
  });
}

/** Where lines name the line above by something other than its name, the column that has those words is the id. */
function guessId(rows: readonly Row[], fields: readonly string[], parent: string, columns: readonly Column[]): number {
  const cellsOf = (at: number) =>
    rows.map((row) => tidy(row.cells[at] ?? '').toLowerCase()).filter((cell) => cell !== '');
  const wanted = cellsOf(fields.indexOf(parent));
  const share = (at: number) => {
    const own = new Set(cellsOf(at));
    return wanted.filter((cell) => own.has(cell)).length / Math.max(1, wanted.length);
  };
  if (wanted.length === 0 || share(fields.indexOf('name')) > 0.4) return -1;
  const known = new Set(columns.map(({ field }) => field));
  return fields.findIndex(
    (field, at) => !known.has(field) && new Set(cellsOf(at)).size === cellsOf(at).length && share(at) >= 0.6,
  );
}

export interface TableOptions {
  /** The field that names the line above, for a column that says so by its cells only. */
  readonly parent?: string;
  /** Whether a first row that names no known column is still one of headings, by the rows below it. */
  readonly isHeading?: (first: readonly string[], body: readonly (readonly string[])[]) => boolean;
  /** Makes more of the items than rows, such as a tree. */
  readonly resolve: (list: ListRead, context: ReadContext) => ListRead;
}

function read(raw: string, context: ReadContext, { parent, isHeading, resolve }: TableOptions): ListRead {
  const text = plainText(raw);
  const found = delimiterOf(text, context.columns);
  const { rows, problems } = rowsOf(text, found.delimiter);
  const first = rows[0]?.cells ?? [];
  const hasHeadings =
    namesColumns(first, context.columns) ||
    isHeading?.(
      first,
      rows.slice(1).map(({ cells }) => cells),
    ) === true;
  const body = hasHeadings ? rows.slice(1) : rows;
  const width = rows.reduce((most, row) => Math.max(most, row.cells.length), 0);
  const headings = Array.from({ length: width }, (_, at) => (hasHeadings ? (first[at] ?? '') : ''));
  const fields = fieldsOfHeadings(headings, context.columns);
  if (!fields.includes('name')) {
    const taken = new Set(context.columns.map((column) => column.field));
    const free = fields.find((field) => !taken.has(field));
    fields[free === undefined ? 0 : fields.indexOf(free)] = 'name';
  }
  if (!hasHeadings) {
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
  if (parent !== undefined && !fields.includes(parent)) {
    const at = guessParent(body, fields);
    if (at >= 0) fields[at] = parent;
  }
  if (parent !== undefined && fields.includes(parent) && !fields.includes('id')) {
    const at = guessId(body, fields, parent, context.columns);
    if (at >= 0) fields[at] = 'id';
  }

  const orders = firstOrders(body.length);
  const items: Item[] = [];
  const lines: Record<string, number> = {};
  for (const [i, row] of body.entries()) {
    const id = context.newId();
    const own: Record<string, string> = { name: '' };
    for (const [at, cell] of row.cells.entries()) {
      const value = cell.replace(/[^\S\n]+/g, ' ').trim();
      if (value !== '') own[fields[at]!] = value;
    }
    items.push({ id, parent: null, order: orders[i]!, fields: own });
    lines[id] = row.line;
    if (row.cells.length > first.length && hasHeadings)
      problems.push({
        code: 'too-many-cells',
        severity: 'warning',
        line: row.line,
        item: id,
        message: `Line ${row.line} has ${row.cells.length} cells but there are ${first.length} headings; the rest is kept as extra fields. Is a comma inside a cell that should be in quotes?`,
        repairs: [],
      });
  }
  const list: ListRead = {
    form: found.delimiter === '\t' ? 'tsv' : 'csv',
    items,
    links: [],
    sets: [],
    lines,
    problems,
    columns: headings.map((heading, at) => ({ heading: tidy(heading), field: fields[at]! })),
  };
  return resolve(list, context);
}

/** Quoted by RFC 4180, lines ended with CRLF as it asks. */
export function writeCsv(rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse(rows as string[][], { newline: '\r\n' })}\r\n`;
}

function form(
  id: 'csv' | 'tsv',
  label: string,
  sample: string,
  delimiters: readonly string[],
  options: TableOptions,
): ListForm {
  return {
    id,
    label,
    sample,
    suits(text, columns) {
      const plain = plainText(text);
      // Leading tabs or spaces mean levels, not empty cells, unless the first line names columns.
      const found = delimiterOf(plain, columns);
      if (!delimiters.includes(found.delimiter)) return 0;
      if (found.headings >= 2) return 1;
      if (/^[\t ]+\S/m.test(plain)) return 0;
      return found.headings === 1 && found.even ? 0.8 : found.even ? 0.5 : 0;
    },
    read: (text, context) => read(text, context, options),
  };
}

/** A table in its two forms. @param csvSample an example with commas */
export const tableForms = (csvSample: string, options: TableOptions): readonly ListForm[] => [
  form('csv', 'Table (CSV)', csvSample, [',', ';', '|'], options),
  form('tsv', 'Table (cells from a spreadsheet)', csvSample.replace(/, ?/g, '\t'), ['\t'], options),
];
