/** Lists as JSON: our own, with items, links and sets; or any records, flat or nested, as rows. */
import { z } from 'zod';
import { firstOrders, type Item, itemSchema, linkSchema, setSchema } from '../chart';
import { tableOfScim } from './directories';
import { graphOf, tableOfGraph, thingsOfGraph } from './json-graph';
import { depthOfJson, MOST_LEVELS, tooDeep } from './limits';
import { GRADE } from './roles';
import { type ListForm, type ListRead, parsedOnce, refusedAs, type TableForm } from './types';
import { looksLikeJson } from './words';

/** What a list as JSON holds; a newer version may hold more. */
const ownSchema = z.object({
  items: z.array(
    z.object({ id: itemSchema.shape.id, parent: itemSchema.shape.parent, fields: z.record(z.string(), z.string()) }),
  ),
  links: z.array(linkSchema).optional(),
  sets: z.array(setSchema).optional(),
  arrangement: z.record(z.string(), z.union([z.string(), z.number(), z.boolean()])).optional(),
});

type OwnList = z.infer<typeof ownSchema>;

type Scalar = string | number | boolean;
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isScalar = (value: unknown): value is Scalar => ['string', 'number', 'boolean'].includes(typeof value);
const DEPTH = '@depth';

interface Rows {
  readonly rows: Record<string, string>[];
  nested: boolean;
}

const word = (value: Scalar) => (typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value));

/** A record of more entries is no part of the one it stands in, but a list by itself. */
const MOST_PARTS = 8;
const isPart = (record: Record<string, unknown>) => {
  const values = Object.values(record);
  return values.length < MOST_PARTS && values.every((of) => !isRecord(of) && !(Array.isArray(of) && of.some(isRecord)));
};

/** A record that stands under a key, by that as its name; of one that holds words only, each is an item. */
function keyed(key: string, record: Record<string, unknown>): Record<string, unknown> {
  const entries = Object.entries(record);
  const isWords = (of: unknown) => isScalar(of) || (Array.isArray(of) && of.every(isScalar));
  if (entries.length >= MOST_PARTS && entries.every(([, of]) => isWords(of)))
    return {
      name: key,
      items: entries.map(([id, of]) => ({ name: Array.isArray(of) ? of.map(word).join('; ') : of, id })),
    };
  return 'name' in record ? { key, ...record } : { name: key, ...record };
}

const CALLED = ['label', 'title', 'text', 'key', 'id'];

/**
 * Records under each other as rows with their depth. Iterative: nesting has no limit here.
 * @param most rows; all where absent
 */
function flatten(top: readonly unknown[], most = Number.POSITIVE_INFINITY): Rows {
  const found: Rows = { rows: [], nested: false };
  const stack = top.map((value) => ({ value, depth: 0 })).reverse();
  for (let at = stack.pop(); at && found.rows.length < most; at = stack.pop()) {
    const { value, depth } = at;
    const row: Record<string, string> = { [DEPTH]: String(depth) };
    found.rows.push(row);
    if (depth > 0) found.nested = true;
    if (!isRecord(value)) {
      if (isScalar(value)) row['name'] = word(value);
      continue;
    }
    const children: unknown[] = [];
    for (const [key, of] of Object.entries(value)) {
      if (isScalar(of)) row[key] = word(of);
      else if (Array.isArray(of) && of.some(isRecord)) for (const child of of) children.push(child);
      else if (Array.isArray(of)) row[key] = of.filter(isScalar).map(word).join('; ');
      else if (isRecord(of) && isPart(of)) {
        for (const [inner, deep] of Object.entries(of))
          if (isScalar(deep)) row[`${key} ${inner}`] = word(deep);
          else if (Array.isArray(deep)) row[`${key} ${inner}`] = deep.filter(isScalar).map(word).join('; ');
      } else if (isRecord(of)) children.push(keyed(key, of));
    }
    for (const child of children.reverse()) stack.push({ value: child, depth: depth + 1 });
  }
  // Where some are called something, so are the others, by what comes nearest to a name.
  if (found.nested && found.rows.some((row) => row['name'] !== undefined))
    for (const row of found.rows) {
      const key = row['name'] === undefined ? CALLED.find((key) => /\p{L}/u.test(row[key] ?? '')) : undefined;
      if (key === undefined) continue;
      row['name'] = row[key]!;
      delete row[key];
    }
  return found;
}

/** The records of a value: itself where it is a list, else its longest list of records, else itself alone. */
function recordsOf(value: unknown): readonly unknown[] {
  if (Array.isArray(value)) return value;
  if (!isRecord(value)) return [];
  if (Object.values(value).some(isScalar)) return [value];
  // Records by their keys.
  const own = Object.entries(value);
  if (own.length > 1 && own.every(([, of]) => isRecord(of)))
    return own.map(([key, of]) => keyed(key, of as Record<string, unknown>));
  const lists = Object.values(value).filter((of): of is unknown[] => Array.isArray(of) && of.some(isRecord));
  return lists.sort((a, b) => b.length - a.length)[0] ?? [value];
}

function ownList({ items, links = [], sets = [], arrangement }: OwnList, newId: () => string): ListRead {
  const fresh = new Map(items.map(({ id }) => [id, newId()]));
  const orders = firstOrders(items.length);
  const known = (id: string) => fresh.has(id);
  const lines: Record<string, number> = {};
  const read = items.map(({ id, parent, fields }, i): Item => {
    lines[fresh.get(id)!] = i + 1;
    return {
      id: fresh.get(id)!,
      parent: parent === null ? null : (fresh.get(parent) ?? null),
      order: orders[i]!,
      fields,
    };
  });
  // A circle would hang on no top: it is cut at its first line.
  const parentOf = new Map(read.map((item) => [item.id, item.parent]));
  for (const { id } of read) {
    const seen = new Set<string>();
    for (let at: string | null = id; at !== null; at = parentOf.get(at) ?? null) {
      if (seen.has(at)) {
        parentOf.set(id, null);
        break;
      }
      seen.add(at);
      if (seen.size > read.length) break;
    }
  }
  return {
    form: 'json',
    items: read.map((item) => ({ ...item, parent: parentOf.get(item.id) ?? null })),
    links: links
      .filter(({ from, to }) => known(from) && known(to))
      .map((link) => ({ ...link, from: fresh.get(link.from)!, to: fresh.get(link.to)! })),
    sets: sets.map((set) => ({
      ...set,
      members: set.members
        .filter(known)
        .map((id) => fresh.get(id)!)
        .sort(),
    })),
    lines,
    problems: [],
    ...(arrangement && Object.keys(arrangement).length > 0 && { arrangement }),
  };
}

/** What a text holds: a list of ours, or something else; `refused` says why nothing can be made of it. */
function jsonOf(raw: string): { readonly value?: unknown; readonly own?: OwnList; readonly refused?: string } {
  if (depthOfJson(raw) > MOST_LEVELS) return { refused: tooDeep('JSON') };
  let value: unknown;
  try {
    value = JSON.parse(raw.replace(/^\uFEFF/, ''));
  } catch (error) {
    return { refused: `This JSON is broken: ${(error as Error).message}.` };
  }
  const own = ownSchema.safeParse(value);
  return own.success ? { value, own: own.data } : { value };
}

/** @param table the kind's table */
export const jsonForm = (table: TableForm): ListForm => ({
  id: 'json',
  label: 'JSON',
  sample: '[\n  {"name": "Oriel Tansley"},\n  {"name": "Piet Marrable"}\n]\n',
  suits: (text) => (looksLikeJson(text) ? 0.97 : 0),
  read(raw, context) {
    const { value, own, refused } = parsedOnce('json', raw, context, jsonOf);
    if (refused !== undefined) return refusedAs('json', refused);
    if (own) return ownList(own, context.newId);
    const { sample } = context;
    const graph = parsedOnce('json graph', raw, context, () => graphOf(value));
    const users = tableOfScim(value)?.slice(0, sample === undefined ? undefined : sample + 1);
    const known = users ?? (graph && tableOfGraph(graph, context));
    if (known) return { ...table.readRows(known, { ...context, headings: true }), form: 'json' };
    const { rows, nested } = flatten((graph ? thingsOfGraph(graph) : recordsOf(value)).slice(0, sample), sample);
    const keys = new Set(rows.flatMap((row) => Object.keys(row)));
    if (!nested) keys.delete(DEPTH);
    const headings = [...keys];
    const cells = rows.map((row) => headings.map((key) => row[key] ?? ''));
    return {
      ...table.readRows([headings, ...cells], {
        ...context,
        headings: true,
        roles: { ...context.roles, [DEPTH]: GRADE },
      }),
      form: 'json',
    };
  },
});
