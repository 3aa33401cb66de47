/** Org charts: who reports to whom. Tiers are ranks: the distance from the top. */
import { isNested, type ListRead, nameAnd } from '../../list';
import { treeBeings } from '../beings';
import type { Fitness, Kind } from '../kind';
import { matterOf } from '../matter';
import { placeUnder } from '../place';
import { beside, over, typedFields, under, withFields } from '../typing';
import { arrange } from './arrange';
import { choices } from './choices';
import { figures, shownFigures } from './figures';
import { graphmlFormat } from './files';
import { fit, leastGap } from './fit';
import { cell, columns, forms, outlineOf } from './list';
import { isVacant, problems } from './problems';
import { FIELD, SECOND, secondProblems, withSecondLines, writeSecond } from './second';
import { settle } from './settle';
import { starts } from './starts';
import { isAide, structure } from './structure';

/** Dotted lines, for each post. */
const MOST_SECOND = 0.3;

function fits(list: ListRead): Fitness {
  const { items, columns: found } = list;
  const under = items.filter(({ parent }) => parent !== null).length;
  const share = under / Math.max(1, items.length - 1);
  const posts = items.filter(({ fields }) => fields['post']).length / items.length;
  if (!isNested(list) && found?.some(({ field }) => field === 'superior'))
    // With a second superior for many it is no tree but a net.
    return list.links.length > items.length * MOST_SECOND
      ? { sure: 0.3, why: 'A column says who reports to whom, but many report to several.' }
      : { sure: 0.9, why: 'A column says who reports to whom.' };
  if (under === 0 && !isNested(list))
    return posts > 0.5
      ? { sure: 0.3, why: 'Names and posts; nobody reports to anybody yet.' }
      : { sure: 0.12, why: 'Records without levels: all stand at the top. A column can say who is above whom.' };
  if (under === 0) return { sure: 0.15, why: 'A list of names without levels: all stand at the top.' };
  return posts > 0.5
    ? { sure: 0.75, why: 'Names with posts, indented under who they report to.' }
    : {
        sure: 0.3 + 0.2 * share,
        why: isNested(list)
          ? 'An indented list: each line reports to the line it stands under.'
          : 'Levels: each line stands under the one above it.',
      };
}

export const org: Kind = {
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
  forms,
  starts,
  choices,
  byHand: true,
  holds: true,
  splits: leastGap,
  fits,
  structure,
  cell,
  formats: { graphml: graphmlFormat(columns, cell) },
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
  beside: withSecondLines,
  tierName: (_chart, _structure, tier) => `Tier ${tier}`,
  face(item, chart) {
    const { unnamed } = matterOf(org, chart);
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
  arrange,
  fit,
  settle,
  problems: (chart, lineOf) => [...problems(chart, lineOf), ...secondProblems(chart, lineOf)],
  figures,
  figuresAbout: 'people, posts, vacant, tiers, span {mean, most}',
  shownFigures,
};
