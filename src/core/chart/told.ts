/** Charts that follow each other, told by what changed: of thousands of items one is edited at a time. */
import type { Chart, Item } from './model';

/** A chart whose items are told by those that differ from the chart told before. */
export interface ChartChange {
  readonly rest: Omit<Chart, 'items'>;
  readonly put: readonly Item[];
  readonly gone: readonly string[];
}

/** The teller's side: remembers what it told last. Values never change, so that the same object is the same item. */
export function chartTeller(): (chart: Chart) => ChartChange {
  let last: Chart['items'] = {};
  return ({ items, ...rest }) => {
    const put: Item[] = [];
    const gone: string[] = [];
    for (const id in items) if (items[id] !== last[id]) put.push(items[id]!);
    for (const id in last) if (items[id] === undefined) gone.push(id);
    last = items;
    return { rest, put, gone };
  };
}

/** The hearer's side: takes what is told, in the order in which it was told. */
export function chartHearer(): (change: ChartChange) => Chart {
  let items: Record<string, Item> = {};
  return ({ rest, put, gone }) => {
    items = { ...items };
    for (const id of gone) delete items[id];
    for (const item of put) items[item.id] = item;
    return { ...rest, items };
  };
}
