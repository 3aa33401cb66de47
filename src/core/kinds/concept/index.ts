/** Concept maps: ideas and the propositions between them. Tiers are the distance from the main idea. */

import { isNested, type ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { conceptDrawn } from './drawn';
import { writers } from './files';
import { forms } from './list';

const MISSING = 'Needs a linking phrase between two ideas, such as "Tides - bring -> Mud".';

/** A phrase that links begins small, where its script knows small and capital letters: others are labels in brackets. */
const isPhrase = (phrase = ''): boolean => phrase !== '' && !/^\p{Lu}/u.test(phrase);
/** Ideas are named in fewer letters, as half of them are at the least: longer lines are sentences. */
const LONGEST_IDEA = 48;
const lengthOf = (items: ListRead['items']): number =>
  items.map(({ fields }) => (fields['name'] ?? '').length).sort((a, b) => a - b)[items.length >> 1] ?? 0;

/** Where words before a colon answer questions, they are answers. */
const asks = (items: ListRead['items']): boolean => items.some(({ fields }) => (fields['name'] ?? '').endsWith('?'));

function fits(list: ListRead): Fitness {
  const { form, items, columns: found, problems: said } = list;
  const links = items.filter(({ parent }) => parent !== null);
  const phraseOf = ({ fields }: ListRead['items'][number]) => fields['phrase'] || fields['polarity'];
  const phrased = links.filter((link) => phraseOf(link)).length;
  const share = links.filter((link) => isPhrase(phraseOf(link))).length / Math.max(1, links.length);
  if (phrased === 0)
    return found?.some(({ field }) => field === 'from') &&
      found.some(({ field }) => field === 'name') &&
      links.length > 0
      ? { sure: 0.4, why: 'Columns name two concepts each; phrases that link them are still to come.' }
      : { sure: 0, why: MISSING };
  if (form === 'propositions') {
    const whole = 1 - said.filter(({ code }) => code === 'no-proposition').length / Math.max(1, items.length);
    return { sure: 0.9 * whole * share, why: `${phrased} propositions: concept, linking phrase, concept.` };
  }
  if (isNested(list))
    return share < 0.3 || lengthOf(items) > LONGEST_IDEA || (list.shared && asks(items))
      ? { sure: 0, why: MISSING }
      : list.shared
        ? { sure: 0.3 + 0.2 * share, why: 'Words before a colon can be linking phrases.' }
        : { sure: 0.4 + 0.5 * share, why: 'Linking phrases stand in brackets before concepts.' };
  const named = found?.some(({ field }) => field === 'phrase' || field === 'polarity');
  return named
    ? { sure: 0.95, why: 'Columns name two concepts and the phrase that links them.' }
    : { sure: 0, why: MISSING };
}

export const concept: Kind = {
  ...conceptDrawn,
  forms,
  writers,
  fits,
};
