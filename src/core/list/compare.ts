/** A newer list against the chart: who joined, left, moved or changed, and the change that brings the chart there. */
import {
  type Change,
  type Chart,
  firstOrders,
  type Item,
  type ItemSet,
  type Link,
  type NewItem,
  treeOf,
  walk,
} from '../chart';
import type { ListRead } from './types';
import { folded } from './words';

export interface Comparison {
  readonly joined: readonly { readonly item: string; readonly name: string }[];
  readonly left: readonly { readonly item: string; readonly name: string }[];
  /** Stands under another than before; `null` is the top. */
  readonly moved: readonly {
    readonly item: string;
    readonly name: string;
    readonly from: string | null;
    readonly to: string | null;
  }[];
  readonly changed: readonly {
    readonly item: string;
    readonly name: string;
    readonly fields: Readonly<Record<string, { readonly from: string | null; readonly to: string | null }>>;
  }[];
  readonly change: Change;
}

const KEYS: readonly ((item: Pick<Item, 'fields'>) => string)[] = [
  ({ fields }) => folded(fields['id'] ?? ''),
  ({ fields }) => folded(fields['email'] ?? ''),
  ({ fields }) =>
    fields['name'] ? [fields['name'], fields['post'] ?? '', fields['born'] ?? ''].map(folded).join('\n') : '',
  ({ fields }) => folded(fields['name'] ?? ''),
];

/** New item to old item, surest key first; a key that several share on a side decides only in pairs of equal rank. */
function match(old: readonly Item[], fresh: readonly Item[]): Map<string, string> {
  const pairs = new Map<string, string>();
  const taken = new Set<string>();
  for (const key of KEYS) {
    const waiting = new Map<string, Item[]>();
    for (const item of old) {
      const of = taken.has(item.id) ? '' : key(item);
      if (of !== '') waiting.set(of, [...(waiting.get(of) ?? []), item]);
    }
    for (const item of fresh) {
      const found = pairs.has(item.id) ? undefined : waiting.get(key(item))?.shift();
      if (!found) continue;
      pairs.set(item.id, found.id);
      taken.add(found.id);
    }
  }
  return pairs;
}

const fieldChanges = (from: Item['fields'], to: Item['fields']) =>
  Object.fromEntries(
    [...new Set([...Object.keys(from), ...Object.keys(to)])]
      .filter((key) => from[key] !== to[key])
      .map((key) => [key, { from: from[key] ?? null, to: to[key] ?? null }]),
  );

/** Two links that say the same of the same items. */
const linkKey = ({ from, to, role, label = '', fields = {} }: Link) =>
  JSON.stringify([from, to, role, label, Object.entries(fields).sort()]);

/** The change from a chart's links to those of a newer list; links that say the same keep their id. */
function linkChange(chart: Chart, fresh: readonly Link[]): Change[] {
  const waiting = new Map<string, string[]>();
  for (const link of Object.values(chart.links)) {
    const key = linkKey(link);
    waiting.set(key, [...(waiting.get(key) ?? []), link.id]);
  }
  const put = fresh.filter((link) => waiting.get(linkKey(link))?.shift() === undefined);
  const remove = [...waiting.values()].flat();
  return put.length + remove.length === 0 ? [] : [{ type: 'set-links', put, remove }];
}

/** The same for sets, which are known by their names. */
function setChange(chart: Chart, fresh: readonly ItemSet[]): Change[] {
  const known = new Map(Object.values(chart.sets).map((set) => [folded(set.name), set]));
  const put = fresh.map((set) => ({ ...set, id: known.get(folded(set.name))?.id ?? set.id }));
  const stay = new Set(put.map(({ id }) => id));
  const remove = Object.keys(chart.sets).filter((id) => !stay.has(id));
  const differs = put.filter((set) => JSON.stringify(chart.sets[set.id]) !== JSON.stringify(set));
  return differs.length + remove.length === 0 ? [] : [{ type: 'set-sets', put: differs, remove }];
}

/**
 * @param list the newer list, with ids that the chart does not use
 * @param unnamed what an item without a name is called
 * Styles, exceptions and nudges stay with their items: matched items keep their id and only their fields and place change.
 */
export function compareList(chart: Chart, list: Pick<ListRead, 'items' | 'links' | 'sets'>, unnamed = '?'): Comparison {
  const fresh = list.items;
  const tree = treeOf(chart.items);
  const old = [...walk(tree)].map(({ id }) => chart.items[id]!);
  const pairs = match(old, fresh);
  const idOf = (id: string) => pairs.get(id) ?? id;
  const stays = new Set(pairs.values());
  const byId = new Map(fresh.map((item) => [item.id, item]));
  const nameOf = (id: string | null) =>
    id === null ? null : (chart.items[id] ?? byId.get(id))?.fields['name'] || unnamed;

  const wanted = treeOf(Object.fromEntries(fresh.map((item) => [item.id, item])));
  const joined: Comparison['joined'][number][] = [];
  const moved: Comparison['moved'][number][] = [];
  const changed: Comparison['changed'][number][] = [];
  const edits: Change[] = [];
  const added: NewItem[] = [];
  const loosened: Change[] = [];
  const placed: Change[] = [];

  for (const parent of [null, ...fresh.map((item) => item.id)]) {
    const children = wanted.childrenOf(parent);
    const target = parent === null ? null : idOf(parent);
    const now = tree.childrenOf(target).filter((id) => stays.has(id));
    const next = children.map(idOf);
    const sameOrder = now.length === next.length && now.every((id, i) => id === next[i]);
    const orders = firstOrders(children.length);
    for (const [i, child] of children.entries()) {
      const item = byId.get(child)!;
      const before = chart.items[idOf(child)];
      if (!before) {
        joined.push({ item: child, name: nameOf(child)! });
        added.push({ ...item, parent: target, order: orders[i]! });
        continue;
      }
      const fields = fieldChanges(before.fields, item.fields);
      if (Object.keys(fields).length > 0) {
        changed.push({ item: before.id, name: nameOf(before.id)!, fields });
        edits.push({
          type: 'edit-fields',
          id: before.id,
          fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, v.to])),
        });
      }
      if (before.parent !== target) {
        moved.push({ item: before.id, name: nameOf(before.id)!, from: nameOf(before.parent), to: nameOf(target) });
        // Loosened first, so that two who change places are never under each other on the way.
        loosened.push({ type: 'move-branch', id: before.id, parent: null });
      }
      if (before.parent !== target || !sameOrder)
        placed.push({ type: 'move-branch', id: before.id, parent: target, order: orders[i]! });
    }
  }
  const gone = old.filter((item) => !stays.has(item.id));
  const changes: Change[] = [
    ...edits,
    ...loosened,
    ...(added.length > 0 ? [{ type: 'add-items', items: added } as const] : []),
    ...placed,
    ...linkChange(
      chart,
      list.links.map((link) => ({ ...link, from: idOf(link.from), to: idOf(link.to) })),
    ),
    ...setChange(
      chart,
      list.sets.map((set) => ({ ...set, members: set.members.map(idOf).sort() })),
    ),
    ...gone.map((item): Change => ({ type: 'remove-lift', id: item.id })),
  ];
  return {
    joined,
    left: gone.map((item) => ({ item: item.id, name: nameOf(item.id)! })),
    moved,
    changed,
    change: { type: 'group', changes },
  };
}
