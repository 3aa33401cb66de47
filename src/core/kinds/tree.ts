import { type Chart, treeOf, walk } from '../chart';
import type { Structure } from './arrangement';

/** The structure of a kind whose tiers are the levels of its list. */
export function treeStructure(chart: Chart): Structure {
  const order: string[] = [];
  const tierOf = new Map<string, number>();
  let tiers = 0;
  for (const { id, depth } of walk(treeOf(chart.items))) {
    order.push(id);
    tierOf.set(id, depth + 1);
    tiers = Math.max(tiers, depth + 1);
  }
  return { order, tierOf, tiers };
}
