/** Org charts: who reports to whom. Tiers are ranks: the distance from the top. */
import { treeOf, walk } from '../../chart';
import type { Kind } from '../kind';
import { arrange } from './arrange';
import { choices } from './choices';
import { figures, shownFigures } from './figures';
import { columns, forms } from './list';
import { isVacant, problems } from './problems';

export const org: Kind = {
  id: 'org',
  words: {
    name: 'Org chart',
    about: 'Who does what, and who reports to whom',
    item: 'post',
    items: 'posts',
    under: 'Reports to',
    newItem: 'New post',
  },
  columns,
  forms,
  choices,
  structure(chart) {
    const order: string[] = [];
    const tierOf = new Map<string, number>();
    let tiers = 0;
    for (const { id, depth } of walk(treeOf(chart.items))) {
      order.push(id);
      tierOf.set(id, depth + 1);
      tiers = Math.max(tiers, depth + 1);
    }
    return { order, tierOf, tiers };
  },
  tierName: (_chart, _structure, tier) => `Tier ${tier}`,
  face(item) {
    const { name = '', post = '' } = item.fields;
    const vacant = isVacant(item);
    const lines = [{ text: name === '' ? 'Vacant post' : name, strong: true, size: 1 }];
    if (post !== '') lines.push({ text: post, strong: false, size: 0.86 });
    return vacant ? { lines, look: { edgeDash: 'dashed', edgeWidth: 1.25 } } : { lines };
  },
  arrange,
  problems,
  figures,
  shownFigures,
};
