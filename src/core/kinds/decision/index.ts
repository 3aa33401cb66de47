/** Decision trees: questions, chances and outcomes. Tiers are the depth of the question. */

import { isNested, type ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { decisionDrawn } from './drawn';
import { forms } from './list';

function fits(list: ListRead): Fitness {
  const { items, columns: found } = list;
  const under = items.filter(({ parent }) => parent !== null);
  const answered = under.filter(({ fields }) => fields['answer']).length;
  if (!isNested(list)) {
    const named = new Set(found?.map(({ field }) => field));
    return named.has('from') && named.has('answer') && under.length > 0
      ? { sure: 0.95, why: 'Columns say which step each comes from and by which answer.' }
      : { sure: 0, why: 'Needs columns for the step, where it comes from and the answer.' };
  }
  const share = answered / Math.max(1, under.length);
  if (share < 0.3) return { sure: 0, why: 'Needs an answer before a step, such as "yes: next question".' };
  return { sure: 0.4 + 0.5 * share, why: `${answered} of ${under.length} steps follow an answer with a colon.` };
}

export const decision: Kind = {
  ...decisionDrawn,
  forms,
  fits,
};
