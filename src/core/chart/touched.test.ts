import { expect, it } from 'vitest';
import { type Change, singleChangeSchemas } from './changes';
import { closedTo, WORK_PARTS } from './touched';

const add: Change = { type: 'add-items', items: [{ id: 'a', parent: null, fields: { name: 'Ann' } }] };
const nudge: Change = { type: 'set-item', id: 'a', nudge: { dx: 3, dy: 4 } };
const paint: Change = { type: 'set-items', items: { a: { style: { fill: '#ffffff' } } } };

it('each part is open or closed by itself', () => {
  expect(closedTo(add, ['list'])).toBeUndefined();
  expect(closedTo(add, ['arrange', 'style'])).toBe('list');
  expect(closedTo(nudge, ['arrange'])).toBeUndefined();
  expect(closedTo(nudge, ['list', 'style'])).toBe('arrange');
  expect(closedTo(paint, ['style'])).toBeUndefined();
  expect(closedTo(paint, ['list', 'arrange'])).toBe('style');
  expect(closedTo({ type: 'set-tier', tier: 1, gap: 30 }, ['arrange'])).toBeUndefined();
  expect(closedTo({ type: 'set-tier', tier: 1, gap: 30, name: 'Heads' }, ['arrange'])).toBe('style');
});

it('a group is as closed as any part of it, however deep', () => {
  const deep: Change = { type: 'group', changes: [nudge, { type: 'group', changes: [paint, add] }] };
  expect(closedTo(deep, ['arrange', 'style'])).toBe('list');
  expect(closedTo(deep, WORK_PARTS)).toBeUndefined();
  expect(closedTo({ type: 'group', changes: [] }, [])).toBeUndefined();
});

it('its title and its kind are nobody’s to change on a task, and what is kept by itself is free', () => {
  expect(closedTo({ type: 'rename', title: 'Mine' }, WORK_PARTS)).toBe('other');
  expect(closedTo({ type: 'set-kind', kind: 'org' }, WORK_PARTS)).toBe('other');
  expect(closedTo({ type: 'stand', stands: null }, [])).toBeUndefined();
  expect(closedTo({ type: 'settle', keys: { x: true } }, [])).toBeUndefined();
});

it('whatever kind of change comes to be, it is closed where nothing is open', () => {
  // A change that nobody thought of here counts as one of the list.
  const types = singleChangeSchemas.map(
    (schema) => (schema as unknown as { shape: { type: { value: string } } }).shape.type.value,
  );
  const empty = new Set(['set-item', 'set-items', 'set-tier', 'stand', 'settle']);
  expect(types.length).toBeGreaterThan(30);
  for (const type of types.filter((one) => !empty.has(one)))
    expect(closedTo({ type } as unknown as Change, []), type).toBeDefined();
});
