/** Lists as JSON: our own, with items, links and sets; or any records, flat or nested, as rows. */
import { z } from 'zod';
import { firstOrders, type Item, itemSchema, linkSchema, setSchema } from '../chart';
import { tableOfScim } from './directories';
import { graphOf, tableOfGraph, thingsOfGraph } from './json-graph';
import { DEPTH, flatten, recordsOf } from './json-records';
import { depthOfJson, MOST_LEVELS, MOST_LINES, TOO_MANY_LINES, tooDeep } from './limits';
import { GRADE } from './roles';
import { type ListForm, type ListRead, parsedOnce, type ReadContext, refusedAs, type TableForm } from './types';
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

/** Records, flat or nested, as rows of cells with the headings first. */
function gridOfRecords(top: readonly unknown[], most: number): string[][] {
  const { rows, nested } = flatten(top.slice(0, most), most);
  const keys = new Set(rows.flatMap((row) => Object.keys(row)));
  if (!nested) keys.delete(DEPTH);
  const headings = [...keys];
  return [headings, ...rows.map((row) => headings.map((key) => row[key] ?? ''))];
}

/**
 * Records, flat or nested, brought into a table.
 * @param raw the text that they stand in
 */
export function readRecords(
  raw: string,
  recordsIn: () => readonly unknown[],
  table: TableForm,
  context: ReadContext,
): ListRead {
  // One more than a list may have tells that there are too many.
  const most = context.sample ?? MOST_LINES + 1;
  const grid = parsedOnce(`records ${most}`, raw, context, () => gridOfRecords(recordsIn(), most));
  if (grid.length > MOST_LINES + 1) return refusedAs(table.id, TOO_MANY_LINES);
  const list = table.readRows(grid, {
    ...context,
    headings: true,
    roles: { ...context.roles, [DEPTH]: GRADE },
  });
  // How deep a record is nested is no column that anybody wrote.
  const at = list.columns?.findIndex(({ key }) => key === DEPTH) ?? -1;
  const written = <T>(all: readonly T[]) => all.filter((_, i) => i !== at);
  return {
    ...list,
    ...(list.columns && { columns: written(list.columns) }),
    ...(list.firstRows && { firstRows: list.firstRows.map(written) }),
  };
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
    const records = () => (graph ? thingsOfGraph(graph) : recordsOf(value));
    return { ...readRecords(raw, records, table, context), form: 'json' };
  },
});
