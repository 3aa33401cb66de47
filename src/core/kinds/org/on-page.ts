/** Org charts: who reports to whom. Tiers are ranks: the distance from the top. Here is what screens need of it: no reading, no layout. */
import { nameAnd } from '../../list';
import { treeBeings } from '../beings';
import { leadsByLinks, listBranches } from '../branches';
import type { KindOnPage } from '../kind';
import { matterOf } from '../matter';
import { placeUnder } from '../place';
import { beside, over, typedFields, under, withFields } from '../typing';
import { choices } from './choices';
import { columns } from './columns';
import { leastGap } from './gaps';
import { cell, outlineOf } from './lines';
import { FIELD, SECOND, writeSecond } from './second';
import { starts } from './starts';
import { isAide, structure } from './structure';
import { isVacant } from './vacant';

export const orgOnPage: KindOnPage = {
  id: 'org',
  words: {
    name: 'Org chart',
    about: 'Who does what, and who reports to whom',
    when: 'When everybody has one place under somebody: staff, a club, parts of a whole.',
    item: 'post',
    items: 'posts',
    under: 'Reports to',
    top: 'At the top',
    unnamed: 'Vacant post',
    outline: 'Names and posts, a tab for each level.',
  },
  columns,
  line: () => ({ tail: 'post' }),
  draws: { tree: true, roles: ['reports-to', SECOND], links: [SECOND], sets: false },
  linkFields: { [SECOND]: FIELD },
  starts,
  choices,
  ownFit: true,
  byHand: true,
  holds: true,
  branches: (chart) => ({ ...listBranches(chart, leastGap(chart)), leads: leadsByLinks(chart, [SECOND]) }),
  structure,
  cell,
  formats: {
    graphml: {
      label: 'Graph (GraphML)',
      about: 'Posts and who reports to whom, dotted lines named, for programs that draw or count graphs.',
      mime: 'application/graphml+xml',
      ending: 'graphml',
    },
  },
  writeCell(chart, item, field, text) {
    if (field === 'superior') return placeUnder(chart, item, field, text, true);
    return field === FIELD ? writeSecond(chart, item, text) : undefined;
  },
  typed(chart, item, text) {
    const fields = chart.items[item]!.fields['post'] ? undefined : typedFields(nameAnd('post'), text, 0);
    return fields && withFields(item, fields);
  },
  additions: [
    beside('Beside it', 'b'),
    under('Under it', 'u'),
    over('Above it', 'a'),
    under('An aide', 'i', { aide: 'yes' }, 'aide'),
  ],
  writeOutline: outlineOf,
  outlineFields: ['name', 'post', 'superior'],
  tierName: (_chart, _structure, tier) => `Tier ${tier}`,
  face(item, chart) {
    const { unnamed } = matterOf(orgOnPage, chart);
    const { name = '', post = '' } = item.fields;
    const vacant = isVacant(item);
    const lines = [{ text: name === '' ? unnamed : name, strong: true, size: 1, field: 'name' }];
    if (post !== '') lines.push({ text: post, strong: false, size: 0.86, field: 'post' });
    return vacant ? { lines, look: { edgeDash: 'dashed', edgeWidth: 1.25 }, empty: true } : { lines };
  },
  beings: [
    { id: 'vacant', label: 'Vacant posts', is: (item) => isVacant(item) },
    { id: 'aide', label: 'Aides', is: (item) => isAide(item) },
    ...treeBeings,
  ],
  face0: [
    { fields: ['name'], strong: true, size: 1 },
    { fields: ['post'], strong: false, size: 0.86 },
  ],
  near: { maySame: (a, b) => !isVacant(a) && !isVacant(b) },
};
