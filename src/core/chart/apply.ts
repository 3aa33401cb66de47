/** Carrying out changes: the only way a chart value becomes another. */
import type { Change, NewItem, SingleChange } from './changes';
import { type Chart, ITEM_LIMIT, type Item, type ItemSet, type Link } from './model';
import { ordersAfter } from './order';
import { branchOf, isWithin, treeOf, walk } from './tree';

/** Why a change can't be carried out, in words a person can act on. */
export interface ChangeProblem {
  code: 'unknown-item' | 'double-id' | 'under-itself' | 'no-place' | 'too-many' | 'unknown-set';
  message: string;
}
export type Applied = { ok: true; chart: Chart; inverse: Change } | { ok: false; problem: ChangeProblem };

const fail = (code: ChangeProblem['code'], message: string): Applied => ({ ok: false, problem: { code, message } });
const unknown = (id: string) =>
  fail('unknown-item', `There is no item "${id}" in this chart; somebody may have removed it.`);

const nameOf = (chart: Chart, id: string) => chart.items[id]?.fields['name'] || 'This item';

/** A record with some keys set and, where the value is null, taken away. A key whose value is undefined is left alone. */
function patched<T extends object>(record: T, patch: object): T {
  const next = new Map<string, unknown>(Object.entries(record));
  for (const [key, value] of Object.entries(patch)) {
    if (value === null) next.delete(key);
    else if (value !== undefined) next.set(key, value);
  }
  return Object.fromEntries(next) as T;
}

/** The patch that takes `patched(record, patch)` back to `record`. */
const unpatch = (record: object, patch: object): Record<string, never> => {
  const before = new Map<string, unknown>(Object.entries(record));
  const keys = Object.entries(patch).filter(([, value]) => value !== undefined);
  return Object.fromEntries(keys.map(([key]) => [key, before.get(key) ?? null])) as Record<string, never>;
};

const siblingsOf = (chart: Chart, parent: string | null, without?: string): Item[] =>
  treeOf(chart.items)
    .childrenOf(parent)
    .filter((id) => id !== without)
    .map((id) => chart.items[id]!);

/** Index to insert after, by the meaning of `after` in a change; undefined where `after` is no such sibling. */
function placeAfter(siblings: readonly Item[], after: string | null | undefined): number | undefined {
  if (after === undefined) return siblings.length - 1;
  if (after === null) return -1;
  const at = siblings.findIndex((item) => item.id === after);
  return at < 0 ? undefined : at;
}

function addItems(chart: Chart, change: Extract<SingleChange, { type: 'add-items' }>): Applied {
  if (Object.keys(chart.items).length + change.items.length > ITEM_LIMIT)
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
  const tree = treeOf(items);
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

function moveTo(chart: Chart, id: string, parent: string | null, order: string): Applied {
  const item = chart.items[id]!;
  return {
    ok: true,
    chart: { ...chart, items: { ...chart.items, [id]: { ...item, parent, order } } },
    inverse: { type: 'move-branch', id, parent: item.parent, order: item.order },
  };
}

function moveBranch(chart: Chart, change: Extract<SingleChange, { type: 'move-branch' }>): Applied {
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

function moveIn(chart: Chart, id: string): Applied {
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

function moveOut(chart: Chart, id: string): Applied {
  const item = chart.items[id];
  if (!item) return unknown(id);
  if (item.parent === null) return fail('no-place', `"${nameOf(chart, id)}" is at the top level already.`);
  return moveBranch(chart, { type: 'move-branch', id, parent: chart.items[item.parent]!.parent, after: item.parent });
}

/** A set whose members are in their one order, each once. */
const sorted = (set: ItemSet): ItemSet => ({ ...set, members: [...new Set(set.members)].sort() });

/** A record with some entries put and some removed, and what takes it back. */
function replaced<T extends { readonly id: string }>(
  record: Readonly<Record<string, T>>,
  { put, remove }: { readonly put: readonly T[]; readonly remove: readonly string[] },
): { record: Record<string, T>; back: { put: T[]; remove: string[] } } {
  const next = new Map(Object.entries(record));
  const touched = new Set([...put.map(({ id }) => id), ...remove]);
  for (const id of remove) next.delete(id);
  for (const entry of put) next.set(entry.id, entry);
  const before = [...touched].filter((id) => record[id] !== undefined);
  return {
    record: Object.fromEntries(next),
    back: { put: before.map((id) => record[id]!), remove: [...touched].filter((id) => record[id] === undefined) },
  };
}

function setMembership(chart: Chart, change: Extract<SingleChange, { type: 'set-membership' }>): Applied {
  const { item } = change;
  if (!chart.items[item]) return unknown(item);
  const sets = { ...chart.sets };
  const before: Record<string, boolean> = {};
  for (const [id, belongs] of Object.entries(change.sets)) {
    const set = sets[id];
    if (!set) return fail('unknown-set', `There is no set "${id}" in this chart; somebody may have removed it.`);
    before[id] = set.members.includes(item);
    const others = set.members.filter((member) => member !== item);
    sets[id] = sorted({ ...set, members: belongs ? [...others, item] : others });
  }
  return { ok: true, chart: { ...chart, sets }, inverse: { type: 'set-membership', item, sets: before } };
}

/** Takes items out with their links and memberships; the inverse puts all back just as it was. */
function takeOut(chart: Chart, ids: readonly string[]): { chart: Chart; inverse: Change[] } {
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

const asInverse = (changes: Change[]): Change => (changes.length === 1 ? changes[0]! : { type: 'group', changes });

function removeBranch(chart: Chart, id: string): Applied {
  if (!chart.items[id]) return unknown(id);
  const out = takeOut(chart, branchOf(treeOf(chart.items), id));
  return { ok: true, chart: out.chart, inverse: asInverse(out.inverse) };
}

function removeLift(chart: Chart, id: string): Applied {
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
  return { ok: true, chart: out.chart, inverse: asInverse([...out.inverse, ...back]) };
}

/** Lines out of their places; what stays under them moves up, to the end of where the line stood. */
function removeLines(chart: Chart, ids: readonly string[]): Applied {
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
  return { ok: true, chart: out.chart, inverse: asInverse([...out.inverse, ...places]) };
}

function editLines(chart: Chart, { edits }: Extract<SingleChange, { type: 'edit-lines' }>): Applied {
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

function placeLines(chart: Chart, { places }: Extract<SingleChange, { type: 'place-lines' }>): Applied {
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

/** A record that is there only while it holds something. */
const orNone = <T extends object>(record: T): T | null => (Object.keys(record).length > 0 ? record : null);

function setFace(chart: Chart, { tier, face }: Extract<SingleChange, { type: 'set-face' }>): Applied {
  if (tier === undefined)
    return {
      ok: true,
      chart: patched(chart, { face }),
      inverse: { type: 'set-face', face: chart.face ?? null },
    };
  const key = String(tier);
  const before = chart.tiers[key] ?? {};
  return {
    ok: true,
    chart: { ...chart, tiers: patched(chart.tiers, { [key]: orNone(patched(before, { face })) }) },
    inverse: { type: 'set-face', tier, face: before.face ?? null },
  };
}

function settle(chart: Chart, { keys }: Extract<SingleChange, { type: 'settle' }>): Applied {
  const before = chart.settled ?? {};
  const patch = Object.fromEntries(Object.entries(keys).map(([key, on]) => [key, on ? true : null]));
  const back = Object.fromEntries(Object.keys(keys).map((key) => [key, before[key] === true]));
  return {
    ok: true,
    chart: patched(chart, { settled: orNone(patched(before, patch)) }),
    inverse: { type: 'settle', keys: back },
  };
}

function setTier(chart: Chart, change: Extract<SingleChange, { type: 'set-tier' }>): Applied {
  const key = String(change.tier);
  const before = chart.tiers[key] ?? {};
  const inverse: Extract<SingleChange, { type: 'set-tier' }> = { type: 'set-tier', tier: change.tier };
  let after = before;
  if (change.name !== undefined) {
    after = patched(after, { name: change.name });
    inverse.name = before.name ?? null;
  }
  if (change.look !== undefined) {
    const look = patched(before.look ?? {}, change.look);
    after = patched(after, { look: Object.keys(look).length > 0 ? look : null });
    inverse.look = unpatch(before.look ?? {}, change.look);
  }
  const tiers = patched(chart.tiers, { [key]: Object.keys(after).length > 0 ? after : null });
  return { ok: true, chart: { ...chart, tiers }, inverse };
}

function setItem(chart: Chart, change: Extract<SingleChange, { type: 'set-item' }>): Applied {
  const item = chart.items[change.id];
  if (!item) return unknown(change.id);
  const { type, id, ...patch } = change;
  const inverse = { type, id, ...unpatch(item, patch) };
  return { ok: true, chart: { ...chart, items: { ...chart.items, [id]: patched(item, patch) } }, inverse };
}

function group(chart: Chart, changes: readonly Change[]): Applied {
  const inverse: Change[] = [];
  let at = chart;
  for (const change of changes) {
    const applied = apply(at, change);
    if (!applied.ok) return applied;
    at = applied.chart;
    inverse.push(applied.inverse);
  }
  return { ok: true, chart: at, inverse: { type: 'group', changes: inverse.reverse() } };
}

/**
 * Carries out one change.
 * @returns the new chart and the change that restores the very same value; or, where the change can't be carried out,
 * the problem. The given chart is never altered.
 */
export function apply(chart: Chart, change: Change): Applied {
  switch (change.type) {
    case 'group':
      return group(chart, change.changes);
    case 'add-items':
      return addItems(chart, change);
    case 'edit-fields': {
      const item = chart.items[change.id];
      if (!item) return unknown(change.id);
      const fields = patched(item.fields, change.fields);
      return {
        ok: true,
        chart: { ...chart, items: { ...chart.items, [item.id]: { ...item, fields } } },
        inverse: { type: 'edit-fields', id: item.id, fields: unpatch(item.fields, change.fields) },
      };
    }
    case 'edit-lines':
      return editLines(chart, change);
    case 'place-lines':
      return placeLines(chart, change);
    case 'remove-lines':
      return removeLines(chart, change.ids);
    case 'set-columns': {
      const columns = patched(chart.columns ?? {}, change.columns);
      return {
        ok: true,
        chart: patched(chart, { columns: orNone(columns) }),
        inverse: { type: 'set-columns', columns: unpatch(chart.columns ?? {}, change.columns) },
      };
    }
    case 'set-face':
      return setFace(chart, change);
    case 'settle':
      return settle(chart, change);
    case 'set-listed':
      return {
        ok: true,
        chart: patched(chart, { listed: change.day }),
        inverse: { type: 'set-listed', day: chart.listed ?? null },
      };
    case 'move-branch':
      return moveBranch(chart, change);
    case 'move-in':
      return moveIn(chart, change.id);
    case 'move-out':
      return moveOut(chart, change.id);
    case 'remove-branch':
      return removeBranch(chart, change.id);
    case 'remove-lift':
      return removeLift(chart, change.id);
    case 'set-item':
      return setItem(chart, change);
    case 'set-links': {
      const missing = change.put.flatMap(({ from, to }) => [from, to]).find((id) => !chart.items[id]);
      if (missing !== undefined) return unknown(missing);
      const { record, back } = replaced(chart.links, change);
      return { ok: true, chart: { ...chart, links: record }, inverse: { type: 'set-links', ...back } };
    }
    case 'set-sets': {
      const put = change.put.map(sorted);
      const missing = put.flatMap(({ members }) => members).find((id) => !chart.items[id]);
      if (missing !== undefined) return unknown(missing);
      const { record, back } = replaced(chart.sets, { put, remove: change.remove });
      return { ok: true, chart: { ...chart, sets: record }, inverse: { type: 'set-sets', ...back } };
    }
    case 'set-membership':
      return setMembership(chart, change);
    case 'set-kind':
      return {
        ok: true,
        chart: { ...chart, kind: change.kind },
        inverse: { type: 'set-kind', kind: chart.kind },
      };
    case 'rename':
      return { ok: true, chart: { ...chart, title: change.title }, inverse: { type: 'rename', title: chart.title } };
    case 'set-tier':
      return setTier(chart, change);
    case 'set-house':
      return { ok: true, chart: { ...chart, house: change.house }, inverse: { type: 'set-house', house: chart.house } };
    case 'set-page': {
      const page = patched(chart.page, change.page);
      return {
        ok: true,
        chart: { ...chart, page },
        inverse: { type: 'set-page', page: unpatch(chart.page, change.page) },
      };
    }
    case 'set-arrangement':
      return {
        ok: true,
        chart: { ...chart, arrangement: patched(chart.arrangement, change.arrangement) },
        inverse: { type: 'set-arrangement', arrangement: unpatch(chart.arrangement, change.arrangement) },
      };
  }
}
