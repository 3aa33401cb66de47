/** Part of a chart as a chart: one branch, or its upper tiers. The chart itself stays whole. */
import { branchOf, type Chart, type Item, treeOf, walk } from './chart';
import { cutTo } from './cut';
import type { KindOnPage } from './kinds';

export interface PartShown {
  /** Item at the top of what is shown. */
  readonly branch?: string | undefined;
  /** Lowest tier that is shown, from 1, counted in what is shown. */
  readonly downTo?: number | undefined;
}

/** @param kind says which tier an item is on */
export function onlyPart(kind: KindOnPage, chart: Chart, { branch, downTo }: PartShown): Chart {
  let shown = chart;
  if (branch !== undefined && Object.hasOwn(chart.items, branch)) {
    const within = branchOf(treeOf(chart.items), branch).map((id): [string, Item] => {
      const item = chart.items[id]!;
      return [id, id === branch ? { ...item, parent: null } : item];
    });
    shown = cutTo(chart, Object.fromEntries(within), { placed: true });
  }
  if (downTo === undefined) return shown;
  const { tierOf } = kind.structure(shown);
  const kept = new Set<string>();
  // Parents come first: what stands under one that is not shown is not shown either.
  for (const { id } of walk(treeOf(shown.items))) {
    const { parent } = shown.items[id]!;
    if ((parent === null || kept.has(parent)) && (tierOf.get(id) ?? 1) <= downTo) kept.add(id);
  }
  const items = Object.fromEntries(Object.entries(shown.items).filter(([id]) => kept.has(id)));
  return cutTo(shown, items, { placed: true });
}
