/** What can still be read of a stored chart that can't be read as a whole. */
import type { z } from 'zod';
import { entrySchemas, settingsSchema } from './entries';
import { type Chart, emptyChart } from './model';
import { PARTS, type Part, type StoredValue } from './parts';
import type { Unmet } from './stored';

export interface Salvaged {
  /** All that meets the rules; what does not is left out, or is as in an empty chart. */
  readonly chart: Chart;
  /** What was left out, and why. */
  readonly lost: readonly Unmet[];
}

const record = (value: unknown): Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};

export function salvaged(stored: StoredValue): Salvaged {
  const lost: Unmet[] = [];
  const take = (schema: z.ZodType, value: unknown, field: string): unknown => {
    const parsed = schema.safeParse(value);
    if (parsed.success) return value;
    const { path, message } = parsed.error.issues[0]!;
    lost.push({ field: [field, ...path].join('.'), message });
    return undefined;
  };
  const settings: Record<string, unknown> = {};
  for (const [key, schema] of Object.entries(settingsSchema.shape)) {
    const value = take(schema, record(stored.settings)[key], key);
    if (value !== undefined) settings[key] = value;
  }
  const parts: Partial<Record<Part, Record<string, unknown>>> = {};
  for (const part of PARTS)
    for (const [id, value] of Object.entries(record(stored.parts[part]))) {
      const own = take(entrySchemas[part], value, `${part}.${id}`);
      if (own !== undefined) parts[part] = { ...parts[part], [id]: own };
    }
  const chart = { ...emptyChart('org', 'Untitled'), ...settings, ...parts } as unknown as Chart;
  const { items } = chart;
  const there = (id: string | null) => id === null || Object.hasOwn(items, id);
  return {
    chart: {
      ...chart,
      items: Object.fromEntries(
        Object.entries(items).map(([id, item]) => [id, there(item.parent) ? item : { ...item, parent: null }]),
      ),
      links: Object.fromEntries(Object.entries(chart.links).filter(([, { from, to }]) => there(from) && there(to))),
      sets: Object.fromEntries(
        Object.entries(chart.sets).map(([id, set]) => [id, { ...set, members: set.members.filter(there) }]),
      ),
    },
    lost,
  };
}
