/** Some lines of a chart as they were at another moment; all else as it is. */

import { type Cell, cellsOf, chartOf, whole } from '../cells';
import { branchOf, type Chart, treeOf } from '../chart';

/**
 * @param branches with what stood under them then
 * @returns the chart now, with these lines as they were: there where they were there, gone where they were not. A line whose
 *   superior is not there any more stands under the nearest above it that is.
 */
export function takenFrom(now: Chart, then: Chart, ids: readonly string[], branches: boolean): Chart {
  const tree = treeOf(then.items);
  const wanted = new Set(
    branches ? ids.flatMap((id) => (Object.hasOwn(then.items, id) ? branchOf(tree, id) : [id])) : ids,
  );
  const [from, to] = [cellsOf(now), cellsOf(then)];
  const takes = ({ path: [part, id = '', key, member = ''], value }: Cell): boolean => {
    if (part === 'items') return wanted.has(id);
    if (part === 'sets') return key === 'has' && wanted.has(member);
    if (part !== 'links') return false;
    const link = value as { readonly from: string; readonly to: string };
    return wanted.has(link.from) || wanted.has(link.to);
  };
  const result = new Map<string, Cell>();
  for (const key of new Set([...from.keys(), ...to.keys()])) {
    const cell = takes((to.get(key) ?? from.get(key))!) ? to.get(key) : from.get(key);
    if (cell) result.set(key, cell);
  }
  return whole(chartOf(result, now), [then, now]);
}
