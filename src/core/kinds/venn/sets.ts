/** What a Venn diagram's list says: which items belong to which sets, or how many belong to what. */
import { type Chart, type ItemSet, setsOf, treeOf, walk } from '../../chart';
import { remembered, rememberedPair } from '../../remember';
import { readCount } from './counts';

/** More sets than this have no readable diagram of ellipses. */
export const MOST_SETS = 5;

export interface Membership {
  /** At most `MOST_SETS`; the rest of the chart's sets are `left`. */
  readonly sets: readonly ItemSet[];
  readonly left: readonly ItemSet[];
  /** Items in list order. */
  readonly items: readonly string[];
  /** The region of each item: bit i is set where it belongs to `sets[i]`; 0 is outside all. */
  readonly regionOf: ReadonlyMap<string, number>;
  /** The lines are counts of regions, not items. */
  readonly counted: boolean;
}

const known = rememberedPair((items: Chart['items'], sets: Chart['sets']) => find({ items, sets }));
export const membershipOf = (chart: Pick<Chart, 'items' | 'sets'>): Membership => known(chart.items, chart.sets);

function find(chart: Pick<Chart, 'items' | 'sets'>): Membership {
  const all = setsOf(chart);
  const sets = all.slice(0, MOST_SETS);
  const items = walk(treeOf(chart.items)).map(({ id }) => id);
  const regionOf = new Map(items.map((id) => [id, 0]));
  for (const [i, { members }] of sets.entries())
    for (const id of members) if (regionOf.has(id)) regionOf.set(id, regionOf.get(id)! | (1 << i));
  const counts = items.filter((id) => readCount(chart.items[id]!.fields['count']) !== undefined);
  const counted =
    items.length > 0 && counts.length >= items.length / 2 && sets.every(({ members }) => members.length === 0);
  return { sets, left: all.slice(MOST_SETS), items, regionOf, counted };
}

/** How many sets overlap in a region. */
export const overlap = (region: number): number => {
  let count = 0;
  for (let rest = region; rest > 0; rest >>= 1) count += rest & 1;
  return count;
};

/** Names of the sets of a region. */
export const setsIn = (sets: readonly ItemSet[], region: number): ItemSet[] => sets.filter((_, i) => (region >> i) & 1);

/** Names of the sets of a region in words: "A, B and C". */
export function together(sets: readonly ItemSet[], region: number): string {
  const names = setsIn(sets, region).map(({ name }) => name);
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

/** Names of the sets that each item belongs to, all of the chart's sets counted. */
export const setNames = remembered((sets: Chart['sets']): ReadonlyMap<string, readonly string[]> => {
  const names = new Map<string, string[]>();
  for (const { name, members } of setsOf({ sets }))
    for (const item of members) {
      const own = names.get(item);
      if (own) own.push(name);
      else names.set(item, [name]);
    }
  return names;
});
