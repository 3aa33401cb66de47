/** A part of a prepared chart, to be arranged and drawn on a page of its own with the boxes it has in the whole. */
import type { Chart, Page } from '../chart';
import { enclosedOf, type Prepared } from '../compose';

export interface PartAsked {
  /** Items of the part, heads first. */
  readonly members: readonly string[];
  readonly heads: readonly string[];
  /** Items whose branch goes on elsewhere, and the words that say where. */
  readonly continues: ReadonlyMap<string, string>;
  readonly page: Page;
}

export function partOf(whole: Prepared, { members, heads, continues, page }: PartAsked): Prepared {
  const { chart, structure } = whole.input;
  const within = new Set(members);
  const top = new Set(heads);
  // Tiers count from the heads, so that a page does not begin with the empty tiers over them.
  const off = Math.min(...heads.map((id) => structure.tierOf.get(id)!)) - 1;
  const order = structure.order.filter((id) => within.has(id));
  const tierOf = new Map(order.map((id) => [id, structure.tierOf.get(id)! - off]));
  const tiers = order.reduce((most, id) => Math.max(most, tierOf.get(id)!), 0);
  const folded = [...(structure.folded ?? [])].filter(([id]) => within.has(id));
  const own = {
    order,
    tierOf,
    tiers,
    ...(folded.length > 0 && { folded: new Map(folded) }),
    ...(continues.size > 0 && { continues }),
  };
  const part: Chart = {
    ...chart,
    page,
    items: Object.fromEntries(
      order.map((id) => [id, top.has(id) ? { ...chart.items[id]!, parent: null } : chart.items[id]!]),
    ),
    links: Object.fromEntries(
      Object.entries(chart.links).filter(([, { from, to }]) => within.has(from) && within.has(to)),
    ),
    // What is noted on the page is noted on the first.
    notes: Object.fromEntries(Object.entries(chart.notes).filter(([, { at }]) => 'item' in at || 'enclosure' in at)),
    ...(chart.enclosures && { enclosures: shiftedEnclosures(chart.enclosures, off) }),
    tiers: Object.fromEntries(
      Object.entries(chart.tiers).flatMap(([tier, of]) =>
        Number(tier) > off ? [[String(Number(tier) - off), of]] : [],
      ),
    ),
  };
  const lookOf: Prepared['lookOf'] = (tier) => whole.lookOf(tier + off);
  // What containers hold goes with them.
  const inside = new Map([...whole.inside].filter(([, place]) => within.has(place.in)));
  const shown = whole.structure.order.filter((id) => within.has(id) || inside.has(id));
  const tierOfAll = new Map(shown.map((id) => [id, whole.structure.tierOf.get(id)! - off]));
  const all =
    inside.size === 0 ? own : { ...own, order: shown, tierOf: tierOfAll, tiers: Math.max(...tierOfAll.values()) };
  const filledPart =
    inside.size === 0
      ? part
      : {
          ...part,
          items: { ...part.items, ...Object.fromEntries([...inside.keys()].map((id) => [id, whole.chart.items[id]!])) },
        };
  return {
    ...whole,
    chart: filledPart,
    inside,
    structure: all,
    names: whole.names.slice(off, off + all.tiers),
    looks: whole.looks.slice(off, off + all.tiers),
    lookOf,
    worded: whole.worded.filter(({ id }) => tierOfAll.has(id)),
    input: { ...whole.input, chart: part, structure: own, lookOf, enclosed: enclosedOf(filledPart, all) },
  };
}

/** Enclosures round a tier, by its number in the part. */
const shiftedEnclosures = (enclosures: NonNullable<Chart['enclosures']>, off: number): Chart['enclosures'] =>
  Object.fromEntries(
    Object.entries(enclosures).flatMap(([id, own]) => {
      if (!('tier' in own.around)) return [[id, own]];
      return own.around.tier > off ? [[id, { ...own, around: { tier: own.around.tier - off } }]] : [];
    }),
  );
