/** Households with the measures of their boxes, in the order of the family. */
import { LINE_GAP } from '../../layout';
import { type Family, originsIn } from './family';
import type { Household, Place } from './households';

/** Between partners: room for the line that joins them and the one that goes down from it. */
export const COUPLE_GAP = 26;
/** Depth under the boxes at which a line joins partners who don't stand side by side, and between several of these. */
const UNDER = { first: 9, next: 7 };
/** How far from the middle of a box a line leaves it that is not the only one. */
export const ASIDE = 9;
/** From the line that runs down beside a stack to its boxes. */
const SPINE = 12;

/** A household with the measures of its boxes, all along the tier unless said otherwise. */
export interface Block {
  readonly household: Household;
  readonly tier: number;
  /** Middle of each place from the middle of the block. */
  readonly at: readonly number[];
  /** Row of each place from the top of the tier, where places stand one under another. */
  readonly row: readonly number[];
  /** Where the line runs down beside a stack of brothers and sisters, from the middle of the block. */
  readonly spine?: number;
  readonly along: number;
  readonly across: number;
  /** Couples that are joined under the boxes, with the depth of each. */
  readonly under: ReadonlyMap<string, number>;
}

/** Households in the order in which a reader goes down the family, brothers and sisters by birth. */
export function inFamilyOrder(
  family: Family,
  households: readonly Household[],
  shown: ReadonlySet<string>,
): Household[] {
  const of = new Map<string, number>();
  for (const [i, { places }] of households.entries()) for (const { id, again } of places) if (!again) of.set(id, i);
  const isChild = (id: string) => originsIn(family, shown, id).length > 0;
  const order: number[] = [];
  const seen = new Set<number>();
  const visit = (start: number) => {
    const stack = [start];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      if (seen.has(at)) continue;
      seen.add(at);
      order.push(at);
      const below = households[at]!.places.flatMap(({ id, again }) =>
        again ? [] : family.couplesOf.get(id)!.flatMap(({ children }) => children.map((child) => of.get(child.id))),
      );
      stack.push(...(below.filter((child) => child !== undefined && !seen.has(child)).reverse() as number[]));
    }
  };
  for (const [i, { places }] of households.entries())
    if (!places.some(({ id, again }) => !again && isChild(id))) visit(i);
  for (const i of households.keys()) visit(i);
  return order.map((i) => households[i]!);
}

export function blockOf(
  household: Household,
  tierOf: (id: string) => number,
  along: (id: string) => number,
  siblingGap: number,
): Block {
  const { places, couples, stack } = household;
  const tier = tierOf(places.find(({ again }) => !again)!.id);
  if (stack) {
    const widest = places.reduce((most, { id }) => Math.max(most, along(id)), 0);
    const beside = stack === 'siblings' ? SPINE : 0;
    return {
      household,
      tier,
      at: places.map(() => beside / 2),
      row: places.map((_, i) => i),
      ...(beside > 0 && { spine: -(widest + beside) / 2 }),
      along: widest + beside,
      across: 0,
      under: new Map(),
    };
  }
  const coupled = (a: Place, b: Place) =>
    couples.some(({ partners }) => partners.includes(a.id) && partners.includes(b.id));
  const middles: number[] = [];
  let edge = 0;
  for (const [i, place] of places.entries()) {
    if (i > 0) edge += coupled(places[i - 1]!, place) ? COUPLE_GAP : siblingGap;
    middles.push(edge + along(place.id) / 2);
    edge += along(place.id);
  }
  const under = new Map<string, number>();
  const index = (id: string) => places.findIndex((place) => place.id === id);
  for (const { key, partners } of couples) {
    if (Math.abs(index(partners[0]!) - index(partners[1]!)) > 1) under.set(key, UNDER.first + under.size * UNDER.next);
  }
  return {
    household,
    tier,
    at: middles.map((at) => at - edge / 2),
    row: places.map(() => 0),
    along: edge,
    across: under.size === 0 ? 0 : Math.max(...under.values()) + LINE_GAP,
    under,
  };
}
