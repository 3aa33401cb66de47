/** The rows of the list; worked out anew only when lines come, go or move, not with every letter that is typed. */
import { type Chart, type Tree, treeOf } from '../../../core/chart';
import { rowsInView } from './lines';

interface Rows {
  readonly items: Chart['items'];
  readonly tree: Tree;
  /** Every line with its depth. */
  readonly all: readonly { readonly id: string; readonly depth: number }[];
  readonly numbers: ReadonlyMap<string, number>;
}

const nothing: ReadonlySet<string> = new Set();

/** Whether the same lines stand in the same places. */
export function samePlaces(a: Chart['items'], b: Chart['items']): boolean {
  if (a === b) return true;
  let count = 0;
  for (const id in b) {
    count++;
    const [old, now] = [a[id], b[id]!];
    if (old !== now && (old?.parent !== now.parent || old.order !== now.order)) return false;
  }
  for (const _ in a) count--;
  return count === 0;
}

function rowsOf(items: Chart['items']): Rows {
  const tree = treeOf(items);
  const all = rowsInView(tree, nothing);
  return { items, tree, all, numbers: new Map(all.map(({ id }, i) => [id, i + 1])) };
}

let last: Rows | null = null;

/** The rows of a list. One list is open at a time, and all that shows it asks for the same. */
export function rowsOfList(items: Chart['items']): Rows {
  if (last?.items === items) return last;
  last = last && samePlaces(last.items, items) ? { ...last, items } : rowsOf(items);
  return last;
}
