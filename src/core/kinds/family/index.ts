import { isNested, type ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { familyDrawn } from './drawn';
import { statusOf } from './family';
import { gedcomForm, picturesIn, sameInFiles } from './gedcom';
import { gedcomOf } from './gedcom-write';
import { outline } from './outline';
import { tables } from './table';

/** Of the lines of a family so many at the least are partners. */
const PAIRED = 0.12;

function fits(list: ListRead): Fitness {
  const { form, items, columns: found } = list;
  if (form === 'gedcom') return { sure: 1, why: 'A GEDCOM file of a family.' };
  const named = new Set(found?.map(({ field }) => field));
  if (!isNested(list))
    return ['father', 'mother', 'partners'].some((field) => named.has(field))
      ? { sure: 0.97, why: 'Columns say who somebody’s father, mother or partner is.' }
      : { sure: 0, why: 'Needs a column for father, mother or partner, or an indented list.' };
  const under = items.filter(({ parent }) => parent !== null).length;
  const partners = items.filter(({ fields }) => statusOf(fields['relation'] ?? '')).length;
  const dated = items.filter(({ fields }) => fields['born'] || fields['died']).length / items.length;
  const paired = Math.min(1, partners / items.length / PAIRED);
  if (partners > 0)
    return { sure: 0.2 + paired * (0.55 + 0.2 * dated), why: `${partners} partners are marked with a plus.` };
  if (under === 0)
    return { sure: 0, why: 'Needs levels: children indented under a parent, partners with a plus before them.' };
  return dated > 0.4
    ? { sure: 0.65, why: 'People with years, children indented under a parent.' }
    : {
        sure: 0.2,
        why: 'An indented list: each line would be a child of the line it stands under. Partners have a plus before them.',
      };
}

export const family: Kind = {
  ...familyDrawn,
  forms: [...tables, outline, gedcomForm],
  fits,
  sameRecords: sameInFiles,
  picturesIn,
  writers: { gedcom: gedcomOf },
};
