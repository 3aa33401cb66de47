/** Of what a trial does, some. */

import { type Cell, cellsOf, chartOf, whole } from '../cells';
import type { Chart } from '../chart';
import { comparedById } from '../history';
import { entryKey } from '../list';

/** All that is not of the list: how it is arranged, how it looks, notes, views. */
export const LOOKS = 'looks';

/**
 * The trial as if only this had been done in it.
 * @param chosen keys as `entryKey` gives them, such as `joined n1`; `looks` for all that is no line of the list
 */
export function onlyChosen(base: Chart, trial: Chart, chosen: ReadonlySet<string>): Chart {
  const [from, to] = [cellsOf(base), cellsOf(trial)];
  const { joined, left } = comparedById(base, trial);
  const comes = new Set(joined.map(({ item }) => item).filter((item) => chosen.has(entryKey('joined', item))));
  const fresh = new Set(joined.map(({ item }) => item));
  const goes = new Set(left.map(({ item }) => item).filter((item) => chosen.has(entryKey('left', item))));
  const takes = ({ path: [part, id = '', key, field] }: Cell): boolean => {
    if (part !== 'items') {
      // What joins lines comes with them; all else is how it looks.
      if (part === 'links') return chosen.has(LOOKS) || comes.size > 0;
      return chosen.has(LOOKS) || (part === 'sets' && key === 'has' && comes.has(field ?? ''));
    }
    if (fresh.has(id)) return comes.has(id);
    if (!Object.hasOwn(trial.items, id)) return goes.has(id);
    if (key === 'parent' || key === 'order') return chosen.has(entryKey('moved', id));
    if (key === 'fields') return chosen.has(entryKey(field === 'name' ? 'renamed' : 'changed', id));
    return chosen.has(LOOKS);
  };
  const result = new Map<string, Cell>();
  for (const key of new Set([...from.keys(), ...to.keys()])) {
    const cell = takes((to.get(key) ?? from.get(key))!) ? to.get(key) : from.get(key);
    if (cell) result.set(key, cell);
  }
  return whole(chartOf(result, base), [trial, base]);
}
