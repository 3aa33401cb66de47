import { remembered } from '../remember';
import { byOrder, type Item } from './model';

/** The parent relation turned round: children of each item in order, and the tops. */
export interface Tree {
  readonly tops: readonly string[];
  childrenOf(id: string | null): readonly string[];
}

const none: readonly string[] = [];

/** Items of a chart by their parent, worked out once: many steps of a composition ask for it. */
export const treeOf = remembered(treeAnew);

/** Indexes items by their parent, siblings in the order of their keys, O(n log n); for items that are still being put together. */
export function treeAnew(items: Readonly<Record<string, Item>>): Tree {
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

export interface Step {
  readonly id: string;
  /** From 0. */
  readonly depth: number;
}

/** Every item of the tree in the order of the list (parents first). Iterative: no depth limit. */
export const walk = (tree: Tree, from?: readonly string[]): readonly Step[] =>
  from ? walkFrom(tree, from) : wholeWalk(tree);
const wholeWalk = remembered((tree: Tree) => walkFrom(tree, tree.tops));

function walkFrom(tree: Tree, from: readonly string[]): Step[] {
  const steps: Step[] = [];
  const stack: Step[] = from.map((id) => ({ id, depth: 0 })).reverse();
  for (let at = stack.pop(); at; at = stack.pop()) {
    steps.push(at);
    const children = tree.childrenOf(at.id);
    for (let i = children.length - 1; i >= 0; i--) stack.push({ id: children[i]!, depth: at.depth + 1 });
  }
  return steps;
}

/** The ids of an item and everything under it, parents first. */
export const branchOf = (tree: Tree, id: string): string[] => walk(tree, [id]).map((step) => step.id);

/** Whether `id` is `above` or stands under it. O(depth). */
export function isWithin(items: Readonly<Record<string, Item>>, id: string, above: string): boolean {
  for (let at: string | null = id; at !== null; at = items[at]?.parent ?? null) if (at === above) return true;
  return false;
}
