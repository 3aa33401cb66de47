/**
 * From "reports to" words to a tree. What can't be resolved (nobody of that name, several, a way round in a circle)
 * stays in the item's `superior` field and the item stands at the top, so that nothing is lost and Check can say so.
 */
import type { Item } from '../chart';
import { folded } from './words';

export type Found = { readonly to: string } | { readonly several: readonly string[] } | undefined;

/** Finds the item that a "reports to" cell means: by id, then by name, then by a post that only one holds. */
export function superiorFinder(items: Iterable<Item>): (text: string) => Found {
  const byKey: Record<'id' | 'name' | 'post', Map<string, string[]>> = {
    id: new Map(),
    name: new Map(),
    post: new Map(),
  };
  for (const item of items) {
    for (const field of ['id', 'name', 'post'] as const) {
      const key = folded(item.fields[field] ?? '');
      if (key === '') continue;
      const list = byKey[field].get(key);
      if (list) list.push(item.id);
      else byKey[field].set(key, [item.id]);
    }
  }
  return (text) => {
    const key = folded(text);
    const ids = byKey.id.get(key) ?? byKey.name.get(key);
    if (ids) return ids.length === 1 ? { to: ids[0]! } : { several: ids };
    const posts = byKey.post.get(key);
    return posts?.length === 1 ? { to: posts[0]! } : undefined;
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

/** Gives each item its parent from its `superior` field; circles are cut at their first line. */
export function resolveSuperiors(items: readonly Item[]): Item[] {
  const find = superiorFinder(items);
  const above = new Map<string, string>();
  for (const item of items) {
    const found = item.fields['superior'] === undefined ? undefined : find(item.fields['superior']);
    if (found && 'to' in found) above.set(item.id, found.to);
  }
  for (const circle of circles(items, above)) above.delete(circle[0]!);
  return items.map((item) => {
    const parent = above.get(item.id);
    if (parent === undefined) return item;
    const { superior: _, ...fields } = item.fields;
    return { ...item, parent, fields };
  });
}
