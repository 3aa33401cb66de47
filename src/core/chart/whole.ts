/** Whether the parts of a chart fit together: every parent, member and end of a link exists, and nothing is under itself. */
import type { Chart } from './model';
import type { StoredChange } from './stored';

/** What does not fit, by the field of the chart that it is in. */
export interface Misfit {
  readonly code: 'under-itself' | 'no-place' | 'unknown-item';
  readonly field: string;
  readonly message: string;
}

type Whole = Pick<Chart, 'items' | 'links' | 'sets'>;

/** Of a chart that was whole: only what changed has to be looked at, unless items were removed. */
function changedOf(chart: Whole, change: StoredChange | undefined) {
  const all = { items: Object.keys(chart.items), links: Object.keys(chart.links), sets: Object.keys(chart.sets) };
  if (!change || change.gone.some(({ part }) => part === 'items')) return all;
  const put = (wanted: string) => change.put.flatMap(({ part, id }) => (part === wanted ? [id] : []));
  return { items: put('items'), links: put('links'), sets: put('sets') };
}

/**
 * @param change what made it of a chart that was whole; absent: all of it is looked at
 * @returns the first misfit, or undefined
 */
export function misfitOf(chart: Whole, change?: StoredChange): Misfit | undefined {
  const { items, links, sets } = chart;
  const name = (id: string) => items[id]?.fields['name'] || 'An item';
  const changed = changedOf(chart, change);
  const done = new Set<string>();
  for (const id of changed.items) {
    const path = new Set<string>();
    for (let at: string | null = id; at !== null && !done.has(at); at = items[at]!.parent) {
      if (path.has(at))
        return {
          code: 'under-itself',
          field: `items.${at}.parent`,
          message: `${name(at)} would be under itself.`,
        };
      path.add(at);
      const { parent } = items[at]!;
      if (parent !== null && !Object.hasOwn(items, parent))
        return {
          code: 'no-place',
          field: `items.${at}.parent`,
          message: `${name(at)} would be under an item that does not exist.`,
        };
    }
    for (const at of path) done.add(at);
  }
  for (const id of changed.links)
    for (const end of ['from', 'to'] as const)
      if (!Object.hasOwn(items, links[id]![end]))
        return {
          code: 'unknown-item',
          field: `links.${id}.${end}`,
          message: 'A link would lead to an item that does not exist.',
        };
  for (const id of changed.sets)
    if (sets[id]!.members.some((member) => !Object.hasOwn(items, member)))
      return {
        code: 'unknown-item',
        field: `sets.${id}.members`,
        message: `The set ${sets[id]!.name} would have a member that does not exist.`,
      };
  return undefined;
}
