/** Changes to sets, to how tiers and items look, and to what is known of the list. */
import { type Applied, fail, patched, unknown, unpatch } from './applied';
import type { SingleChange } from './changes';
import type { Chart, ItemSet } from './model';

/** A set whose members are in their one order, each once. */
export const sorted = (set: ItemSet): ItemSet => ({ ...set, members: [...new Set(set.members)].sort() });

/** A record with some entries put and some removed, and what takes it back. */
export function replaced<T extends { readonly id: string }>(
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

export function setMembership(chart: Chart, change: Extract<SingleChange, { type: 'set-membership' }>): Applied {
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

/** A record that is there only while it holds something. */
export const orNone = <T extends object>(record: T): T | null => (Object.keys(record).length > 0 ? record : null);

export function setFace(chart: Chart, { tier, face }: Extract<SingleChange, { type: 'set-face' }>): Applied {
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

export function settle(chart: Chart, { keys }: Extract<SingleChange, { type: 'settle' }>): Applied {
  const before = chart.settled ?? {};
  const patch = Object.fromEntries(Object.entries(keys).map(([key, on]) => [key, on ? true : null]));
  const back = Object.fromEntries(Object.keys(keys).map((key) => [key, before[key] === true]));
  return {
    ok: true,
    chart: patched(chart, { settled: orNone(patched(before, patch)) }),
    inverse: { type: 'settle', keys: back },
  };
}

export function setTier(chart: Chart, change: Extract<SingleChange, { type: 'set-tier' }>): Applied {
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
  for (const key of ['leaves', 'gap'] as const) {
    if (change[key] === undefined) continue;
    after = patched(after, { [key]: change[key] });
    Object.assign(inverse, { [key]: before[key] ?? null });
  }
  const tiers = patched(chart.tiers, { [key]: Object.keys(after).length > 0 ? after : null });
  return { ok: true, chart: { ...chart, tiers }, inverse };
}

export function setItem(chart: Chart, change: Extract<SingleChange, { type: 'set-item' }>): Applied {
  const item = chart.items[change.id];
  if (!item) return unknown(change.id);
  const { type, id, ...patch } = change;
  const inverse = { type, id, ...unpatch(item, patch) };
  return { ok: true, chart: { ...chart, items: { ...chart.items, [id]: patched(item, patch) } }, inverse };
}

export function setItems(chart: Chart, change: Extract<SingleChange, { type: 'set-items' }>): Applied {
  const items = { ...chart.items };
  const back: Extract<SingleChange, { type: 'set-items' }>['items'] = {};
  for (const [id, patch] of Object.entries(change.items)) {
    const item = chart.items[id];
    if (!item) return unknown(id);
    items[id] = patched(item, patch);
    back[id] = unpatch(item, patch);
  }
  return { ok: true, chart: { ...chart, items }, inverse: { type: 'set-items', items: back } };
}
