/** Any JSON as rows: records that stand under each other with their depth, what belongs to a record in its own columns. */
import { isRecord, type JsonRecord } from '../records';
import { MOST_COLUMNS } from './cells';

type Scalar = string | number | boolean;
const isScalar = (value: unknown): value is Scalar => ['string', 'number', 'boolean'].includes(typeof value);
const isWords = (value: unknown) => isScalar(value) || (Array.isArray(value) && value.every(isScalar));

/** The column that holds how deep a row stands. */
export const DEPTH = '@depth';
/** The column of what too few rows have for a column of its own. */
const MORE = 'more';

export interface Rows {
  readonly rows: readonly Readonly<Record<string, string>>[];
  readonly nested: boolean;
}

const word = (value: Scalar) => (typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value));

/** A record of more entries is no part of the one it stands in, but a list by itself. */
const MOST_PARTS = 8;
const isPart = (record: JsonRecord) => {
  const values = Object.values(record);
  return values.length < MOST_PARTS && values.every((of) => !isRecord(of) && !(Array.isArray(of) && of.some(isRecord)));
};

const namedBy = (key: string, words: unknown): JsonRecord => ({
  name: Array.isArray(words) ? words.map(word).join('; ') : words,
  id: key,
});

/** A record that stands under a key, by that as its name; of one that holds words only, each is an item. */
function keyed(key: string, record: JsonRecord): JsonRecord {
  const entries = Object.entries(record);
  if (entries.length >= MOST_PARTS && entries.every(([, of]) => isWords(of)))
    return { name: key, items: entries.map(([id, of]) => namedBy(id, of)) };
  if ('name' in record) return { key, ...record };
  // Under a number stands what is called something else.
  const called = LETTER.test(key) ? undefined : entries.find(([entry, of]) => isCalled(entry, of));
  if (!called) return { name: key, ...record };
  const { [called[0]]: name, ...others } = record;
  return { name, id: key, ...others };
}

const LETTER = /\p{L}/u;
const CALLED = ['label', 'title', 'text', 'key', 'id'];
const isCalled = (entry: string, of: unknown) =>
  ['name', 'label', 'title', 'text'].includes(entry.toLowerCase()) && typeof of === 'string' && LETTER.test(of);

/** Names under each other that end in lists of names, and nothing else: a tree without words about anything. */
function areOnlyNames(record: JsonRecord): boolean {
  const values = Object.values(record);
  return (
    values.length > 0 &&
    values.every((of) => (isRecord(of) ? areOnlyNames(of) : Array.isArray(of) && of.length > 0 && of.every(isScalar)))
  );
}

const asTree = (record: JsonRecord): JsonRecord[] =>
  Object.entries(record).map(([name, of]) => ({
    name,
    items: isRecord(of) ? asTree(of) : (of as Scalar[]).map((one) => ({ name: word(one) })),
  }));

/** Fewer lists of names may as well be cells of one record. */
const MOST_LISTS = 2;
const countLists = (record: JsonRecord): number =>
  Object.values(record).reduce<number>((sum, of) => sum + (isRecord(of) ? countLists(of) : 1), 0);
/** Keys by which a record is somebody or something, not a list of words by their keys. */
const OF_ONE = new Set(['name', 'label', 'title', 'text', 'children', 'description', 'version']);

/** What services say beside what was asked for, by their keys in small letters. */
const BESIDE =
  /^(?:meta(?:data)?|links?|_links|paging|pagination|page(?:s|info|size)?|per_?page|limit|offset|next|prev(?:ious)?|first|last|cursor|has_?more|total(?:s|_?count|_?pages)?|count|size|status(?:_?code)?|state|ok|success|code|message|messages|errors?|version|api_?version|timestamp|generated(?:_?at)?|date|took|request_?id|schema|\$schema|@context)$/i;
const NAMED = /^(?:name|label|title|text)$/i;

/** What a service wrapped in an envelope: the one value that holds records, where all beside it is about the answer. */
function unwrapped(value: unknown): unknown {
  let at = value;
  while (isRecord(at)) {
    const entries = Object.entries(at);
    if (entries.some(([key]) => NAMED.test(key))) return at;
    const beside = entries.filter(([key]) => BESIDE.test(key));
    const own = entries.filter(([key]) => !BESIDE.test(key));
    const [only] = own.length === 1 ? own[0]!.slice(1) : [];
    const holds = Array.isArray(only) ? only.some(isRecord) : isRecord(only);
    const isNamed = isRecord(only) && Object.keys(only).some((key) => NAMED.test(key));
    if (!holds || (beside.length === 0 && !isNamed && !Array.isArray(only) && !isEnvelope(only))) return at;
    at = only;
  }
  return at;
}
const isEnvelope = (value: unknown): boolean =>
  isRecord(value) && Object.keys(value).length === 1 && unwrapped(value) !== value;

/** The records of a value: itself where it is a list, else its longest list of records, else itself alone. */
export function recordsOf(whole: unknown): readonly unknown[] {
  const value = unwrapped(whole);
  if (Array.isArray(value)) return value;
  if (!isRecord(value)) return [];
  const own = Object.entries(value);
  // Words by their keys: each is an item, and of several under one key each stands under that.
  if (own.length >= MOST_PARTS && own.every(([key, of]) => isWords(of) && !OF_ONE.has(key)))
    return own.map(([key, of]) =>
      Array.isArray(of) && of.length > 1
        ? { name: key, items: of.map((one: Scalar) => ({ name: word(one) })) }
        : namedBy(key, of),
    );
  if (Object.values(value).some(isScalar)) return [value];
  if (own.some(([, of]) => isRecord(of)) && areOnlyNames(value) && countLists(value) > MOST_LISTS) return asTree(value);
  // Records by their keys.
  if (own.length > 1 && own.every(([, of]) => isRecord(of)))
    return own.map(([key, of]) => keyed(key, of as JsonRecord));
  const lists = Object.values(value).filter((of): of is unknown[] => Array.isArray(of) && of.some(isRecord));
  return lists.sort((a, b) => b.length - a.length)[0] ?? [value];
}

/** Fewer records do not tell what belongs to each of them. */
const FEW = 3;
/** The first records tell it for all. */
const TELLING = 200;
/** Of the records so many have what belongs to each, and of what is in it each has so much. */
const MOST_HAVE = 0.6;
const EACH_HAS = 0.5;

/**
 * Keys under which most records of a table have a record: `parts` where all of these have the same entries, such as an
 * address, `words` where each has its own, such as names by language.
 */
function belongings(records: readonly unknown[]): ReadonlyMap<string, 'parts' | 'words'> {
  const found = new Map<string, 'parts' | 'words'>();
  const some = records.slice(0, TELLING).filter(isRecord);
  if (some.length < FEW) return found;
  const inner = new Map<string, { records: number; entries: number; keys: Set<string> }>();
  for (const record of some)
    for (const [key, of] of Object.entries(record)) {
      if (!isRecord(of)) continue;
      const own = inner.get(key) ?? { records: 0, entries: 0, keys: new Set<string>() };
      own.records++;
      for (const entry of Object.keys(of)) {
        own.entries++;
        own.keys.add(entry);
      }
      inner.set(key, own);
    }
  for (const [key, { records, entries, keys }] of inner)
    if (records >= some.length * MOST_HAVE)
      found.set(key, entries / records >= keys.size * EACH_HAS ? 'parts' : 'words');
  return found;
}

/** What is nested deeper in a cell is not read by anybody. */
const MOST_DEEP = 4;

/** All that a value says, in one cell: "nld: Dutch; pap: Papiamento". */
function inWords(value: unknown, depth = 0): string {
  if (isScalar(value)) return word(value);
  if (Array.isArray(value))
    return value
      .map((one) => inWords(one, depth + 1))
      .filter(Boolean)
      .join('; ');
  if (!isRecord(value) || depth > MOST_DEEP) return '';
  return Object.entries(value)
    .flatMap(([key, one]) => {
      const words = inWords(one, depth + 1);
      return words === '' ? [] : [`${key}: ${words}`];
    })
    .join(depth === 0 ? '; ' : ', ');
}

/** Entries of what belongs to a record, as columns of it. */
function partsInto(row: Record<string, string>, key: string, record: JsonRecord, depth = 0): void {
  for (const [inner, of] of Object.entries(record))
    if (isRecord(of) && depth < 2 && Object.values(of).every(isWords) && Object.keys(of).length < MOST_PARTS)
      partsInto(row, `${key} ${inner}`, of, depth + 1);
    else {
      const words = inWords(of);
      if (words !== '') row[`${key} ${inner}`] = words;
    }
}

/** @param tight what belongs to a record takes one cell, not a column for each entry */
function rowsOf(
  top: readonly unknown[],
  most: number,
  tight: boolean,
): { rows: Record<string, string>[]; nested: boolean } {
  const rows: Record<string, string>[] = [];
  let nested = false;
  const own = belongings(top);
  const stack = top.map((value) => ({ value, depth: 0 })).reverse();
  for (let at = stack.pop(); at && rows.length < most; at = stack.pop()) {
    const { value, depth } = at;
    const row: Record<string, string> = { [DEPTH]: String(depth) };
    rows.push(row);
    if (depth > 0) nested = true;
    if (!isRecord(value)) {
      if (isScalar(value)) row['name'] = word(value);
      continue;
    }
    const children: unknown[] = [];
    const entries = Object.entries(value);
    // So many records by their keys are a list, however little each of them holds.
    const isList = entries.filter(([, of]) => isRecord(of)).length >= MOST_PARTS;
    for (const [key, of] of entries) {
      if (children.length > most) break;
      const belongs = depth === 0 ? own.get(key) : undefined;
      if (isScalar(of)) row[key] = word(of);
      else if (Array.isArray(of) && of.some(isRecord)) for (const child of of) children.push(child);
      else if (Array.isArray(of)) row[key] = of.filter(isScalar).map(word).join('; ');
      else if (!isRecord(of)) continue;
      else if (belongs === undefined && (isList || !isPart(of))) children.push(keyed(key, of));
      else if (tight || belongs === 'words') row[key] = inWords(of);
      else partsInto(row, key, of);
    }
    for (const child of children.reverse()) stack.push({ value: child, depth: depth + 1 });
  }
  return { rows, nested };
}

const keysOf = (rows: readonly Record<string, string>[]) => {
  const counts = new Map<string, number>();
  for (const row of rows) for (const key of Object.keys(row)) counts.set(key, (counts.get(key) ?? 0) + 1);
  return counts;
};

/** Rows with as many columns as a list may have: what the fewest rows have stands together in one. */
function gathered(
  rows: readonly Record<string, string>[],
  counts: ReadonlyMap<string, number>,
): Record<string, string>[] {
  const kept = new Set(
    [...counts]
      .sort((a, b) => b[1] - a[1])
      .slice(0, MOST_COLUMNS - 2)
      .map(([key]) => key),
  );
  return rows.map((row) => {
    const others = Object.entries(row).filter(([key]) => !kept.has(key));
    if (others.length === 0) return row;
    const own = Object.fromEntries(Object.entries(row).filter(([key]) => kept.has(key)));
    return { ...own, [MORE]: others.map(([key, words]) => `${key}: ${words}`).join('; ') };
  });
}

/**
 * Records under each other as rows with their depth. Iterative: nesting has no limit here.
 * @param most rows; all where absent
 */
export function flatten(top: readonly unknown[], most = Number.POSITIVE_INFINITY): Rows {
  let found = rowsOf(top, most, false);
  let counts = keysOf(found.rows);
  if (counts.size > MOST_COLUMNS) {
    found = rowsOf(top, most, true);
    counts = keysOf(found.rows);
  }
  const { nested } = found;
  const rows = counts.size > MOST_COLUMNS ? gathered(found.rows, counts) : found.rows;
  // Where some are called something, so are the others, by what comes nearest to a name.
  if (nested && rows.some((row) => row['name'] !== undefined))
    for (const row of rows) {
      const key = row['name'] === undefined ? CALLED.find((key) => /\p{L}/u.test(row[key] ?? '')) : undefined;
      if (key === undefined) continue;
      row['name'] = row[key]!;
      delete row[key];
    }
  return { rows, nested };
}
