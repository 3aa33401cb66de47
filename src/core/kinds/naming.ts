import type { Change, Chart } from '../chart';

/**
 * The change that renames an item together with the lines that name it, for kinds in which a name is what joins them; a
 * line that only names another is given another thing to name, by itself.
 */
export function renamed(
  chart: Chart,
  item: string,
  standsFor: ReadonlyMap<string, string>,
  name: string,
): Change | undefined {
  const followers = standsFor.has(item) ? [] : [...standsFor].filter(([, of]) => of === item).map(([line]) => line);
  if (followers.length === 0 || !chart.items[item]) return undefined;
  return {
    type: 'group',
    changes: [item, ...followers].map((id): Change => ({ type: 'edit-fields', id, fields: { name } })),
  };
}
