/** Sets that are typed: `item: set, set`, counts, and lines put under a heading, which is a set then. */
import { addSet, asOne, type Change, type Chart, setsOf, treeOf } from '../../chart';
import { folded, tidy } from '../../list';
import { type Addition, beside } from '../typing';
import { namesIn, readCount } from './counts';
import { parted } from './lines';
import { writeSets } from './write';

export function typed(chart: Chart, item: string, text: string): Change | undefined {
  const [name, rest] = parted(text) ?? [];
  if (name === undefined || rest === undefined || name === '') return sameAgain(chart, item, text);
  const named: Change = { type: 'edit-fields', id: item, fields: { name } };
  if (readCount(rest) === undefined) return asOne([named, ...(rest === '' ? [] : [writeSets(chart, item, rest)])]);
  // A count of a region: the sets that it names are there from now on.
  const changes: Change[] = [{ type: 'edit-fields', id: item, fields: { name, count: rest } }];
  let at = chart;
  for (const [i, set] of namesIn(name).entries()) {
    const id = `${item}-n${i + 1}`.slice(-64);
    const what = addSet(at, id, set);
    if (typeof what === 'string' || what.type !== 'set-sets') continue;
    changes.push(what);
    at = { ...at, sets: { ...at.sets, [id]: what.put[0]! } };
  }
  return asOne(changes);
}

/** A name that is there already, written under another heading: the same thing belongs to both. */
function sameAgain(chart: Chart, item: string, text: string): Change | undefined {
  const own = setsOf(chart).filter(({ members }) => members.includes(item));
  const same = Object.values(chart.items).find(
    ({ id, fields }) => id !== item && folded(fields['name'] ?? '') === folded(text) && text.trim() !== '',
  );
  if (!same || own.length === 0) return undefined;
  return asOne([
    { type: 'set-membership', item: same.id, sets: Object.fromEntries(own.map(({ id }) => [id, true])) },
    { type: 'remove-lift', id: item },
  ]);
}

/** A line that is moved in under another: that one is the name of a set, and this belongs to it. */
export function nest(chart: Chart, item: string, above: string): { change: Change; said: string } | string {
  const heading = chart.items[above]!;
  const name = tidy(heading.fields['name'] ?? '');
  const belongs = setsOf(chart).some(({ members }) => members.includes(above));
  if (name === '') return 'Write the name of the set first; what stands under it belongs to it.';
  if (belongs || Object.keys(heading.fields).some((field) => field !== 'name' && heading.fields[field]))
    return `${name} is an item itself: nothing stands under it. Write the sets of a line in their column.`;
  const known = setsOf(chart).find((set) => folded(set.name) === folded(name));
  const set: Change | string = known
    ? { type: 'set-sets', put: [{ ...known, members: [...known.members, item] }], remove: [] }
    : addSet(chart, above, name);
  if (typeof set === 'string') return set;
  const put: Change =
    known || set.type !== 'set-sets' ? set : { ...set, put: set.put.map((one) => ({ ...one, members: [item] })) };
  // What stood under it already, from another kind of chart, moves up.
  const under = treeOf(chart.items).childrenOf(above).length > 0;
  return {
    change: asOne([put, { type: under ? 'remove-lift' : 'remove-branch', id: above }]),
    said: `${name} is a set now; lines written next belong to it too. Shift Tab ends that.`,
  };
}

export const additions: readonly Addition[] = [
  beside('An item', 'b'),
  {
    id: 'alike',
    label: 'An item in the same sets',
    key: 'u',
    joint: 'in the sets of',
    at: 'under',
    add(chart, item, fresh) {
      const own = item === null ? [] : setsOf(chart).filter(({ members }) => members.includes(item));
      return {
        change: asOne([
          {
            type: 'add-items',
            items: [{ id: fresh, parent: null, fields: { name: '' } }],
            ...(item !== null && { after: item }),
          },
          ...(own.length > 0
            ? [
                {
                  type: 'set-membership',
                  item: fresh,
                  sets: Object.fromEntries(own.map(({ id }) => [id, true])),
                } satisfies Change,
              ]
            : []),
        ]),
        write: fresh,
      };
    },
  },
];
