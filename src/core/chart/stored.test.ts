/** Charts as they are stored: read, upgraded, and written by what changes. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { carried, readAs } from '../../../tests/support/kinds';
import { finish } from '../steps';
import type { Change } from './changes';
import { type Chart, chartSchema } from './model';
import { type StoredValue, storedOf } from './parts';
import { readingStored, storedChange, UnreadableChart, type Upgrade, upgraded, VERSION } from './stored';

const readStored = (stored: StoredValue) => finish(readingStored(stored));

const { chart } = readAs('org', 'Ada Fenn | Head\n\tBo Veld | Keeper\n\tCy Moor | Porter\n');
const ids = Object.keys(chart.items);

/** What is stored after a change, put together as the database does. */
function written(stored: StoredValue, before: Chart, after: Chart): StoredValue {
  const { settings, put, gone } = storedChange(before, after);
  const parts = structuredClone(stored.parts) as Record<string, Record<string, unknown>>;
  for (const { part, id, value } of put) parts[part] = { ...parts[part], [id]: value };
  for (const { part, id } of gone) delete parts[part]![id];
  return { settings: settings ?? stored.settings, parts };
}

describe('a stored chart', () => {
  it('is read as it was written', () => {
    expect(readStored(JSON.parse(JSON.stringify(storedOf(chart))))).toEqual(chart);
    const more = { ...chart, carried: { 'head 1': 'NOTE x' }, enclosures: {} };
    expect(readStored(storedOf(more))).toEqual(more);
  });
  it('is written by what changes: one letter is one row', () => {
    const after = carried(chart, { type: 'edit-fields', id: ids[1]!, fields: { name: 'Bo Velde' } });
    const change = storedChange(chart, after);
    expect([change.settings, change.put.map(({ part, id }) => `${part} ${id}`), change.gone]).toEqual([
      undefined,
      [`items ${ids[1]}`],
      [],
    ]);
  });
  it('is the same whichever changes led to it', () => {
    const changes: Change[] = [
      { type: 'edit-fields', id: ids[1]!, fields: { name: 'Bo' } },
      { type: 'remove-branch', id: ids[2]! },
      { type: 'rename', title: 'Another' },
      { type: 'set-sets', put: [{ id: 's', name: 'Set', members: [ids[0]!], order: 'a0' }], remove: [] },
      { type: 'set-sets', put: [], remove: ['s'] },
      { type: 'set-language', language: 'de' },
    ];
    let now = chart;
    let stored = storedOf(chart);
    for (const change of changes) {
      const after = carried(now, change);
      stored = written(stored, now, after);
      now = after;
    }
    expect(readStored(stored)).toEqual(now);
  });
  it('keeps what a later version added to an entry', () => {
    const value = JSON.parse(JSON.stringify(storedOf(chart))) as StoredValue;
    (value.parts.items![ids[0]!] as Record<string, unknown>)['later'] = 7;
    expect(readStored(value).items[ids[0]!]).toMatchObject({ later: 7 });
  });
  it.each([
    ['without a version', (value: StoredValue) => ({ ...value, settings: { kind: 'org' } })],
    ['of a later version', (value: StoredValue) => ({ ...value, settings: { ...value.settings, version: 99 } })],
    ['with a wrong title', (value: StoredValue) => ({ ...value, settings: { ...value.settings, title: 7 } })],
    ['with a wrong line', (value: StoredValue) => ({ ...value, parts: { ...value.parts, items: { x: { id: 'x' } } } })],
  ])('%s is said, in words', (_, broken) => {
    expect(() => readStored(broken(storedOf(chart)))).toThrow(UnreadableChart);
  });
});

describe('versions', () => {
  const upgrades: Upgrade[] = [
    ({ settings, parts }) => ({ settings: { ...settings, seen: [1] }, parts }),
    ({ settings, parts }) => ({ settings: { ...settings, seen: [...(settings['seen'] as number[]), 2] }, parts }),
  ];
  it('are gone through one by one, from whichever it is', () => {
    expect(upgraded({ settings: { version: 1 }, parts: {} }, upgrades).settings).toEqual({ version: 3, seen: [1, 2] });
    expect(upgraded({ settings: { version: 2, seen: [] }, parts: {} }, upgrades).settings).toEqual({
      version: 3,
      seen: [2],
    });
    expect(upgraded({ settings: { version: 3 }, parts: {} }, upgrades).settings).toEqual({ version: 3 });
  });

  // A chart as each version stored it; they stay for ever.
  const folder = new URL('../../../tests/stored/', import.meta.url);
  const files = readdirSync(folder).sort();
  it('have each a chart that was stored by them', () => {
    expect(files.map((file) => file.split('.')[0])).toEqual(
      Array.from({ length: VERSION }, (_, i) => `version-${i + 1}`),
    );
  });
  it.each(files)('%s is read', (file) => {
    const stored = JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as StoredValue & { lines: number };
    const read = readStored(stored);
    expect(Object.keys(read.items)).toHaveLength(stored.lines);
    expect(chartSchema.safeParse(read).success).toBe(true);
  });
});
