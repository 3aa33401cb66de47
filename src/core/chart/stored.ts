/**
 * Charts as they are stored: their settings, and records of parts apart from them. Each carries a version; older ones are
 * brought up by numbered steps, one from each version to the next, which stay for ever.
 */
import type { z } from 'zod';
import type { Steps } from '../steps';
import { entrySchemas, settingsSchema } from './entries';
import { type Chart, countOf } from './model';
import { PARTS, type Part, type StoredValue, storedOf } from './parts';
import { idSchema, keySchema } from './words';

/** The version that is written now. */
export const VERSION = 1;
/** From each version to the next: the first takes version 1 to 2. */
export type Upgrade = (stored: StoredValue) => StoredValue;
const UPGRADES: readonly Upgrade[] = [];

/** A stored value that can't be read. What is stored stays as it is. */
export class UnreadableChart extends Error {
  constructor(
    readonly code: 'later-version' | 'unreadable',
    message: string,
  ) {
    super(message);
  }
}

/**
 * A stored value as the newest version has it; its settings say which version it is of.
 * @throws UnreadableChart where it is of no version that is known here
 */
export function upgraded(stored: StoredValue, upgrades: readonly Upgrade[] = UPGRADES): StoredValue {
  const newest = upgrades.length + 1;
  const { version } = stored.settings;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new UnreadableChart('unreadable', 'This chart does not say which version of Dendrotax it was stored by.');
  if (version > newest)
    throw new UnreadableChart(
      'later-version',
      `This chart was stored by a later version of Dendrotax (${version}; this one knows ${newest}); start that version.`,
    );
  return upgrades.slice(version - 1).reduce((value, upgrade, i) => {
    const { settings, parts } = upgrade(value);
    return { settings: { ...settings, version: version + i + 1 }, parts };
  }, stored);
}

/** What of a value does not meet the rules of charts. */
export interface Unmet {
  readonly field: string;
  readonly message: string;
}

function unmet(schema: z.ZodType, value: unknown, what: string): Unmet | undefined {
  const parsed = schema.safeParse(value);
  if (parsed.success) return undefined;
  const { path, message } = parsed.error.issues[0]!;
  return { field: [what, ...path].join('.'), message };
}

function held(schema: z.ZodType, value: unknown, what: string): void {
  const wrong = unmet(schema, value, what);
  if (wrong) throw new UnreadableChart('unreadable', `${wrong.field} of this chart can't be read: ${wrong.message}`);
}

/** Entries that are looked at before others get their turn. */
const AT_ONCE = 500;

/**
 * A stored value as a chart, held against the rules of charts. It is read in steps, so that whoever reads thousands of lines
 * can do other things in between. Values are taken as they are: what a later version added to them is not lost.
 * @throws UnreadableChart
 */
export function* readingStored(stored: StoredValue): Steps<Chart> {
  const { settings, parts } = upgraded(stored);
  held(settingsSchema, settings, 'settings');
  let looked = 0;
  for (const part of PARTS)
    for (const [id, value] of Object.entries(parts[part] ?? {})) {
      held(entrySchemas[part], value, `${part}.${id}`);
      if (++looked % AT_ONCE === 0) yield;
    }
  return { items: {}, links: {}, sets: {}, notes: {}, ...settings, ...parts } as unknown as Chart;
}

/** What of a stored chart differs from what it was. */
export interface StoredChange {
  /** Absent where they are as they were. */
  readonly settings?: StoredValue['settings'];
  readonly put: readonly { readonly part: Part; readonly id: string; readonly value: unknown }[];
  readonly gone: readonly { readonly part: Part; readonly id: string }[];
}

/** What differs between a chart and the one before. Values never change, so that the same object is the same entry. */
export function storedChange(before: Chart, after: Chart): StoredChange {
  const [old, now] = [storedOf(before), storedOf(after)];
  const put: { part: Part; id: string; value: unknown }[] = [];
  const gone: { part: Part; id: string }[] = [];
  for (const part of PARTS) {
    const [was, is] = [old.parts[part] ?? {}, now.parts[part] ?? {}];
    if (was === is) continue;
    let known = 0;
    for (const id in is) {
      const before = was[id];
      if (before !== undefined) known++;
      if (is[id] !== before) put.push({ part, id, value: is[id] });
    }
    // Of thousands of entries most often none is gone: that is known by their number.
    if (known < countOf(was)) for (const id in was) if (!Object.hasOwn(is, id)) gone.push({ part, id });
  }
  const keys = new Set([...Object.keys(old.settings), ...Object.keys(now.settings)]);
  const same = [...keys].every((key) => old.settings[key] === now.settings[key]);
  return { ...(!same && { settings: now.settings }), put, gone };
}

/**
 * What of a changed chart could not be read again: the first thing that does not meet the rules; undefined where all does.
 * In steps, as reading is.
 */
export function* unmetIn({ settings, put }: StoredChange): Steps<Unmet | undefined> {
  const wrong = settings && unmet(settingsSchema, settings, 'settings');
  if (wrong) return { ...wrong, field: wrong.field.replace(/^settings\./, '') };
  let looked = 0;
  for (const { part, id, value } of put) {
    const field = `${part}.${id}`;
    const own =
      unmet(part === 'carried' ? keySchema(120) : idSchema, id, field) ?? unmet(entrySchemas[part], value, field);
    if (own) return own;
    if (part !== 'carried' && (value as { id: string }).id !== id)
      return { field: `${field}.id`, message: 'it has another id than it is stored under' };
    if (++looked % AT_ONCE === 0) yield;
  }
  return undefined;
}

/** All of a chart as what changes where there was none before. */
export function storedWhole(chart: Chart): StoredChange {
  const { settings, parts } = storedOf(chart);
  const put = PARTS.flatMap((part) => Object.entries(parts[part] ?? {}).map(([id, value]) => ({ part, id, value })));
  return { settings, put, gone: [] };
}
