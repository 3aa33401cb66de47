/**
 * From words that name another line to a tree. What can't be resolved (nobody of that name, several, a way round in a
 * circle) stays in the item's field and the item stands at the top, so that nothing is lost and Check can say so.
 */

import { type Chart, type Item, treeOf, walk } from '../chart';
import { pushTo } from '../grouped';
import { folded } from './words';

export type Found = { readonly to: string } | { readonly several: readonly string[] } | undefined;

/**
 * Finds the item that a cell means: by its id in the list, then by name, then by another field whose words only one has.
 */
export function itemFinder(items: Iterable<Item>, other?: string): (text: string) => Found {
  const byKey = {
    id: new Map<string, string[]>(),
    name: new Map<string, string[]>(),
    other: new Map<string, string[]>(),
  };
  const add = (known: Map<string, string[]>, id: string, text: string | undefined) => {
    const key = folded(text ?? '');
    if (key === '') return;
    pushTo(known, key, id);
  };
  for (const { id, fields } of items) {
    add(byKey.id, id, fields['id']);
    add(byKey.name, id, fields['name']);
    if (other !== undefined) add(byKey.other, id, fields[other]);
  }
  return (text) => {
    const key = folded(text);
    const ids = byKey.id.get(key) ?? byKey.name.get(key);
    if (ids) return ids.length === 1 ? { to: ids[0]! } : { several: ids };
    const others = byKey.other.get(key);
    return others?.length === 1 ? { to: others[0]! } : undefined;
  };
}

/** Items that lie on a circle of superiors, each circle starting with its first item in list order. */
export function circles(items: readonly Item[], above: ReadonlyMap<string, string>): string[][] {
  const state = new Map<string, 'open' | 'done'>();
  const found: string[][] = [];
  for (const { id } of items) {
    const path: string[] = [];
    let at: string | undefined = id;
    while (at !== undefined && !state.has(at)) {
      state.set(at, 'open');
      path.push(at);
      at = above.get(at);
    }
    if (at !== undefined && state.get(at) === 'open') found.push(path.slice(path.indexOf(at)));
    for (const seen of path) state.set(seen, 'done');
  }
  return found;
}

/** Gives each item its parent from a field that names it; circles are cut at their first line. */
export function resolveParents(items: readonly Item[], field: string, other?: string): Item[] {
  const find = itemFinder(items, other);
  const above = new Map<string, string>();
  for (const item of items) {
    const found = item.fields[field] === undefined ? undefined : find(item.fields[field]);
    if (found && 'to' in found) above.set(item.id, found.to);
  }
  for (const circle of circles(items, above)) above.delete(circle[0]!);
  return items.map((item) => {
    const parent = above.get(item.id);
    if (parent === undefined) return item;
    const fields: Record<string, string> = {};
    for (const key in item.fields) if (key !== field) fields[key] = item.fields[key]!;
    return { ...item, parent, fields };
  });
}

/** The item that a choice or a request means: by its own id, its id in the list, or a name that only one has. */
export function itemBy(items: Readonly<Record<string, Item>>, text: string): string | undefined {
  if (text !== '' && Object.hasOwn(items, text)) return text;
  const found = text.trim() === '' ? undefined : itemFinder(Object.values(items))(text);
  return found && 'to' in found ? found.to : undefined;
}

/**
 * How lines of a table refer to each other: by name where that says who is meant, else by an id that every line gets.
 * @param used items that are referred to
 */
export function references(chart: Pick<Chart, 'items'>, used: Iterable<string>) {
  const order = walk(treeOf(chart.items)).map(({ id }) => chart.items[id]!);
  const times = new Map<string, number>();
  for (const { fields } of order) {
    const key = folded(fields['name'] ?? '');
    times.set(key, (times.get(key) ?? 0) + 1);
  }
  const unclear = ({ fields }: Item) => !fields['id'] && (!fields['name'] || times.get(folded(fields['name']))! > 1);
  const everyId = [...used].some((id) => chart.items[id] && unclear(chart.items[id]));
  const numberOf = new Map(order.map((item, i) => [item.id, item.fields['id'] || String(i + 1)]));
  return {
    /** The id column's cell. */
    idOf: (id: string): string => (everyId ? numberOf.get(id)! : (chart.items[id]!.fields['id'] ?? '')),
    /** What another line's cell says to mean this item. */
    textOf: (id: string): string =>
      everyId || chart.items[id]!.fields['id'] ? numberOf.get(id)! : (chart.items[id]!.fields['name'] ?? ''),
  };
}
