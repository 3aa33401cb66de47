/** A part of a prepared chart, to be arranged and drawn on a page of its own with the boxes it has in the whole. */
import type { Chart, Page } from '../chart';
import { enclosedOf, type Prepared, withPlates } from '../compose';
import { shiftedEnclosure, shiftedTiers } from '../cut';
import type { Structure } from '../kinds';

export interface PartAsked {
  /** Lines of the part, heads first. */
  readonly members: readonly string[];
  readonly heads: readonly string[];
  /** Items of which something is on other pages, and the words that say what and where. */
  readonly plates: ReadonlyMap<string, string>;
  readonly page: Page;
  /** What the part asks of the arrangement. */
  readonly arrangement?: Chart['arrangement'] | undefined;
}

export function partOf(whole: Prepared, { members, heads, plates, page, arrangement }: PartAsked): Prepared {
  const { chart } = whole.input;
  const within = new Set(members);
  const plain: Chart = {
    ...chart,
    page,
    ...(arrangement && { arrangement: { ...chart.arrangement, ...arrangement } }),
    items: Object.fromEntries(
      members.map((id) => {
        const item = chart.items[id]!;
        return [id, item.parent === null || within.has(item.parent) ? item : { ...item, parent: null }];
      }),
    ),
    links: Object.fromEntries(
      Object.entries(chart.links).filter(([, { from, to }]) => within.has(from) && within.has(to)),
    ),
    // What is noted on the page is noted on the first.
    notes: Object.fromEntries(Object.entries(chart.notes).filter(([, { at }]) => 'item' in at || 'enclosure' in at)),
  };
  const { order, tierOf: tierInWhole, standIns } = structureOf(whole, plain, within);
  // Tiers count from the heads, so that a page does not begin with the empty tiers over them.
  const off =
    [...heads, ...order].reduce((so, id) => Math.min(so, tierInWhole.get(id) ?? so), whole.structure.tiers) - 1;
  const tierOf = new Map(order.map((id) => [id, tierInWhole.get(id)! - off]));
  const drawnAs = (id: string) => standIns.standsFor?.get(id) ?? id;
  const folded = [...(whole.input.structure.folded ?? [])].filter(([id]) => within.has(id));
  const unseen = order.filter((id) => whole.structure.unseen?.has(id));
  const said = new Map<string, string>();
  for (const [id, words] of plates) {
    const at = drawnAs(id);
    said.set(at, said.has(at) ? `${said.get(at)} · ${words}` : words);
  }
  const own: Structure = {
    order,
    tierOf,
    tiers: order.reduce((most, id) => Math.max(most, tierOf.get(id)!), 0),
    ...(standIns.standsFor && { standsFor: standIns.standsFor }),
    ...(unseen.length > 0 && { unseen: new Set(unseen) }),
    ...(folded.length > 0 && { folded: new Map(folded) }),
    ...(said.size > 0 && { continues: said }),
  };
  const part: Chart = {
    ...plain,
    ...(chart.enclosures && {
      enclosures: Object.fromEntries(
        Object.values(chart.enclosures)
          .flatMap((one) => shiftedEnclosure(one, off))
          .map((one) => [one.id, one]),
      ),
    }),
    tiers: shiftedTiers(chart, off),
  };
  const lookOf: Prepared['lookOf'] = (tier) => whole.lookOf(tier + off);
  // What containers hold goes with them.
  const inside = new Map([...whole.inside].filter(([, place]) => within.has(place.in)));
  const all = inside.size === 0 ? own : withInside(whole, own, inside, off);
  const filledPart =
    inside.size === 0
      ? part
      : {
          ...part,
          items: { ...part.items, ...Object.fromEntries([...inside.keys()].map((id) => [id, whole.chart.items[id]!])) },
        };
  const sized = withStandIns(whole, standIns.of, all);
  return withPlates({
    ...whole,
    ...sized,
    chart: filledPart,
    inside,
    structure: all,
    names: whole.names.slice(off, off + all.tiers),
    looks: whole.looks.slice(off, off + all.tiers),
    lookOf,
    input: {
      ...sized.input,
      chart: part,
      whole: whole.input.whole ?? chart,
      structure: own,
      lookOf,
      enclosed: enclosedOf(filledPart, all),
    },
  });
}

/** Lines that stand in, on this page, for an item that has its own place on another. */
interface StandIns {
  /** The item of the whole that each draws. */
  readonly of: ReadonlyMap<string, string>;
  /** Lines of the page without a box of their own, and the one that is drawn. */
  readonly standsFor?: ReadonlyMap<string, string>;
}

function structureOf(
  whole: Prepared,
  part: Chart,
  within: ReadonlySet<string>,
): { order: readonly string[]; tierOf: ReadonlyMap<string, number>; standIns: StandIns } {
  const { standsFor, tierOf, order, tiers } = whole.input.structure;
  if (!standsFor) return { order: order.filter((id) => within.has(id)), tierOf, standIns: { of: new Map() } };
  const own = whole.kind.structure(part);
  const of = new Map(own.order.flatMap((id) => (standsFor.has(id) ? [[id, standsFor.get(id)!] as const] : [])));
  const at = (id: string): number => {
    const original = of.get(id);
    if (original === undefined) return tierOf.get(id)!;
    // What only refers to an item stands below what leads to it, wherever the item itself stands.
    const { parent } = part.items[id]!;
    if (within.has(original) || parent === null) return tierOf.get(original)!;
    return Math.min(tiers, tierOf.get(standsFor.get(parent) ?? parent)! + 1);
  };
  const tierIn = new Map(own.order.map((id) => [id, at(id)]));
  return { order: own.order, tierOf: tierIn, standIns: { of, ...(own.standsFor && { standsFor: own.standsFor }) } };
}

/** The boxes of a part: those of the whole, and for lines that stand in for an item a box like the item's. */
function withStandIns(
  { sizes, set, captions, room, cut, worded, structure, input }: Prepared,
  of: ReadonlyMap<string, string>,
  { tierOf }: Structure,
): Pick<Prepared, 'sizes' | 'set' | 'captions' | 'room' | 'cut' | 'worded'> & Pick<Prepared, 'input'> {
  const known = worded.filter(({ id }) => tierOf.has(id));
  if (of.size === 0) return { sizes, set, captions, room, cut, worded: known, input };
  const like = <T>(map: ReadonlyMap<string, T>): ReadonlyMap<string, T> =>
    new Map([...map, ...[...of].flatMap(([id, item]) => (map.has(item) ? [[id, map.get(item)!] as const] : []))]);
  const byId = new Map(worded.map((one) => [one.id, one]));
  const standing = [...of].map(([id, item]) => {
    const one = byId.get(item)!;
    // As other references are: in a dashed frame.
    const look = { ...one.look, edgeDash: 'dashed' as const, edgeWidth: Math.max(0.75, one.look.edgeWidth) };
    return { ...one, id, look };
  });
  const place = new Map(structure.order.map((id, i) => [id, i]));
  const at = (id: string) => place.get(of.get(id) ?? id)!;
  return {
    sizes: like(sizes),
    set: like(set),
    captions: like(captions),
    room: like(room),
    cut,
    worded: [...known, ...standing].sort((a, b) => at(a.id) - at(b.id)),
    input: { ...input, sizes: like(input.sizes) },
  };
}

function withInside(whole: Prepared, own: Structure, inside: Prepared['inside'], off: number): Structure {
  const drawn = new Set(own.order);
  const held = whole.structure.order.filter((id) => inside.has(id));
  const tierOf = new Map([...own.tierOf, ...held.map((id) => [id, whole.structure.tierOf.get(id)! - off] as const)]);
  const known = whole.structure.order.filter((id) => drawn.has(id) || inside.has(id));
  const order = [...known, ...own.order.filter((id) => !whole.structure.tierOf.has(id))];
  return { ...own, order, tierOf, tiers: Math.max(own.tiers, ...held.map((id) => tierOf.get(id)!)) };
}
