/** A chart that was put together of cells, made whole: nothing in it leads to what is not there. */
import type { Chart } from '../chart';

/**
 * Lines whose superior is gone stand under the nearest above it that is there; what leads to lines that are gone goes; where
 * lines would stand under each other, the first of them stands at the top.
 * @param others charts in which is looked what stood above a line that is gone
 */
export function whole(chart: Chart, others: readonly Chart[], round: 'cut' | 'keep' = 'cut'): Chart {
  // What is left of a line that is gone is no line.
  const has = (id: string) => chart.items[id]?.order !== undefined;
  const above = (id: string) => others.find((one) => Object.hasOwn(one.items, id))?.items[id]?.parent ?? null;
  const items = Object.fromEntries(
    Object.entries(chart.items)
      .filter(([id]) => has(id))
      .map(([id, item]) => {
        let { parent } = item;
        const seen = new Set<string>();
        while (parent !== null && !has(parent) && !seen.has(parent)) {
          seen.add(parent);
          parent = above(parent);
        }
        const at = parent !== null && has(parent) ? parent : null;
        return [id, at === item.parent ? item : { ...item, parent: at }];
      }),
  );
  for (const start of Object.keys(items)) {
    const way = new Set<string>();
    for (let at: string | null = start; at !== null; at = items[at]!.parent) {
      if (way.has(at)) {
        if (round === 'cut') items[at] = { ...items[at]!, parent: null };
        break;
      }
      way.add(at);
    }
  }
  const there = (id: string) => Object.hasOwn(items, id);
  const sets = Object.entries(chart.sets).filter(([, set]) => set.order !== undefined);
  return {
    ...chart,
    items,
    links: Object.fromEntries(Object.entries(chart.links).filter(([, { from, to }]) => there(from) && there(to))),
    sets: Object.fromEntries(sets.map(([id, set]) => [id, { ...set, members: set.members.filter(there) }])),
  };
}
