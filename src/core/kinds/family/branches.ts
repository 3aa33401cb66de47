/**
 * A family as branches of descent, for the pages of a booklet. A couple's children hang from the one of the two who comes
 * from somebody in the family, else from the one the list names first; the other stands beside, and is drawn again where
 * their own parents are. So each line is in one branch, and each couple is whole wherever one of them stands.
 */
import type { Chart } from '../../chart';
import type { Structure } from '../arrangement';
import type { Branches, Lead, OnPage } from '../branches';
import { chosen } from '../choices';
import { choices } from './choices';
import { type Couple, familyOf, originsIn } from './family';
import { STACK_GAP } from './gaps';

export function branches(chart: Chart, { order }: Structure): Branches {
  const family = familyOf(chart);
  const shown = new Set(order);
  const originsOf = (id: string) => originsIn(family, shown, id).map(({ couple }) => couple);
  const ownerOf = ({ partners }: Couple): string => {
    const there = partners.filter((partner) => shown.has(partner));
    return there.find((partner) => originsOf(partner).length > 0) ?? there[0]!;
  };
  const couplesOf = (id: string) => family.couplesOf.get(id)!;

  const parent = new Map<string, string>();
  for (const id of order) {
    const [origin] = originsOf(id);
    if (origin) parent.set(id, ownerOf(origin));
  }
  const isUnder = (id: string, above: string): boolean => {
    for (let at: string | undefined = id; at !== undefined; at = parent.get(at)) if (at === above) return true;
    return false;
  };
  /** Those who have no branch: they only stand beside somebody. */
  const beside = new Set<string>();
  for (const id of order) {
    if (parent.has(id)) continue;
    const host = couplesOf(id)
      .map(ownerOf)
      .find((owner) => owner !== id);
    if (host === undefined) continue;
    // Somebody who married in and has children with others besides is a branch under the one they married.
    if (!couplesOf(id).some((couple) => ownerOf(couple) === id)) beside.add(id);
    else if (!isUnder(host, id)) parent.set(id, host);
  }
  const children = new Map<string, string[]>(order.map((id) => [id, []]));
  const tops: string[] = [];
  const inOrder = (id: string) =>
    couplesOf(id).flatMap((couple) => (ownerOf(couple) === id ? couple.children.map((child) => child.id) : []));
  for (const id of order) {
    if (!parent.has(id) && !beside.has(id)) tops.push(id);
    const own = children.get(id)!;
    for (const child of inOrder(id)) if (parent.get(child) === id && !own.includes(child)) own.push(child);
  }
  for (const id of order) {
    const above = parent.get(id);
    if (above !== undefined && !children.get(above)!.includes(id)) children.get(above)!.push(id);
  }

  const partnersOf = (id: string): string[] => [
    ...new Set(
      couplesOf(id).flatMap(({ partners }) => partners.filter((partner) => partner !== id && shown.has(partner))),
    ),
  ];
  const leads = (id: string, page: OnPage): Lead[] => {
    const found: Lead[] = [];
    for (const { partners } of originsOf(id))
      if (!partners.some((partner) => page.has(partner))) {
        const there = partners.find((partner) => shown.has(partner))!;
        found.push(['parents', there]);
      }
    for (const couple of couplesOf(id)) {
      // Where the branch of one of them goes on, that says it for both; else it is said once.
      const here = couple.partners.filter((partner) => page.has(partner));
      if (here.some((partner) => page.goesOn(partner))) continue;
      if (id !== (here.includes(ownerOf(couple)) ? ownerOf(couple) : here[0])) continue;
      for (const child of couple.children)
        if (shown.has(child.id) && !page.has(child.id)) found.push(['children', child.id]);
    }
    return found;
  };
  return {
    gap: Math.min(STACK_GAP, Number(chosen(choices, chart.arrangement, 'siblingGap'))),
    tops,
    childrenOf: (id) => children.get(id) ?? [],
    besidesOf: partnersOf,
    leads,
  };
}
