/** A chart with some of its lines. */
import type { Chart, Enclosure, Item } from './chart';

export interface Cut {
  /** Tiers before the first that is kept: a tier keeps its name and its look. */
  readonly before?: number | undefined;
  /** Sets that are kept; without it all. */
  readonly sets?: readonly string[] | undefined;
  /** Notes that stand at a place of the page stay. */
  readonly placed?: boolean;
}

/** What joins lines that are not all kept goes, what is round some of them stays round those. */
export function cutTo(
  chart: Chart,
  items: Readonly<Record<string, Item>>,
  { before = 0, sets, placed = false }: Cut = {},
): Chart {
  const has = (id: string) => Object.hasOwn(items, id);
  const around = (of: Enclosure): Enclosure[] => {
    if ('branch' in of.around) return has(of.around.branch) ? [of] : [];
    if ('tier' in of.around) return shiftedEnclosure(of, before);
    const within = of.around.items.filter(has);
    return within.length > 0 ? [{ ...of, around: { items: within } }] : [];
  };
  const enclosures = Object.values(chart.enclosures ?? {}).flatMap(around);
  const ids = new Set(enclosures.map(({ id }) => id));
  const stays = (at: Chart['notes'][string]['at']) =>
    'item' in at ? has(at.item) : 'enclosure' in at ? ids.has(at.enclosure) : placed;
  return {
    ...chart,
    items,
    tiers: shiftedTiers(chart, before),
    links: Object.fromEntries(Object.entries(chart.links).filter(([, { from, to }]) => has(from) && has(to))),
    sets: Object.fromEntries(
      Object.entries(chart.sets)
        .filter(([id]) => !sets || sets.includes(id))
        .map(([id, set]) => [id, { ...set, members: set.members.filter(has) }]),
    ),
    notes: Object.fromEntries(Object.entries(chart.notes).filter(([, { at }]) => stays(at))),
    ...(chart.enclosures && { enclosures: Object.fromEntries(enclosures.map((of) => [of.id, of])) }),
  };
}

/** What is round a tier, by the number that it has in a part; none where the part begins under it. */
export function shiftedEnclosure(of: Enclosure, before: number): Enclosure[] {
  if (!('tier' in of.around)) return [of];
  return of.around.tier > before ? [{ ...of, around: { tier: of.around.tier - before } }] : [];
}

/** Tiers of a part by the numbers they have in it. */
export function shiftedTiers({ tiers }: Chart, before: number): Chart['tiers'] {
  if (before === 0) return tiers;
  const kept = Object.entries(tiers).filter(([tier]) => Number(tier) > before);
  return Object.fromEntries(kept.map(([tier, of]) => [String(Number(tier) - before), of]));
}
