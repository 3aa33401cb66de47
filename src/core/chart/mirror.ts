import type { Change } from './changes';
import type { Chart } from './model';
import { treeOf, walk } from './tree';

/**
 * Left and right exchanged, for the whole chart or what stands under an item: lines under the same one in the opposite
 * order. Done twice, all is as it was. Undefined where there is nothing to exchange.
 */
export function mirrored({ items }: Pick<Chart, 'items'>, branch: string | null): Change | undefined {
  const tree = treeOf(items);
  const parents = [branch, ...walk(tree, branch === null ? tree.tops : tree.childrenOf(branch)).map(({ id }) => id)];
  const places: Record<string, { parent: string | null; order: string }> = {};
  for (const parent of parents) {
    const own = parent === null ? tree.tops : tree.childrenOf(parent);
    for (const [i, id] of own.entries()) {
      const there = own[own.length - 1 - i]!;
      if (there !== id) places[id] = { parent, order: items[there]!.order };
    }
  }
  return Object.keys(places).length === 0 ? undefined : { type: 'place-lines', places };
}
