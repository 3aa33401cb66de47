import { type Change, type Chart, ordersAfter, type Tree, treeOf } from '../chart';

/** Makes two lines one: the first keeps its words and takes over what only the second has, and all that is joined to it. */
export function mergeLines(chart: Chart, keep: string, drop: string, tree: Tree = treeOf(chart.items)): Change {
  const [kept, dropped] = [chart.items[keep]!, chart.items[drop]!];
  const changes: Change[] = [];
  const more = Object.entries(dropped.fields).filter(([field, text]) => text !== '' && !kept.fields[field]);
  if (more.length > 0) changes.push({ type: 'edit-lines', edits: { [keep]: Object.fromEntries(more) } });
  const above = new Set<string>();
  for (let at: string | null = keep; at !== null; at = chart.items[at]?.parent ?? null) above.add(at);
  // A branch of the second that holds the first stays where the second stood.
  const children = tree.childrenOf(drop).filter((id) => !above.has(id));
  const own = tree.childrenOf(keep).map((id) => chart.items[id]!);
  const orders = ordersAfter(own, own.length - 1, children.length);
  if (children.length > 0)
    changes.push({
      type: 'place-lines',
      places: Object.fromEntries(children.map((id, i) => [id, { parent: keep, order: orders[i]! }])),
    });
  const other = (id: string) => (id === drop ? keep : id);
  const put = Object.values(chart.links)
    .filter(({ from, to }) => from === drop || to === drop)
    .map((link) => ({ ...link, from: other(link.from), to: other(link.to) }))
    .filter(({ from, to }) => from !== to);
  if (put.length > 0) changes.push({ type: 'set-links', put, remove: [] });
  const sets = Object.values(chart.sets).filter(({ members }) => members.includes(drop));
  if (sets.length > 0)
    changes.push({ type: 'set-membership', item: keep, sets: Object.fromEntries(sets.map(({ id }) => [id, true])) });
  changes.push({ type: 'remove-lift', id: drop });
  return { type: 'group', changes };
}

/** What a problem is remembered by when it is left as it is: the same again as long as its words stay. */
export const problemKey = (code: string, ...of: readonly string[]): string => [code, ...of].join(' ').slice(0, 300);
