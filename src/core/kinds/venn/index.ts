/** Venn diagrams: what belongs to which sets. Tiers are the number of sets that overlap. */
import type { ListRead } from '../../list';
import { chosen } from '../choices';
import type { Fitness, Kind } from '../kind';
import { arrange, showsCounts } from './arrange';
import { choices } from './choices';
import { figureCharts, figures, shownFigures } from './figures';
import { columns, forms, outlineText } from './list';
import { problems } from './problems';
import { MOST_SETS, membershipOf, overlap, setNames } from './sets';
import { starts } from './starts';
import { additions, nest, typed } from './typing';
import { writeSets } from './write';

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
  id: 'venn',
  words: {
    name: 'Venn diagram',
    about: 'What belongs to which sets, and what to several at once',
    when: 'When things belong to several groups at once, or counts overlap.',
    item: 'item',
    items: 'items',
    under: 'Under',
    top: 'In the list',
    unnamed: '?',
    outline: 'Items with their sets behind a colon.',
  },
  columns,
  line: (chart) => ({ tail: membershipOf(chart).counted ? 'count' : 'sets' }),
  draws: { tree: false, roles: [], sets: true },
  look: (chart, ink) => ({
    sizeRule: 'each',
    width: 104,
    size: 10.5,
    weight: 600,
    shape: 'soft',
    inner: 2.5,
    ...(chosen(choices, chart.arrangement, 'items') === 'words' && { opacity: 0, edgeWidth: 0, inner: 2, ink }),
  }),
  forms,
  starts,
  choices,
  fits,
  structure(chart) {
    const { sets, items, regionOf } = membershipOf(chart);
    if (showsCounts(chart)) return { order: [], tierOf: new Map(), tiers: 0 };
    // What belongs to none stands on a tier of its own, after those of the overlaps.
    const tierOf = new Map(items.map((id) => [id, overlap(regionOf.get(id)!) || sets.length + 1]));
    const outside = items.some((id) => regionOf.get(id) === 0);
    return { order: items, tierOf, tiers: sets.length + (outside ? 1 : 0) };
  },
  cell(chart, item, field) {
    return field === 'sets' ? (setNames(chart.sets).get(item) ?? []).join(', ') : undefined;
  },
  writeCell: (chart, item, field, text) => (field === 'sets' ? writeSets(chart, item, text) : undefined),
  typed,
  nest,
  additions,
  writeOutline: outlineText,
  dropInto: (chart, item, sets) => ({
    type: 'set-membership',
    item,
    sets: Object.fromEntries(membershipOf(chart).sets.map(({ id }) => [id, sets.includes(id)])),
  }),
  tierName(chart, _structure, tier) {
    const { sets } = membershipOf(chart);
    if (tier > sets.length) return 'In none';
    return tier === 1 ? 'In one set' : tier === sets.length ? `In all ${tier}` : `In ${tier} sets`;
  },
  face: ({ fields }) => ({ lines: [{ text: fields['name'] || '?', strong: true, size: 1, field: 'name' }] }),
  face0: [{ fields: ['name'], strong: true, size: 1 }],
  near: { maySame: () => true },
  arrange,
  problems,
  figures,
  figuresAbout:
    'items, union, outside, sets {name: count}, regions [{sets, count}], regionsDrawn; for a list of counts also solution {status, regions [{sets, count | least, most}], asked [{line, count | least, most}], clash [line]}',
  shownFigures,
  figureCharts,
};
