import type { Change, Chart } from '../chart';
import type { KindOnPage } from './kind';
import { placeUnder } from './place';

/**
 * The change that renames an item together with the lines that name it, for kinds in which a name is what joins them; a
 * line that only names another is given another thing to name, by itself.
 */
function renamed(chart: Chart, item: string, standsFor: ReadonlyMap<string, string>, name: string): Change | undefined {
  const followers = standsFor.has(item) ? [] : [...standsFor].filter(([, of]) => of === item).map(([line]) => line);
  if (followers.length === 0 || !chart.items[item]) return undefined;
  return {
    type: 'group',
    changes: [item, ...followers].map((id): Change => ({ type: 'edit-fields', id, fields: { name } })),
  };
}

/** How cells of such a kind are written: a name for all lines that name it, "from" by the line that it stands under. */
export const namedCells =
  (
    graphOf: (chart: Chart) => { readonly standsFor: ReadonlyMap<string, string> },
  ): NonNullable<KindOnPage['writeCell']> =>
  (chart, item, field, text) => {
    if (field === 'name') return renamed(chart, item, graphOf(chart).standsFor, text);
    return field === 'from' ? placeUnder(chart, item, field, text) : undefined;
  };
