/** Family trees: people, couples and their children. Tiers are generations. */
import type { Item } from '../../chart';
import { dateIn, isNested, type ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { descendantsOf } from './ancestors';
import { arrange } from './arrange';
import { choices } from './choices';
import { yearsOf } from './dates';
import { writeCell } from './edit';
import { familyOf, isUnknownParents, sexOf, statusOf } from './family';
import { figures, pairFigure, shownFigures } from './figures';
import { gedcomForm, picturesIn, sameInFiles } from './gedcom';
import { gedcomOf } from './gedcom-write';
import { generationsOf } from './generations';
import { outline, outlineOf } from './outline';
import { problems } from './problems';
import { starts } from './starts';
import { cell, columns, tables } from './table';
import { additions, nextPlace, typed } from './typing';
import { shownPeople } from './view';

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

const yearOf = ({ fields }: Item) => dateIn(fields['born'])?.year;

/** Nothing is drawn of it. */
const BARE = { opacity: 0, edgeWidth: 0, edgeDouble: false, shadow: false } as const;

export const family: Kind = {
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
  sameRecords: sameInFiles,
  picturesIn,
  columns,
  line: () => ({ lead: 'relation', tail: 'born' }),
  draws: { tree: true, roles: ['partner', 'child-of'], sets: false },
  look: () => ({ width: 136 }),
  forms: [...tables, outline, gedcomForm],
  starts,
  choices,
  fits,
  structure(chart) {
    const shown = shownPeople(chart);
    const { of } = generationsOf(chart);
    const order = familyOf(chart).people.filter((id) => shown.has(id));
    // Generations of which nobody is shown are closed up.
    const used = [...new Set(order.map((id) => of.get(id)!))].sort((a, b) => a - b);
    const tierOf = new Map(order.map((id) => [id, used.indexOf(of.get(id)!) + 1]));
    return { order, tierOf, tiers: used.length };
  },
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
      write: gedcomOf,
    },
  },
  tierName: (_chart, _structure, tier) => `Generation ${tier}`,
  face(item) {
    const { fields } = item;
    // Brothers and sisters whose parents are not known hang from a line without a box.
    if (isUnknownParents(item)) return { lines: [], look: BARE };
    const years = yearsOf(fields['born'], fields['died']);
    const lines = [{ text: fields['name'] || 'Unknown', strong: true, size: 1, field: 'name' }];
    if (years !== '') lines.push({ text: years, strong: false, size: 0.86, field: 'years' });
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
  ],
  faceWords: [{ field: 'years', label: 'Years of life' }],
  near: { maySame: (a, b) => !a.fields['born'] || !b.fields['born'] || yearOf(a) === yearOf(b) },
  arrange,
  problems,
  figures,
  figuresAbout:
    'people, couples, generations, crossings, person (whom ancestors and completeness are about), ancestors {number: name}, completeness [{generation, known, of}]; with between in the request also between {relation, kinship, commonAncestors}',
  shownFigures,
  pairFigure,
};
