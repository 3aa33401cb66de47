/** Venn diagrams: what belongs to which sets. Tiers are the number of sets that overlap. */

import type { ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { vennDrawn } from './drawn';
import { forms } from './list';
import { MOST_SETS } from './sets';

const MISSING = 'Needs two to five sets: a table with ticks, "item: set, set", or sets with their items under them.';

/** Of items under headings so many at the least stand under several, where these are sets. */
const OVERLAPPING = 0.1;

function fits({ form, items, sets }: ListRead): Fitness {
  if (sets.length < 2 || sets.filter(({ name }) => /\p{L}/u.test(name)).length < sets.length / 2)
    return { sure: 0, why: MISSING };
  if (
    form === 'counts' ||
    (items.every(({ fields }) => fields['count']) && sets.every(({ members }) => members.length === 0))
  )
    return sets.length > 2 * MOST_SETS
      ? { sure: 0, why: `There would be ${sets.length} sets; a diagram shows ${MOST_SETS}.` }
      : { sure: 0.95, why: `Counts of ${sets.length} sets and their overlaps.` };
  if (items.length < 2) return { sure: 0, why: 'One alone has nothing in common with others.' };
  const belongs = new Map<string, number>();
  for (const { members } of sets) for (const id of members) belongs.set(id, (belongs.get(id) ?? 0) + 1);
  const shared = [...belongs.values()].filter((count) => count > 1).length;
  const few = sets.length <= MOST_SETS;
  if (form === 'csv' || form === 'tsv')
    return few || sets.length <= 8
      ? { sure: few ? 0.93 : 0.4, why: `Ticks in the columns of ${sets.length} sets.` }
      : { sure: 0, why: MISSING };
  if (sets.length > 2 * MOST_SETS || sets.length > Math.max(2, items.length * 0.75))
    return { sure: 0, why: `There would be ${sets.length} sets; a diagram shows ${MOST_SETS}.` };
  if (form === 'members')
    return { sure: few ? 0.85 : 0.35, why: `Items with the sets they belong to (${sets.length} sets).` };
  return shared >= items.length * OVERLAPPING
    ? { sure: few ? 0.85 : 0.3, why: `${shared} stand under more than one of ${sets.length} headings.` }
    : { sure: 0.2, why: 'Headings with items under them, but hardly anything stands under two.' };
}

export const venn: Kind = {
  ...vennDrawn,
  forms,
  fits,
};
