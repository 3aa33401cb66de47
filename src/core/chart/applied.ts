/** What carrying out a change gives, and what all changes share. */
import type { Change } from './changes';
import type { Chart, Item } from './model';
import { treeOf } from './tree';

/** Why a change can't be carried out, in words a person can act on. */
export interface ChangeProblem {
  code: 'unknown-item' | 'double-id' | 'under-itself' | 'no-place' | 'too-many' | 'unknown-set';
  message: string;
}
export type Applied = { ok: true; chart: Chart; inverse: Change } | { ok: false; problem: ChangeProblem };

export const fail = (code: ChangeProblem['code'], message: string): Applied => ({
  ok: false,
  problem: { code, message },
});
export const unknown = (id: string) =>
  fail('unknown-item', `There is no item "${id}" in this chart; somebody may have removed it.`);

export const nameOf = (chart: Chart, id: string) => chart.items[id]?.fields['name'] || 'This item';

/** A record with some keys set and, where the value is null, taken away. A key whose value is undefined is left alone. */
export function patched<T extends object>(record: T, patch: object): T {
  const next = new Map<string, unknown>(Object.entries(record));
  for (const [key, value] of Object.entries(patch)) {
    if (value === null) next.delete(key);
    else if (value !== undefined) next.set(key, value);
  }
  return Object.fromEntries(next) as T;
}

/** The patch that takes `patched(record, patch)` back to `record`. */
export const unpatch = (record: object, patch: object): Record<string, never> => {
  const before = new Map<string, unknown>(Object.entries(record));
  const keys = Object.entries(patch).filter(([, value]) => value !== undefined);
  return Object.fromEntries(keys.map(([key]) => [key, before.get(key) ?? null])) as Record<string, never>;
};

export const siblingsOf = (chart: Chart, parent: string | null, without?: string): Item[] =>
  treeOf(chart.items)
    .childrenOf(parent)
    .filter((id) => id !== without)
    .map((id) => chart.items[id]!);

/** Index to insert after, by the meaning of `after` in a change; undefined where `after` is no such sibling. */
export function placeAfter(siblings: readonly Item[], after: string | null | undefined): number | undefined {
  if (after === undefined) return siblings.length - 1;
  if (after === null) return -1;
  const at = siblings.findIndex((item) => item.id === after);
  return at < 0 ? undefined : at;
}
