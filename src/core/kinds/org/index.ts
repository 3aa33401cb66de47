/** Org charts: who reports to whom. Tiers are ranks: the distance from the top. */
import type { ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { placeUnder } from '../place';
import { treeStructure } from '../tree';
import { arrange } from './arrange';
import { choices } from './choices';
import { figures, shownFigures } from './figures';
import { cell, columns, forms, outlineOf } from './list';
import { isVacant, problems } from './problems';

function fits({ form, items, columns: found }: ListRead): Fitness {
  const under = items.filter(({ parent }) => parent !== null).length;
  const share = under / Math.max(1, items.length - 1);
  const posts = items.filter(({ fields }) => fields['post']).length / items.length;
  if (form !== 'outline' && found?.some(({ field }) => field === 'superior'))
    return { sure: 0.9, why: 'A column says who reports to whom.' };
  if (form !== 'outline')
    return posts > 0.5
      ? { sure: 0.3, why: 'Names and posts; nobody reports to anybody yet.' }
      : { sure: 0, why: 'Needs a column that says who reports to whom, or an indented list.' };
  if (under === 0) return { sure: 0.15, why: 'A list of names without levels: all stand at the top.' };
  return posts > 0.5
    ? { sure: 0.75, why: 'Names with posts, indented under who they report to.' }
    : { sure: 0.3 + 0.2 * share, why: 'An indented list: each line reports to the line it stands under.' };
}

export const org: Kind = {
  id: 'org',
  words: {
    name: 'Org chart',
    about: 'Who does what, and who reports to whom',
    item: 'post',
    items: 'posts',
    under: 'Reports to',
    top: 'At the top',
    unnamed: 'Vacant post',
    outline: 'Names and posts, a tab for each level.',
  },
  columns,
  line: () => ({ tail: 'post' }),
  draws: { tree: true, roles: ['reports-to'], sets: false },
  forms,
  choices,
  fits,
  structure: treeStructure,
  cell,
  writeCell: (chart, item, field, text) =>
    field === 'superior' ? placeUnder(chart, item, field, text, true) : undefined,
  writeOutline: outlineOf,
  outlineFields: ['name', 'post', 'superior', 'id'],
  tierName: (_chart, _structure, tier) => `Tier ${tier}`,
  face(item) {
    const { name = '', post = '' } = item.fields;
    const vacant = isVacant(item);
    const lines = [{ text: name === '' ? 'Vacant post' : name, strong: true, size: 1, field: 'name' }];
    if (post !== '') lines.push({ text: post, strong: false, size: 0.86, field: 'post' });
    return vacant ? { lines, look: { edgeDash: 'dashed', edgeWidth: 1.25 } } : { lines };
  },
  face0: [
    { fields: ['name'], strong: true, size: 1 },
    { fields: ['post'], strong: false, size: 0.86 },
  ],
  near: { maySame: (a, b) => !isVacant(a) && !isVacant(b) },
  arrange,
  problems,
  figures,
  figuresAbout: 'people, posts, vacant, tiers, span {mean, most}',
  shownFigures,
};
