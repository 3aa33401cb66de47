import { byOrder, type Item } from './model';

/** The parent relation turned round: children of each item in order, and the tops. */
export interface Tree {
  readonly tops: readonly string[];
  childrenOf(id: string | null): readonly string[];
}

const none: readonly string[] = [];

/** Indexes items by their parent, siblings in the order of their keys. O(n log n). */
export function treeOf(items: Readonly<Record<string, Item>>): Tree {
  const groups = new Map<string | null, Item[]>();
  for (const item of Object.values(items)) {
    const group = groups.get(item.parent);
    if (group) group.push(item);
    else groups.set(item.parent, [item]);
  }
  const children = new Map<string | null, readonly string[]>();
  for (const [parent, group] of groups)
    children.set(
      parent,
      group.sort(byOrder).map((item) => item.id),
    );
  const childrenOf = (id: string | null) => children.get(id) ?? none;
  return { tops: childrenOf(null), childrenOf };
}

/** Every item of the tree in the order of the list (parents first), with its depth from 0. Iterative: no depth limit. */
export function* walk(tree: Tree, from: readonly string[] = tree.tops): Generator<{ id: string; depth: number }> {
  const stack = from.map((id) => ({ id, depth: 0 })).reverse();
  for (let at = stack.pop(); at; at = stack.pop()) {
    yield at;
    const children = tree.childrenOf(at.id);
    for (let i = children.length - 1; i >= 0; i--) stack.push({ id: children[i]!, depth: at.depth + 1 });
  }
}

/** The ids of an item and everything under it, parents first. */
export const branchOf = (tree: Tree, id: string): string[] => [...walk(tree, [id])].map((step) => step.id);

/** Whether `id` is `above` or stands under it. O(depth). */
export function isWithin(items: Readonly<Record<string, Item>>, id: string, above: string): boolean {
  for (let at: string | null = id; at !== null; at = items[at]?.parent ?? null) if (at === above) return true;
  return false;
}
