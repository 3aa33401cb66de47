import { type Chart, treeOf } from '../../chart';
import { folded } from '../../list';
import { rememberedPair } from '../../remember';
import type { Structure } from '../arrangement';
import type { ShownFigure } from '../kind';
import { isVacant } from './vacant';

/**
 * Counts of an org chart. `span` is the span of control: direct reports of those who have any (mean to one decimal,
 * and most). A person who holds two posts counts once.
 */
export const figures = rememberedPair((chart: Chart, structure: Structure) => {
  const items = Object.values(chart.items);
  const tree = treeOf(chart.items);
  const spans = items.map((item) => tree.childrenOf(item.id).length).filter((count) => count > 0);
  const held = items.filter((item) => !isVacant(item));
  return {
    people: new Set(held.map((item) => folded(item.fields['name'] ?? ''))).size,
    posts: items.length,
    vacant: items.length - held.length,
    tiers: structure.tiers,
    span: {
      mean: spans.length === 0 ? 0 : Math.round((spans.reduce((sum, n) => sum + n, 0) / spans.length) * 10) / 10,
      most: spans.reduce((most, n) => Math.max(most, n), 0),
    },
  };
});

export function shownFigures(chart: Chart, structure: Structure): ShownFigure[] {
  const f = figures(chart, structure);
  return [
    { label: 'Posts', value: String(f.posts), about: 'Lines in the list, vacant posts included.' },
    { label: 'People', value: String(f.people), about: 'Different names; someone with two posts counts once.' },
    { label: 'Vacant', value: String(f.vacant), about: 'Posts with nobody in them.' },
    { label: 'Layers', value: String(f.tiers), about: 'Tiers from the top to the deepest post.' },
    { label: 'Span of control, mean', value: String(f.span.mean), about: 'Direct reports of those who have any.' },
    { label: 'Span of control, most', value: String(f.span.most), about: 'The most direct reports that one post has.' },
  ];
}
