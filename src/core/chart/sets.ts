/** Sets as a person works on them: a name, a place among the others. What sets hold is said by their items. */
import type { Change } from './changes';
import { type Chart, setsOf } from './model';
import { ordersAfter } from './order';

const same = (a: string, b: string) => a.trim().toLocaleLowerCase() === b.trim().toLocaleLowerCase();

/** The change that gives a set another name, all else of it kept; a sentence where it can't be called so. */
export function renameSet(chart: Chart, id: string, name: string): Change | string {
  const set = chart.sets[id];
  const wanted = name.replace(/\s+/g, ' ').trim();
  if (!set) return 'This set is not there any more.';
  if (wanted === '') return 'A set needs a name.';
  // In a line of the list names stand apart by these.
  if (/[,;]/.test(wanted)) return 'The name of a set has no comma or semicolon: in the list they stand between sets.';
  if (setsOf(chart).some((other) => other.id !== id && same(other.name, wanted)))
    return `There is a set ${wanted} already.`;
  return { type: 'set-sets', put: [{ ...set, name: wanted }], remove: [] };
}

/** The change that adds an empty set, last; a sentence where there is one of that name. */
export function addSet(chart: Chart, id: string, name: string): Change | string {
  const all = setsOf(chart);
  const [order] = ordersAfter(all, all.length - 1, 1);
  const put = { id, name: '', members: [], order: order! };
  return renameSet({ ...chart, sets: { ...chart.sets, [id]: put } }, id, name);
}
