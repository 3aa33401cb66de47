/** Family trees: people, couples and their children. Tiers are generations. Here is what screens need of it: no reading, no layout. */
import type { Item } from '../../chart';
import { dateIn } from '../../list';
import { chosen } from '../choices';
import type { KindOnPage } from '../kind';
import { descendantsOf } from './ancestors';
import { branches } from './branches';
import { cell } from './cells';
import { choices } from './choices';
import { columns } from './columns';
import { factsShownIn } from './couples';
import { yearsOf } from './dates';
import { writeCell } from './edit';
import { familyOf, isUnknownParents, sexOf } from './family';
import { pairFigure } from './figures';
import { generationsOf } from './generations';
import { outlineOf } from './lines';
import { starts } from './starts';
import { additions, nextPlace, typed } from './typing';
import { shownPeople } from './view';

const yearOf = ({ fields }: Item) => dateIn(fields['born'])?.year;

/** Nothing is drawn of it. */
const BARE = { opacity: 0, edgeWidth: 0, edgeDouble: false, shadow: false } as const;

export const familyOnPage: KindOnPage = {
  id: 'family',
  words: {
    name: 'Family tree',
    about: 'People, their partners and children, generation by generation',
    when: 'When people have partners and two parents: ancestors, households, pedigrees.',
    item: 'person',
    items: 'people',
    under: 'Under',
    top: 'Without known parents',
    unnamed: 'Unknown',
    outline: 'People under their parents, partners behind a plus.',
  },
  mutual: ['partner'],
  columns,
  line: () => ({ lead: 'relation', tail: 'born' }),
  draws: { tree: true, roles: ['partner', 'child-of'], sets: false },
  look: () => ({ width: 136 }),
  starts,
  choices,
  structure(chart) {
    const shown = shownPeople(chart);
    const { of } = generationsOf(chart);
    const order = familyOf(chart).people.filter((id) => shown.has(id));
    // Generations of which nobody is shown are closed up.
    const used = [...new Set(order.map((id) => of.get(id)!))].sort((a, b) => a - b);
    const tierOf = new Map(order.map((id) => [id, used.indexOf(of.get(id)!) + 1]));
    const unseen = order.filter((id) => isUnknownParents(chart.items[id]!));
    return { order, tierOf, tiers: used.length, ...(unseen.length > 0 && { unseen: new Set(unseen) }) };
  },
  branches,
  cell,
  writeCell,
  typed,
  nextPlace,
  additions,
  writeOutline: outlineOf,
  plus: '+',
  formats: {
    gedcom: {
      label: 'GEDCOM',
      about: 'For other programs that keep families: version 7, with what was read but is not shown here.',
      mime: 'text/vnd.familysearch.gedcom',
      ending: 'ged',
    },
  },
  tierName: (_chart, _structure, tier) => `Generation ${tier}`,
  face(item, chart) {
    const { fields } = item;
    // Brothers and sisters whose parents are not known hang from a line without a box.
    if (isUnknownParents(item)) return { lines: [], look: BARE };
    const years = yearsOf(fields['born'], fields['died']);
    const lines = [{ text: fields['name'] || 'Unknown', strong: true, size: 1, field: 'name' }];
    if (years !== '') lines.push({ text: years, strong: false, size: 0.86, field: 'years' });
    const couples = chosen(choices, chart.arrangement, 'marriages') === 'show' ? factsShownIn(chart, item.id) : '';
    if (couples !== '') lines.push({ text: couples, strong: false, size: 0.86, field: 'marriages' });
    return fields['name'] ? { lines } : { lines, look: { edgeDash: 'dashed', edgeWidth: 1.25 } };
  },
  beings: [
    { id: 'woman', label: 'Women', is: (item) => sexOf(item) === 'f' },
    { id: 'man', label: 'Men', is: (item) => sexOf(item) === 'm' },
    { id: 'died', label: 'Who have died', is: ({ fields }) => (fields['died'] ?? '') !== '' },
  ],
  descent: (chart, item) => descendantsOf(familyOf(chart), item),
  face0: [
    { fields: ['name'], strong: true, size: 1 },
    { fields: ['years'], strong: false, size: 0.86 },
    { fields: ['marriages'], strong: false, size: 0.86 },
  ],
  faceWords: [
    { field: 'years', label: 'Years of life' },
    { field: 'marriages', label: 'Marriages' },
  ],
  factsOfLine(chart, { from, to, role }) {
    if (role !== 'partner') return undefined;
    const couple = familyOf(chart)
      .couplesOf.get(from)
      ?.find(({ partners }) => partners.includes(to));
    return couple && { status: couple.status, ...couple.facts };
  },
  near: { maySame: (a, b) => !a.fields['born'] || !b.fields['born'] || yearOf(a) === yearOf(b) },
  pairFigure,
};
