/** Concept maps: ideas and the propositions between them. Tiers are the distance from the main idea. */
import { isNested, type ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { renamed } from '../naming';
import { placeUnder } from '../place';
import { beside, over, under } from '../typing';
import { arrange } from './arrange';
import { choices } from './choices';
import { figures, shownFigures } from './figures';
import { formats } from './files';
import { graphOf } from './graph';
import { cell, columns, forms, outlineOf } from './list';
import { problems } from './problems';
import { starts } from './starts';
import { typed } from './typing';

const MISSING = 'Needs a linking phrase between two ideas, such as "Tides - bring -> Mud".';

/** A phrase that links begins small, where its script knows small and capital letters: others are labels in brackets. */
const isPhrase = (phrase = ''): boolean => phrase !== '' && !/^\p{Lu}/u.test(phrase);
/** Ideas are named in fewer letters, as half of them are at the least: longer lines are sentences. */
const LONGEST_IDEA = 48;
const lengthOf = (items: ListRead['items']): number =>
  items.map(({ fields }) => (fields['name'] ?? '').length).sort((a, b) => a - b)[items.length >> 1] ?? 0;

function fits(list: ListRead): Fitness {
  const { form, items, columns: found, problems: said } = list;
  const links = items.filter(({ parent }) => parent !== null);
  const phrased = links.filter(({ fields }) => fields['phrase']).length;
  const share = links.filter(({ fields }) => isPhrase(fields['phrase'])).length / Math.max(1, links.length);
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
    return share < 0.3 || lengthOf(items) > LONGEST_IDEA
      ? { sure: 0, why: MISSING }
      : { sure: 0.4 + 0.5 * share, why: 'Linking phrases stand in brackets before concepts.' };
  const named = found?.some(({ field }) => field === 'phrase');
  return named
    ? { sure: 0.95, why: 'Columns name two concepts and the phrase that links them.' }
    : { sure: 0, why: MISSING };
}

export const concept: Kind = {
  id: 'concept',
  words: {
    name: 'Concept map',
    about: 'Ideas, and in words how each is linked to the next',
    when: 'When ideas are linked in many ways, and the links say how.',
    item: 'concept',
    items: 'concepts',
    under: 'Linked from',
    top: 'Where the map begins',
    unnamed: '?',
    outline: 'Concepts under those that lead to them, linking phrases in brackets.',
  },
  columns,
  line: () => ({ lead: 'phrase' }),
  draws: { tree: true, roles: ['linking-phrase'], sets: false },
  look: () => ({ line: 'straight', sizeRule: 'each' }),
  forms,
  formats,
  starts,
  choices,
  holds: true,
  fits,
  structure(chart) {
    const { concepts, tierOf, tiers, standsFor } = graphOf(chart);
    return { order: concepts, tierOf, tiers, standsFor };
  },
  cell,
  writeCell: (chart, item, field, text) =>
    field === 'name'
      ? renamed(chart, item, graphOf(chart).standsFor, text)
      : field === 'from'
        ? placeUnder(chart, item, field, text)
        : undefined,
  typed,
  additions: [under('A linked idea', 'u'), beside('An idea beside it', 'b'), over('An idea that leads to it', 'a')],
  writeOutline: outlineOf,
  tierName: (_chart, _structure, tier) =>
    tier === 1 ? 'Main idea' : tier === 2 ? '1 link away' : `${tier - 1} links away`,
  face: ({ fields }) => ({ lines: [{ text: fields['name'] || '?', strong: true, size: 1, field: 'name' }] }),
  face0: [{ fields: ['name'], strong: true, size: 1 }],
  near: {
    maySame: () => true,
    // Lines of one name are one concept: the second is only written as the first.
    merge: (chart, keep, drop) => ({
      type: 'edit-fields',
      id: drop,
      fields: { name: chart.items[keep]!.fields['name'] ?? '' },
    }),
  },
  arrange,
  problems,
  figures,
  figuresAbout:
    'concepts, propositions, tiers, crossLinks, crossings, score {propositions, levels, crossLinks, examples, total}: the points each brings',
  shownFigures,
};
