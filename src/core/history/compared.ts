/** Two values of a chart compared line by line, where they have their lines from one list: a line is known by its id. */
import { type Chart, treeOf, walk } from '../chart';
import type { Comparison, EntryKind } from '../list';

/** As a newer list is compared with a chart (`list/compare.ts`). */
export type Compared = Pick<Comparison, EntryKind>;

/** @param unnamed what a line without a name is called */
export function comparedById(a: Chart, b: Chart, unnamed = '?'): Compared {
  const named = (chart: Chart, id: string | null) =>
    id === null ? null : chart.items[id]?.fields['name'] || chart.items[id]?.fields['post'] || unnamed;
  const person = (chart: Chart, item: string) => ({ item, name: named(chart, item)! });
  const found: { [K in EntryKind]: Compared[K][number][] } = {
    joined: [],
    left: [],
    moved: [],
    renamed: [],
    changed: [],
  };
  for (const { id } of walk(treeOf(b.items))) {
    const [was, is] = [a.items[id], b.items[id]!];
    if (was === is) continue;
    if (!was) {
      found.joined.push({ ...person(b, id), under: named(b, is.parent) });
      continue;
    }
    const who = person(a, id);
    if (was.parent !== is.parent) found.moved.push({ ...who, from: named(a, was.parent), to: named(b, is.parent) });
    const [old, now] = [was.fields, is.fields];
    if ((old['name'] ?? '') !== (now['name'] ?? ''))
      found.renamed.push({ ...who, to: now['name'] || unnamed, by: 'id', certainty: 1 });
    const fields = [...new Set([...Object.keys(old), ...Object.keys(now)])]
      .filter((field) => field !== 'name' && (old[field] ?? '') !== (now[field] ?? ''))
      .map((field) => [field, { from: old[field] ?? null, to: now[field] ?? null }] as const);
    if (fields.length > 0) found.changed.push({ ...who, fields: Object.fromEntries(fields) });
  }
  for (const { id } of walk(treeOf(a.items)))
    if (!Object.hasOwn(b.items, id)) found.left.push({ ...person(a, id), under: named(a, a.items[id]!.parent) });
  return found;
}

/** Whether two charts have their lines from one list: a moment and another, a chart and a trial of it, a copy. */
export function ofOneList(a: Chart, b: Chart): boolean {
  const [ids, others] = [Object.keys(a.items), Object.keys(b.items)];
  const fewer = Math.min(ids.length, others.length);
  const shared = ids.filter((id) => Object.hasOwn(b.items, id)).length;
  return fewer === 0 ? ids.length === others.length : shared * 2 >= fewer;
}
