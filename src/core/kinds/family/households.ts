/**
 * People of one generation who are joined as partners, in a line: somebody with several partners stands once with them
 * round them, the first at one side, the others at the other.
 */
import type { Couple, Family } from './family';

/** A place in a household: a person, or somebody drawn again because their own place is elsewhere. */
export interface Place {
  readonly id: string;
  readonly again: boolean;
}
export interface Household {
  readonly places: readonly Place[];
  /** Couples whose partners both stand here. */
  readonly couples: readonly Couple[];
  /** Its places stand one under another: a couple, or brothers and sisters. */
  readonly stack?: 'couple' | 'siblings';
}

/**
 * @param shares whether a couple stands side by side; else each partner is on their own
 * @param again couples whose second partner is drawn again beside the first
 */
export function householdsOf(
  family: Family,
  shown: ReadonlySet<string>,
  shares: (couple: Couple) => boolean,
  again: (couple: Couple) => string | undefined,
): Household[] {
  const done = new Set<string>();
  const households: Household[] = [];
  for (const start of family.people) {
    if (!shown.has(start) || done.has(start)) continue;
    const members = joined(family, start, shown, (couple) => shares(couple) && again(couple) === undefined);
    // The person with the most partners stands in the middle; of equals the first in the list.
    const count = (id: string) => family.couplesOf.get(id)!.filter((couple) => couple.partners.length === 2).length;
    const middle = members.reduce((best, id) => (count(id) > count(best) ? id : best));
    const places: Place[] = [{ id: middle, again: false }];
    const couples: Couple[] = [];
    done.add(middle);
    households.push({ places, couples });
    const taken = new Set<Couple>();

    /** Somebody's partners, who are still to be seated beside them. */
    const beside = (id: string, side: 'both' | 'before' | 'after') => ({
      id,
      side,
      at: 0,
      partnered: family.couplesOf.get(id)!.filter((couple) => {
        const other = couple.partners.find((partner) => partner !== id);
        return other !== undefined && shown.has(other) && shares(couple) && !taken.has(couple);
      }),
    });
    // Partners beside somebody, outwards, and theirs beside those. Without recursion: each may have married the next.
    const open = [beside(middle, 'both')];
    for (let seat = open.at(-1); seat; seat = open.at(-1)) {
      const { id, side, partnered } = seat;
      const i = seat.at++;
      const couple = partnered[i];
      if (!couple) {
        open.pop();
        continue;
      }
      const other = couple.partners.find((partner) => partner !== id)!;
      const repeated = again(couple);
      if (repeated === id) continue;
      couples.push(couple);
      taken.add(couple);
      if (done.has(other) && repeated === undefined) continue;
      // The first of two or more goes to the near side, so that the couples stand round the person in order.
      const before = side === 'before' || (side === 'both' && i === 0 && partnered.length > 1);
      const place = { id: other, again: repeated !== undefined };
      if (before) places.unshift(place);
      else places.push(place);
      if (repeated !== undefined) continue;
      done.add(other);
      open.push(beside(other, before ? 'before' : 'after'));
    }
  }
  return households;
}

function joined(
  family: Family,
  start: string,
  shown: ReadonlySet<string>,
  together: (couple: Couple) => boolean,
): string[] {
  const found = new Set([start]);
  for (const id of found)
    for (const couple of family.couplesOf.get(id)!)
      if (together(couple)) for (const partner of couple.partners) if (shown.has(partner)) found.add(partner);
  return [...found];
}
