/** From text to a chart: the form recognised, the list read, its content checked. */
import { type Chart, emptyChart, FIELD_LIMIT, ITEM_LIMIT, type Item, type Picture } from './chart';
import { looksLikePage, PAGE_WITHOUT_LIST, textOfHtml, UnreadableFile } from './formats';
import { formsOf, isInLines, isLineForm } from './forms';
import type { Kind } from './kinds';
import {
  countingIds,
  isSound,
  isTooMany,
  joinContinued,
  type ListRead,
  linesIn,
  MOST_LEVELS,
  MOST_LINES,
  type Problem,
  parsedOnce,
  plainText,
  recognise,
  SOFT_BREAK,
  sound,
  TOO_MANY_LINES,
  tooDeep,
  tooManyItems,
} from './list';

/** The whole text was not read: there is nothing to draw. */
export interface Unreadable {
  readonly code: 'empty-list' | 'too-many-lines' | 'unknown-form' | 'not-a-list';
  readonly message: string;
}

export type ReadResult =
  | { readonly ok: true; readonly list: ListRead }
  | { readonly ok: false; readonly problem: Unreadable };

/** Fields within the model's limits; what had to be cut is said. */
function limited(list: ListRead): ListRead {
  const problems: Problem[] = [];
  const tooLong = (what: string, at: { line?: number; item?: string } = {}) =>
    problems.push({
      code: 'too-long',
      severity: 'warning',
      ...at,
      message: `${what} is longer than ${FIELD_LIMIT} letters; the rest was left out.`,
      repairs: [],
    });
  for (const { name } of list.sets)
    if (name.length > FIELD_LIMIT) tooLong(`The name of a set, "${name.slice(0, 40)} ...",`);
  const items = list.items.map((item): Item => {
    if (Object.values(item.fields).every((text) => text.length <= FIELD_LIMIT && isSound(text))) return item;
    const line = list.lines[item.id]!;
    if (Object.values(item.fields).some((text) => text.length > FIELD_LIMIT))
      tooLong(`Line ${line}: a cell`, { line, item: item.id });
    const fields = Object.entries(item.fields).map(([key, value]) => [key, sound(value.slice(0, FIELD_LIMIT))]);
    return { ...item, fields: Object.fromEntries(fields) };
  });
  return {
    ...list,
    items,
    links: list.links.map((link) => (link.label ? { ...link, label: link.label.slice(0, FIELD_LIMIT) } : link)),
    sets: list.sets.map((set) => ({ ...set, name: set.name.slice(0, FIELD_LIMIT), members: [...set.members].sort() })),
    problems: [...list.problems, ...problems],
  };
}

/** A line of a list is shorter; what is longer is something else. */
const MOST_LETTERS = 100_000;

/** Letters of the first lines that are looked at: wide tables say what they are in fewer. */
const MOST_SAMPLED = 400_000;

/** The first lines of a text. */
function firstLines(text: string, most: number): string {
  let end = -1;
  for (let line = 0; line < most && end < MOST_SAMPLED; line++) {
    end = text.indexOf('\n', end + 1);
    if (end < 0) return text;
  }
  return text.slice(0, end);
}

/** Line ends inside items, which stood as a sign of their own while the text was read. */
function unheld(list: ListRead): ListRead {
  const plain = (text: string) => text.replaceAll(SOFT_BREAK, '\n');
  const items = list.items.map((item): Item => {
    if (!Object.values(item.fields).some((text) => text.includes(SOFT_BREAK))) return item;
    return {
      ...item,
      fields: Object.fromEntries(Object.entries(item.fields).map(([key, text]) => [key, plain(text)])),
    };
  });
  return { ...list, items, sets: list.sets.map((set) => ({ ...set, name: plain(set.name) })) };
}

export interface ReadOptions {
  /** Id of the form; recognised where absent. */
  readonly form?: string | undefined;
  /** Gives item ids; counts i1, i2, ... where absent, so that the same text reads the same. */
  readonly newId?: (() => string) | undefined;
  /** What columns of a table are, by heading, where a person chose. */
  readonly roles?: Readonly<Record<string, string>> | undefined;
  /** Whether the first row of a table names the columns; found out where absent. */
  readonly headings?: boolean | undefined;
  /** Only so many lines, elements or records are read, to see what a long list is. */
  readonly sample?: number | undefined;
  /** What forms made of a text, for other kinds that read it too. */
  readonly parsed?: Map<string, unknown> | undefined;
}

const NO_WORDS = 'There is no line with words in this list; write one line for each item.';

/** Reads a list as a kind. */
export function readList(kind: Kind, given: string, options: ReadOptions = {}): ReadResult {
  const { form, newId = countingIds(), roles, headings, sample, parsed } = options;
  const fail = (code: Unreadable['code'], message: string): ReadResult => ({ ok: false, problem: { code, message } });
  if (given.trim() === '') return fail('empty-list', NO_WORDS);
  let whole = given;
  if (looksLikePage(given))
    try {
      const list = parsedOnce('page', given, options, textOfHtml);
      if (list === undefined) return fail('not-a-list', PAGE_WITHOUT_LIST);
      whole = list;
    } catch (error) {
      if (!(error instanceof UnreadableFile)) throw error;
      return fail('not-a-list', error.message);
    }
  const forms = formsOf(kind);
  // What says of itself what it is need not be held against the others.
  const certain = () => forms.find((f) => !isInLines(f) && f.suits(whole, kind.columns) === 1);
  const chosen =
    form === undefined ? (certain() ?? recognise(whole, forms, kind.columns)) : forms.find((f) => f.id === form);
  if (!chosen)
    return fail(
      'unknown-form',
      `There is no form "${form}" for this kind; choose one of ${forms.map((f) => f.id).join(', ')}.`,
    );
  const text = sample !== undefined && isInLines(chosen) ? firstLines(whole, sample) : whole;
  if (isLineForm(chosen)) {
    if (linesIn(text, MOST_LINES) > MOST_LINES) return fail('too-many-lines', TOO_MANY_LINES);
    const long = text.split('\n').findIndex((line) => line.length > MOST_LETTERS);
    if (long >= 0)
      return fail(
        'not-a-list',
        `Line ${long + 1} has more than ${MOST_LETTERS} letters. Is this a list, with one line for each item?`,
      );
  }
  const joined = isLineForm(chosen) ? joinContinued(plainText(text)) : text;
  const read = chosen.read(joined, { columns: kind.columns, newId, roles, headings, sample, parsed });
  if (read.refused !== undefined) return fail(isTooMany(read.refused) ? 'too-many-lines' : 'not-a-list', read.refused);
  if (read.items.length === 0) return fail('empty-list', NO_WORDS);
  if (read.items.length > ITEM_LIMIT) return fail('too-many-lines', tooManyItems(read.items.length));
  const list = limited(unheld(read));
  // A chain of superiors is a list that nests; partners in a row are not.
  const chained = list.columns?.some(({ field }) => field === 'superior') === true;
  if (chained && isTooDeep(list.items)) return fail('not-a-list', tooDeep('list'));
  return { ok: true, list };
}

/** Whether items stand deeper under each other than any form may nest them, such as in a chain of superiors. */
function isTooDeep(items: readonly Item[]): boolean {
  const parentOf = new Map(items.map(({ id, parent }) => [id, parent]));
  const levels = new Map<string, number>();
  for (const { id } of items) {
    const path: string[] = [];
    let at: string | null | undefined = id;
    while (at && !levels.has(at) && path.length <= MOST_LEVELS) {
      path.push(at);
      at = parentOf.get(at);
    }
    let level = at ? (levels.get(at) ?? 0) : 0;
    if (level + path.length > MOST_LEVELS) return true;
    for (const own of path.reverse()) levels.set(own, ++level);
  }
  return false;
}

/**
 * A chart whose items have the pictures that came with its list.
 * @param wanted for items the names of their pictures
 * @param pictures by their names
 */
export function picturedBy(
  chart: Chart,
  wanted: ReadonlyMap<string, string>,
  pictures: ReadonlyMap<string, Picture>,
): Chart {
  const items = { ...chart.items };
  for (const [id, name] of wanted) {
    const picture = pictures.get(name);
    if (picture && items[id]) items[id] = { ...items[id], picture };
  }
  return pictures.size === 0 ? chart : { ...chart, items };
}

/** A chart of what was read. */
export const chartOfList = (kind: Kind, title: string, list: ListRead): Chart => ({
  ...emptyChart(kind.id, title),
  items: Object.fromEntries(list.items.map((item) => [item.id, item])),
  links: Object.fromEntries(list.links.map((link) => [link.id, link])),
  sets: Object.fromEntries(list.sets.map((set) => [set.id, set])),
  ...(list.arrangement && { arrangement: list.arrangement }),
  ...(list.carried && Object.keys(list.carried).length > 0 && { carried: { ...list.carried } }),
});
