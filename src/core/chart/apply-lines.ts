/** Changes that bring lines in, write in them and move them. */
import { type Applied, fail, nameOf, patched, placeAfter, siblingsOf, unknown, unpatch } from './applied';
import type { Change, NewItem, SingleChange } from './changes';
import { type Chart, countOf, ITEM_LIMIT, type Item } from './model';
import { ordersAfter } from './order';
import { isWithin, treeAnew } from './tree';

export function addItems(chart: Chart, change: Extract<SingleChange, { type: 'add-items' }>): Applied {
  if (countOf(chart.items) + change.items.length > ITEM_LIMIT)
    return fail('too-many', `A chart holds ${ITEM_LIMIT} items at the most; split the list into several charts.`);
  const items: Record<string, Item> = { ...chart.items };
  const incoming = new Map<string, NewItem>();
  for (const item of change.items) {
    if (items[item.id] || incoming.has(item.id)) return fail('double-id', `There is already an item "${item.id}".`);
    incoming.set(item.id, item);
  }
  const unplaced = new Map<string | null, NewItem[]>();
  for (const item of change.items) {
    if (item.parent !== null && !items[item.parent] && !incoming.has(item.parent)) return unknown(item.parent);
    if (item.order !== undefined) items[item.id] = { ...item, order: item.order };
    else if (unplaced.has(item.parent)) unplaced.get(item.parent)!.push(item);
    else unplaced.set(item.parent, [item]);
  }
  const tree = treeAnew(items);
  for (const [parent, group] of unplaced) {
    const siblings = tree.childrenOf(parent).map((id) => items[id]!);
    const at = placeAfter(
      siblings,
      siblings.some((s) => s.id === change.after) || change.after === null ? change.after : undefined,
    );
    const orders = ordersAfter(siblings, at ?? siblings.length - 1, group.length);
    for (const [i, item] of group.entries()) items[item.id] = { ...item, order: orders[i]! };
  }
  // A ring among the new items would hang on no top.
  for (const item of change.items) {
    const seen = new Set<string>();
    for (let at: string | null = item.id; at !== null && incoming.has(at); at = items[at]!.parent) {
      if (seen.has(at)) return fail('under-itself', `"${item.fields['name'] ?? item.id}" would stand under itself.`);
      seen.add(at);
    }
  }
  const links = { ...chart.links };
  for (const link of change.links ?? []) {
    if (!items[link.from] || !items[link.to]) return unknown(items[link.from] ? link.to : link.from);
    if (links[link.id]) return fail('double-id', `There is already a link "${link.id}".`);
    links[link.id] = link;
  }
  const tops = change.items.filter((item) => item.parent === null || !incoming.has(item.parent));
  return {
    ok: true,
    chart: { ...chart, items, links },
    inverse: {
      type: 'group',
      changes: tops.map((item) => ({ type: 'remove-branch', id: item.id })).reverse() as Change[],
    },
  };
}

export function moveTo(chart: Chart, id: string, parent: string | null, order: string): Applied {
  const item = chart.items[id]!;
  return {
    ok: true,
    chart: { ...chart, items: { ...chart.items, [id]: { ...item, parent, order } } },
    inverse: { type: 'move-branch', id, parent: item.parent, order: item.order },
  };
}

export function moveBranch(chart: Chart, change: Extract<SingleChange, { type: 'move-branch' }>): Applied {
  const { id, parent } = change;
  if (!chart.items[id]) return unknown(id);
  if (parent !== null && !chart.items[parent]) return unknown(parent);
  if (parent !== null && isWithin(chart.items, parent, id))
    return fail('under-itself', `"${nameOf(chart, id)}" can't be moved under itself or its own branch.`);
  if (change.order !== undefined) return moveTo(chart, id, parent, change.order);
  const siblings = siblingsOf(chart, parent, id);
  const at = placeAfter(siblings, change.after);
  if (at === undefined) return fail('no-place', 'The item to stand after is not there any more.');
  return moveTo(chart, id, parent, ordersAfter(siblings, at, 1)[0]!);
}

export function moveIn(chart: Chart, id: string): Applied {
  const item = chart.items[id];
  if (!item) return unknown(id);
  const siblings = siblingsOf(chart, item.parent);
  const above = siblings[siblings.findIndex((s) => s.id === id) - 1];
  if (!above)
    return fail(
      'no-place',
      `"${nameOf(chart, id)}" is the first at its level: there is no line above to move it under.`,
    );
  return moveBranch(chart, { type: 'move-branch', id, parent: above.id });
}

export function moveOut(chart: Chart, id: string): Applied {
  const item = chart.items[id];
  if (!item) return unknown(id);
  if (item.parent === null) return fail('no-place', `"${nameOf(chart, id)}" is at the top level already.`);
  return moveBranch(chart, { type: 'move-branch', id, parent: chart.items[item.parent]!.parent, after: item.parent });
}

export function editLines(chart: Chart, { edits }: Extract<SingleChange, { type: 'edit-lines' }>): Applied {
  const items = { ...chart.items };
  const back: Record<string, Record<string, string | null>> = {};
  for (const [id, fields] of Object.entries(edits)) {
    const item = items[id];
    if (!item) return unknown(id);
    items[id] = { ...item, fields: patched(item.fields, fields) };
    back[id] = unpatch(item.fields, fields);
  }
  return { ok: true, chart: { ...chart, items }, inverse: { type: 'edit-lines', edits: back } };
}

export function placeLines(chart: Chart, { places }: Extract<SingleChange, { type: 'place-lines' }>): Applied {
  const items = { ...chart.items };
  const back: Record<string, { parent: string | null; order: string }> = {};
  for (const [id, { parent, order }] of Object.entries(places)) {
    const item = items[id];
    if (!item) return unknown(id);
    if (parent !== null && !items[parent]) return unknown(parent);
    back[id] = { parent: item.parent, order: item.order };
    items[id] = { ...item, parent, order };
  }
  const sound = new Set<string>();
  for (const id of Object.keys(places)) {
    const way = new Set<string>();
    for (let at: string | null = id; at !== null && !sound.has(at); at = items[at]!.parent) {
      if (way.has(at)) return fail('under-itself', `"${nameOf(chart, id)}" would stand under itself.`);
      way.add(at);
    }
    for (const at of way) sound.add(at);
  }
  return { ok: true, chart: { ...chart, items }, inverse: { type: 'place-lines', places: back } };
}
