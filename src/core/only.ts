/** Part of a chart as a chart: one branch, or its upper tiers. The chart itself stays whole. */
import { branchOf, type Chart, type Item, treeOf, walk } from './chart';
import type { KindOnPage } from './kinds';

export interface PartShown {
  /** Item at the top of what is shown. */
  readonly branch?: string | undefined;
  /** Lowest tier that is shown, from 1, counted in what is shown. */
  readonly downTo?: number | undefined;
}

/** What joins items that are not all shown goes; what is round some of them stays round those. */
function keeping(chart: Chart, items: Readonly<Record<string, Item>>): Chart {
  const has = (id: string) => Object.hasOwn(items, id);
  const around = (of: NonNullable<Chart['enclosures']>[string]) => {
    if ('branch' in of.around) return has(of.around.branch) ? [of] : [];
    if ('tier' in of.around) return [of];
    const within = of.around.items.filter(has);
    return within.length > 0 ? [{ ...of, around: { items: within } }] : [];
  };
  const enclosures = Object.values(chart.enclosures ?? {}).flatMap(around);
  return {
    ...chart,
    items,
    links: Object.fromEntries(Object.entries(chart.links).filter(([, { from, to }]) => has(from) && has(to))),
    sets: Object.fromEntries(
      Object.entries(chart.sets).map(([id, set]) => [id, { ...set, members: set.members.filter(has) }]),
    ),
    notes: Object.fromEntries(Object.entries(chart.notes).filter(([, { at }]) => !('item' in at) || has(at.item))),
    ...(chart.enclosures && { enclosures: Object.fromEntries(enclosures.map((of) => [of.id, of])) }),
  };
}

/** @param kind says which tier an item is on */
export function onlyPart(kind: KindOnPage, chart: Chart, { branch, downTo }: PartShown): Chart {
  let shown = chart;
  if (branch !== undefined && Object.hasOwn(chart.items, branch)) {
    const within = branchOf(treeOf(chart.items), branch).map((id): [string, Item] => {
      const item = chart.items[id]!;
      return [id, id === branch ? { ...item, parent: null } : item];
    });
    shown = keeping(chart, Object.fromEntries(within));
  }
  if (downTo === undefined) return shown;
  const { tierOf } = kind.structure(shown);
  const kept = new Set<string>();
  // Parents come first: what stands under one that is not shown is not shown either.
  for (const { id } of walk(treeOf(shown.items))) {
    const { parent } = shown.items[id]!;
    if ((parent === null || kept.has(parent)) && (tierOf.get(id) ?? 1) <= downTo) kept.add(id);
  }
  return keeping(shown, Object.fromEntries(Object.entries(shown.items).filter(([id]) => kept.has(id))));
}
