/** How a chart was settled, as it is kept with the chart, and back. */
import type { Stands } from '../chart';
import type { Shown, Structure } from '../kinds';
import { FORMS, type Setting } from '../layout';
import type { Settled } from './settle';

const wayText = ({ form, columns, deep, least }: Setting): string =>
  `${form}${columns === undefined ? '' : `:${columns}`}${deep ? '' : `-${least}`}`;

/** A way that can't be read is side by side. */
function waySetting(text: string): Setting {
  const [, name, columns, least] = /^(\w+)(?::(\d+))?(?:-(\d+))?$/.exec(text) ?? [];
  const form = FORMS.find((form) => form === name) ?? 'spread';
  const many = columns === undefined ? {} : { columns: Math.max(1, Number(columns)) };
  return { form, deep: least === undefined, least: Number(least ?? 2), ...many };
}

/** @param has whether something stands under an item: else its way says nothing */
export function standsOf(
  { by, snug, choices = {}, tree, order }: Settled,
  { tierOf, tiers }: Structure,
  has: (id: string) => boolean,
): Stands {
  const own: Stands = {
    by: [...by],
    ...(snug && { snug }),
    ...(Object.keys(choices).length > 0 && { choices: { ...choices } }),
  };
  if (!tree) return own;
  const counts = Array.from({ length: tiers }, () => new Map<string, number>());
  const ways = new Map<string, string>();
  for (const [i, id] of order.entries()) {
    if (!has(id)) continue;
    const way = wayText(tree.settings[i]!);
    const count = counts[tierOf.get(id)! - 1]!;
    ways.set(id, way);
    count.set(way, (count.get(way) ?? 0) + 1);
  }
  const most = counts.map(
    (count) => [...count].reduce((so, next) => (next[1] > so[1] ? next : so), ['spread', 0])[0] as string,
  );
  const { loose, shelves } = tree;
  return {
    ...own,
    tree: {
      tiers: most,
      ways: Object.fromEntries([...ways].filter(([id, way]) => way !== most[tierOf.get(id)! - 1])),
      loose,
      shelves,
    },
  };
}

/** What was kept, for the items of a chart as they are now. */
export function shownOf({ by, tree }: Stands, { order, tierOf, tiers }: Structure): Shown | undefined {
  if (!tree) return undefined;
  const settings = new Map<string, Setting>();
  const of = (way: string) => {
    if (!settings.has(way)) settings.set(way, waySetting(way));
    return settings.get(way)!;
  };
  return {
    by: Array.from({ length: tiers }, (_, i) => by[Math.min(i, by.length - 1)] ?? 1),
    settings: order.map((id) => of(tree.ways[id] ?? tree.tiers[tierOf.get(id)! - 1] ?? tree.tiers.at(-1) ?? 'spread')),
    loose: tree.loose,
    shelves: tree.shelves,
  };
}
