/** Writing the sets of an item. */
import { asOne, type Change, type Chart, type ItemSet, ordersAfter, setsOf } from '../../chart';
import { folded } from '../../list';
import { namesOf } from './lines';

/**
 * The change that makes an item belong to just the sets that are named; sets that are new are made. A set that nothing
 * belongs to any more goes; where one new name stands in its place it was renamed, and stays what it is.
 */
export function writeSets(chart: Chart, item: string, text: string): Change {
  const wanted = namesOf(text);
  const known = new Map(setsOf(chart).map((set) => [folded(set.name), set]));
  const fresh = [...new Map(wanted.map((name) => [folded(name), name]))].flatMap(([key, name]) =>
    known.has(key) ? [] : [name],
  );
  const all = setsOf(chart);
  const keys = new Set(wanted.map(folded));
  const left = all.filter(
    ({ name, members }) => !keys.has(folded(name)) && members.length === 1 && members[0] === item,
  );
  if (left.length === 1 && fresh.length === 1) {
    const renamed: Change = { type: 'set-sets', put: [{ ...left[0]!, name: fresh[0]! }], remove: [] };
    return { type: 'group', changes: [renamed, ...membershipIn(item, [...known.values()], keys, left[0]!.id)] };
  }
  const orders = ordersAfter(all, all.length - 1, fresh.length);
  // Named after the item that brought it in: two people who do the same at once make the same set.
  const put = fresh.map((name, i) => ({
    id: `${item}-s${all.length + i + 1}`,
    name,
    members: [item],
    order: orders[i]!,
  }));
  const changes = membershipIn(item, [...known.values()], keys);
  if (put.length + left.length > 0) changes.push({ type: 'set-sets', put, remove: left.map(({ id }) => id) });
  return asOne(changes);
}

/** The change by which an item belongs to those of the sets that are named. @param but a set that is left alone */
function membershipIn(item: string, sets: readonly ItemSet[], keys: ReadonlySet<string>, but?: string): Change[] {
  const wanted = sets.filter(({ id }) => id !== but).map(({ id, name }) => [id, keys.has(folded(name))]);
  return [{ type: 'set-membership', item, sets: Object.fromEntries(wanted) }];
}
