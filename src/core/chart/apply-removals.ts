/** Changes that take lines out, with their links and memberships. */
import { type Applied, siblingsOf, unknown } from './applied';
import { asOne, type Change } from './changes';
import type { Chart, Item, Link } from './model';
import { ordersAfter } from './order';
import { branchOf, treeOf, walk } from './tree';

/** Takes items out with their links and memberships; the inverse puts all back just as it was. */
export function takeOut(chart: Chart, ids: readonly string[]): { chart: Chart; inverse: Change[] } {
  const gone = new Set(ids);
  const items = { ...chart.items };
  for (const id of ids) delete items[id];
  const links: Record<string, Link> = {};
  const goneLinks: Link[] = [];
  for (const link of Object.values(chart.links)) {
    if (gone.has(link.from) || gone.has(link.to)) goneLinks.push(link);
    else links[link.id] = link;
  }
  const sets = { ...chart.sets };
  const memberships: Change[] = [];
  for (const set of Object.values(chart.sets)) {
    const out = set.members.filter((id) => gone.has(id));
    if (out.length === 0) continue;
    sets[set.id] = { ...set, members: set.members.filter((id) => !gone.has(id)) };
    for (const item of out) memberships.push({ type: 'set-membership', item, sets: { [set.id]: true } });
  }
  const back: Change = { type: 'add-items', items: ids.map((id) => chart.items[id]!) };
  if (goneLinks.length > 0) back.links = goneLinks;
  return { chart: { ...chart, items, links, sets }, inverse: [back, ...memberships] };
}

export function removeBranch(chart: Chart, id: string): Applied {
  if (!chart.items[id]) return unknown(id);
  const out = takeOut(chart, branchOf(treeOf(chart.items), id));
  return { ok: true, chart: out.chart, inverse: asOne(out.inverse) };
}

export function removeLift(chart: Chart, id: string): Applied {
  const item = chart.items[id];
  if (!item) return unknown(id);
  const children = siblingsOf(chart, id);
  const siblings = siblingsOf(chart, item.parent);
  const at = siblings.findIndex((s) => s.id === id);
  // The children take the place of the removed item, between its neighbours.
  const orders = ordersAfter(siblings, at, children.length);
  const items = { ...chart.items };
  for (const [i, child] of children.entries()) items[child.id] = { ...child, parent: item.parent, order: orders[i]! };
  const out = takeOut({ ...chart, items }, [id]);
  const back = children.map((child): Change => ({ type: 'move-branch', id: child.id, parent: id, order: child.order }));
  return { ok: true, chart: out.chart, inverse: asOne([...out.inverse, ...back]) };
}

/** Lines out of their places; what stays under them moves up, to the end of where the line stood. */
export function removeLines(chart: Chart, ids: readonly string[]): Applied {
  const missing = ids.find((id) => !chart.items[id]);
  if (missing !== undefined) return unknown(missing);
  const gone = new Set(ids);
  const tree = treeOf(chart.items);
  const items = { ...chart.items };
  const back: Record<string, { parent: string | null; order: string }> = {};
  // Where lines go, their children take the place between the neighbours, in the order of the list.
  const settle = (parent: string | null) => {
    const flat = (id: string): string[] => (gone.has(id) ? tree.childrenOf(id).flatMap(flat) : [id]);
    const before = tree.childrenOf(parent);
    if (!before.some((id) => gone.has(id))) return;
    let last: Item | undefined;
    for (let i = 0; i < before.length; i++) {
      const id = before[i]!;
      if (!gone.has(id)) {
        last = items[id];
        continue;
      }
      const lifted = flat(id);
      const next = before.slice(i + 1).find((other) => !gone.has(other));
      const around = [...(last ? [last] : []), ...(next === undefined ? [] : [items[next]!])];
      const orders = ordersAfter(around, last ? 0 : -1, lifted.length);
      for (const [at, child] of lifted.entries()) {
        const { parent: from, order } = chart.items[child]!;
        back[child] = { parent: from, order };
        items[child] = { ...items[child]!, parent, order: orders[at]! };
        last = items[child];
      }
    }
  };
  settle(null);
  for (const { id } of walk(tree)) if (!gone.has(id)) settle(id);
  const out = takeOut({ ...chart, items }, ids);
  // Those taken out come back under the parents they had, which may have been taken out too.
  const first = out.inverse[0] as Extract<Change, { type: 'add-items' }>;
  first.items = ids.map((id) => chart.items[id]!);
  const places: Change[] = Object.keys(back).length > 0 ? [{ type: 'place-lines', places: back }] : [];
  return { ok: true, chart: out.chart, inverse: asOne([...out.inverse, ...places]) };
}
