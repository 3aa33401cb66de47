/** Lines and cells of org charts, as they are written. */
import { type Chart, treeOf, walk } from '../../chart';
import { references, writeOutline } from '../../list';
import { rememberedPair } from '../../remember';
import { FIELD, SECOND, secondCell } from './second';

/** Names and posts, a tab a level. */
export const outlineOf = (chart: Chart): string =>
  writeOutline(
    walk(treeOf(chart.items)).map(({ id, depth }) => {
      const { name, post = '' } = chart.items[id]!.fields;
      return { level: depth, cells: [name || 'Vacant post', ...(post === '' ? [] : [post])] };
    }),
  );
const referring = rememberedPair((items: Chart['items'], links: Chart['links']) => {
  const second = Object.values(links).flatMap(({ role, from }) => (role === SECOND ? [from] : []));
  return references({ items }, [...Object.values(items).flatMap(({ parent }) => parent ?? []), ...second]);
});

/** Who is above is where a line stands; words that could not be resolved stay in the field. */
export function cell(chart: Chart, item: string, field: string): string | undefined {
  if (field !== 'superior' && field !== 'id' && field !== FIELD) return undefined;
  const refer = referring(chart.items, chart.links);
  if (field === 'id') return refer.idOf(item);
  if (field === FIELD) return secondCell(chart, item, refer.textOf);
  const { parent } = chart.items[item]!;
  return parent === null ? undefined : refer.textOf(parent);
}
