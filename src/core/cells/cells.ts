/**
 * A chart as cells that can be set one by one, and put together again. What two people change in different cells does not
 * touch; of what is more than a value, such as a note, the whole is one cell.
 */
import equal from 'fast-deep-equal';
import { type Chart, storedOf } from '../chart';
import { isRecord } from '../records';

/** Where a cell is, from the outside in: `['items', 'n1', 'fields', 'name']`. */
export type Path = readonly string[];
export interface Cell {
  readonly path: Path;
  readonly value: unknown;
}
/** By the path as JSON. */
export type Cells = ReadonlyMap<string, Cell>;

/** Settings that hold cells rather than being one; tiers hold them a step further in. */
const SPLIT: Readonly<Record<string, number>> = {
  page: 1,
  arrangement: 1,
  columns: 1,
  roles: 1,
  settled: 1,
  answers: 1,
  tiers: 2,
};
/** What is nobody's doing, or only says what a chart is. */
const LEFT_ALONE: ReadonlySet<string> = new Set(['version', 'trial', 'stands']);

export function cellsOf(chart: Chart): Cells {
  const cells = new Map<string, Cell>();
  const put = (path: Path, value: unknown) => {
    if (value !== undefined) cells.set(JSON.stringify(path), { path, value });
  };
  const split = (path: Path, value: unknown, depth: number) => {
    if (depth === 0 || !isRecord(value)) return put(path, value);
    for (const [key, own] of Object.entries(value)) split([...path, key], own, depth - 1);
  };
  const { settings, parts } = storedOf(chart);
  for (const [key, value] of Object.entries(settings))
    if (!LEFT_ALONE.has(key)) split(['settings', key], value, SPLIT[key] ?? 0);
  for (const item of Object.values(chart.items)) {
    const { id, fields, ...rest } = item;
    put(['items', id], true);
    split(['items', id, 'fields'], fields, 1);
    for (const [key, value] of Object.entries(rest)) put(['items', id, key], value);
  }
  for (const { id, name, order, members } of Object.values(chart.sets)) {
    put(['sets', id], true);
    put(['sets', id, 'name'], name);
    put(['sets', id, 'order'], order);
    for (const member of members) put(['sets', id, 'has', member], true);
  }
  for (const part of ['links', 'notes', 'enclosures', 'views', 'carried'] as const)
    for (const [id, value] of Object.entries(parts[part] ?? {})) put([part, id], value);
  return cells;
}

/** The chart of some cells. @param like what of it is in no cell */
export function chartOf(cells: Cells, like: Chart): Chart {
  const settings: Record<string, unknown> = { page: {}, arrangement: {}, tiers: {} };
  const parts: Record<string, Record<string, unknown>> = { items: {}, links: {}, sets: {}, notes: {} };
  const into = (record: Record<string, unknown>, path: Path, value: unknown) => {
    let at = record;
    for (const key of path.slice(0, -1)) {
      if (!isRecord(at[key])) at[key] = {};
      at = at[key] as Record<string, unknown>;
    }
    at[path.at(-1)!] = value;
  };
  for (const { path, value } of cells.values()) {
    const [part, id, ...rest] = path as [string, string, ...string[]];
    if (part === 'settings') into(settings, [id, ...rest], value);
    else if (part === 'items' || part === 'sets') {
      parts[part]![id] ??= part === 'items' ? { id, fields: {} } : { id, members: [] };
      const own = parts[part]![id] as { members: string[] } & Record<string, unknown>;
      if (rest[0] === 'has') own.members.push(rest[1]!);
      else if (rest.length > 0) into(own, rest, value);
    } else {
      parts[part] ??= {};
      parts[part][id] = value;
    }
  }
  for (const set of Object.values(parts['sets']!)) (set as { members: string[] }).members.sort();
  const { version, trial, stands } = like;
  return {
    version,
    ...(trial !== undefined && { trial }),
    ...(stands !== undefined && { stands }),
    ...settings,
    ...parts,
  } as unknown as Chart;
}

export const sameCell = (a: Cell | undefined, b: Cell | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && equal(a.value, b.value));
