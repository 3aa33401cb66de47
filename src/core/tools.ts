/** Work on many lines at once: sort, number, change case, split and join columns, find and replace, fill. Each is one change. */
import { type Change, type Chart, type FieldType, firstOrders, nameOrderOf, type Tree, treeOf, walk } from './chart';
import { type CellText, cellOf, fieldNamed, writeCells } from './edit';
import type { KindOnPage } from './kinds';
import { byFamily, byType, fieldTypeOf, SOFT_BREAK, tidy } from './list';

export interface Worked {
  /** Absent where there is nothing to do. */
  readonly change?: Change | undefined;
  /** Lines or cells that change. */
  readonly count: number;
  readonly wrong: readonly string[];
}

const done = (kind: KindOnPage, chart: Chart, cells: readonly CellText[]): Worked => writeCells(kind, chart, cells);

/** Items in list order, of a branch or of the whole list. */
export function linesIn(chart: Chart, branch: string | null): string[] {
  const tree = treeOf(chart.items);
  return walk(tree, branch === null ? tree.tops : [branch]).map(({ id }) => id);
}

/**
 * Sorts siblings under a line, or everywhere.
 * @param branch the line whose branch is sorted; `null`: the whole list
 * @param families names are put in order by the family name, wherever it stands in them
 */
export function sortLines(
  kind: KindOnPage,
  chart: Chart,
  branch: string | null,
  field: string,
  descending = false,
  families = false,
): Worked {
  const tree: Tree = treeOf(chart.items);
  const type: FieldType = fieldTypeOf(chart, kind.columns, field);
  const words = byType(type, chart.language);
  const family = byFamily(nameOrderOf(chart), words);
  const order = families ? (a: string, b: string) => family(a, b) || words(a, b) : words;
  const places: Record<string, { parent: string | null; order: string }> = {};
  const parents = branch === null ? [null, ...linesIn(chart, null)] : linesIn(chart, branch);
  for (const parent of parents) {
    const now = tree.childrenOf(parent);
    if (now.length < 2) continue;
    const cells = new Map(now.map((id) => [id, cellOf(kind, chart, id, field)]));
    const filled = (id: string) => cells.get(id) !== '';
    const next = [...now].sort((a, b) => {
      const by = order(cells.get(a)!, cells.get(b)!);
      // What says nothing stays last, whichever way round.
      return filled(a) && filled(b) && descending ? -by : by;
    });
    if (next.every((id, i) => id === now[i])) continue;
    const orders = firstOrders(next.length);
    for (const [i, id] of next.entries()) places[id] = { parent, order: orders[i]! };
  }
  const count = Object.keys(places).length;
  return { change: count === 0 ? undefined : { type: 'place-lines', places }, count, wrong: [] };
}

/** Writes numbers into the column that is shown under a name, or a new one: 1.2.3 by level, or 1, 2, 3 in the order of the list. */
export function numberLines(
  kind: KindOnPage,
  chart: Chart,
  branch: string | null,
  into: string,
  by: 'level' | 'row',
): Worked {
  const field = fieldNamed(kind, chart, into);
  const tree = treeOf(chart.items);
  const cells: CellText[] = [];
  let row = 0;
  const stack = (branch === null ? tree.tops : [branch]).map((item, i) => ({ item, number: `${i + 1}` })).reverse();
  for (let at = stack.pop(); at; at = stack.pop()) {
    const { item, number } = at;
    cells.push({ item, field, text: by === 'level' ? number : String(++row) });
    const children = tree.childrenOf(item);
    for (let i = children.length - 1; i >= 0; i--) stack.push({ item: children[i]!, number: `${number}.${i + 1}` });
  }
  return done(kind, chart, cells);
}

export const CASES = ['sentence', 'title', 'upper', 'lower'] as const;
export type Case = (typeof CASES)[number];

/** Words that stay small inside a title (common practice). */
const SMALL = new Set(['a', 'an', 'and', 'at', 'by', 'for', 'in', 'of', 'on', 'or', 'the', 'to', 'with']);

export function inCase(text: string, how: Case): string {
  if (how === 'upper') return text.toLocaleUpperCase('en');
  const lower = text.toLocaleLowerCase('en');
  if (how === 'lower') return lower;
  const first = (word: string) => word.replace(/\p{L}/u, (letter) => letter.toLocaleUpperCase('en'));
  if (how === 'sentence') return first(lower);
  return lower
    .split(/(\s+|-|'|’)/)
    .map((word, i, all) =>
      i > 0 && SMALL.has(word) && i < all.length - 1
        ? word
        : /^(s|t)$/.test(word) && /['’]/.test(all[i - 1] ?? '')
          ? word
          : first(word),
    )
    .join('');
}

export const changeCase = (
  kind: KindOnPage,
  chart: Chart,
  items: readonly string[],
  field: string,
  how: Case,
): Worked =>
  done(
    kind,
    chart,
    items.map((item) => ({ item, field, text: inCase(cellOf(kind, chart, item, field), how) })),
  );

/**
 * Splits the words of a field at a sign into several fields; what is left over stays in the last.
 * @param names shown names of the columns, each another; those that there are none of yet are new
 */
export function splitColumn(
  kind: KindOnPage,
  chart: Chart,
  items: readonly string[],
  field: string,
  at: string,
  names: readonly string[],
): Worked {
  const into = names.map((name) => fieldNamed(kind, chart, name));
  if (at === '' || into.length < 2) return { count: 0, wrong: [] };
  if (new Set(into).size < into.length)
    return { count: 0, wrong: ['Each part needs a column of its own; choose another for the rest.'] };
  const cells = items.flatMap((item): CellText[] => {
    const text = cellOf(kind, chart, item, field);
    const parts = text.split(at);
    if (parts.length < 2) return [];
    const last = into.length - 1;
    return into.flatMap((name, i) => {
      const part = tidy(i < last ? (parts[i] ?? '') : parts.slice(last).join(at));
      return part === '' && name !== field ? [] : [{ item, field: name, text: part }];
    });
  });
  return done(kind, chart, cells);
}

/** Joins the words of fields into one field; the others are emptied. */
export function joinColumns(
  kind: KindOnPage,
  chart: Chart,
  items: readonly string[],
  fields: readonly string[],
  between: string,
  into: string,
): Worked {
  const cells = items.flatMap((item): CellText[] => {
    const parts = fields.map((field) => cellOf(kind, chart, item, field)).filter((text) => text !== '');
    if (parts.length === 0) return [];
    return [
      { item, field: into, text: parts.join(between) },
      ...fields.filter((field) => field !== into).map((field) => ({ item, field, text: '' })),
    ];
  });
  return done(kind, chart, cells);
}

export interface Replacing {
  readonly find: string;
  readonly replace: string;
  readonly matchCase?: boolean;
  readonly wholeWords?: boolean;
}

/** The words to find as a pattern; undefined where there are none. */
export function patternOf({ find, matchCase = false, wholeWords = false }: Replacing): RegExp | undefined {
  if (find === '') return undefined;
  const plain = find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const bounded = wholeWords ? `(?<![\\p{L}\\p{M}\\p{N}])${plain}(?![\\p{L}\\p{M}\\p{N}])` : plain;
  return new RegExp(bounded, matchCase ? 'gu' : 'giu');
}

/** Cells that hold the words. @param fields fields to look in */
export function findCells(
  kind: KindOnPage,
  chart: Chart,
  items: readonly string[],
  fields: readonly string[],
  what: Replacing,
): CellText[] {
  const pattern = patternOf(what);
  if (!pattern) return [];
  return items.flatMap((item) =>
    fields.flatMap((field) => {
      const text = cellOf(kind, chart, item, field);
      pattern.lastIndex = 0;
      return text !== '' && pattern.test(text) ? [{ item, field, text }] : [];
    }),
  );
}

export function replaceInCells(
  kind: KindOnPage,
  chart: Chart,
  items: readonly string[],
  fields: readonly string[],
  what: Replacing,
): Worked {
  const pattern = patternOf(what);
  if (!pattern) return { count: 0, wrong: [] };
  const cells = findCells(kind, chart, items, fields, what).map(({ item, field, text }) => ({
    item,
    field,
    text: text.replace(pattern, () => what.replace).replaceAll(SOFT_BREAK, ''),
  }));
  return done(kind, chart, cells);
}

/** Fills empty cells with the words of the line before that has some, or of the line above in the tree. */
export function fillDown(
  kind: KindOnPage,
  chart: Chart,
  items: readonly string[],
  field: string,
  from: 'before' | 'above',
): Worked {
  const filled = new Map<string, string>();
  let last = '';
  const cells: CellText[] = [];
  for (const item of items) {
    const text = cellOf(kind, chart, item, field);
    const { parent } = chart.items[item]!;
    const source =
      from === 'before' ? last : parent === null ? '' : (filled.get(parent) ?? cellOf(kind, chart, parent, field));
    if (text === '' && source !== '') cells.push({ item, field, text: source });
    const now = text === '' ? source : text;
    filled.set(item, now);
    if (now !== '') last = now;
  }
  return done(kind, chart, cells);
}
