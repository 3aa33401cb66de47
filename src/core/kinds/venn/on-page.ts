import { chosen } from '../choices';
import type { KindOnPage } from '../kind';
import { choices } from './choices';
import { columns } from './columns';
import { outlineText } from './lines';
import { membershipOf, overlap, setNames } from './sets';
import { showsCounts } from './shown';
import { starts } from './starts';
import { additions, nest, typed } from './typing';
import { writeSets } from './write';

export const vennOnPage: KindOnPage = {
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
  starts,
  choices,
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
};
