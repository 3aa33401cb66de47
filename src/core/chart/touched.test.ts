import fc from 'fast-check';
import { expect, it } from 'vitest';
import { change, chart } from '../../../tests/support/changes';
import { apply } from './apply';
import { type Change, singleChangeSchemas } from './changes';
import type { Chart, Item } from './model';
import { closedTo, WORK_PARTS, type WorkPart } from './touched';

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

/** What each part of the work says of an item, and of the chart itself. */
const OF_ITEM: Readonly<Record<WorkPart, readonly (keyof Item)[]>> = {
  list: ['parent', 'order', 'fields'],
  arrange: ['nudge', 'leaves', 'folded', 'line', 'holds'],
  style: ['style', 'tone', 'face', 'picture'],
};
const OF_CHART: Readonly<Record<WorkPart, readonly (keyof Chart)[]>> = {
  list: ['sets', 'columns', 'matter', 'language', 'nameOrder', 'description', 'carried'],
  arrange: ['arrangement', 'page'],
  style: ['house', 'brand', 'font', 'style', 'rules', 'roles', 'pictures', 'face'],
};
const picked = <T extends object>(of: T, keys: readonly (keyof T)[]) => keys.map((key) => of[key]);

it('what is closed stays as it is, whatever change is let through', () => {
  fc.assert(
    fc.property(chart, change(25), fc.subarray([...WORK_PARTS]), (start, what, open) => {
      fc.pre(closedTo(what, open) === undefined);
      const applied = apply(start, what);
      fc.pre(applied.ok);
      if (!applied.ok) return;
      const after = applied.chart;
      expect([after.title, after.kind]).toEqual([start.title, start.kind]);
      for (const part of WORK_PARTS.filter((one) => !open.includes(one))) {
        expect(picked(after, OF_CHART[part]), part).toEqual(picked(start, OF_CHART[part]));
        if (part === 'list') {
          expect(Object.keys(after.items)).toEqual(Object.keys(start.items));
          expect(Object.keys(after.links)).toEqual(Object.keys(start.links));
        }
        // Lines that were taken out take their looks along.
        for (const [id, item] of Object.entries(after.items))
          if (start.items[id])
            expect(picked(item, OF_ITEM[part]), `${part} of ${id}`).toEqual(picked(start.items[id], OF_ITEM[part]));
      }
    }),
    { numRuns: 600 },
  );
});

it('a change and what takes it back are about the same', () => {
  fc.assert(
    fc.property(chart, change(25), fc.subarray([...WORK_PARTS]), (start, what, open) => {
      fc.pre(closedTo(what, open) === undefined);
      const applied = apply(start, what);
      fc.pre(applied.ok);
      // Else somebody could do what they can't undo.
      if (applied.ok) expect(closedTo(applied.inverse, open)).toBeUndefined();
    }),
    { numRuns: 400 },
  );
});

it('lines come back with the notes and enclosures that stood by them', () => {
  const note = { id: 'n', text: 'Look', x: 0, y: 0, item: 'i1' };
  const back: Change = {
    type: 'group',
    changes: [
      { type: 'add-items', items: [{ id: 'i1', parent: null, fields: { name: 'Ann' } }] },
      { type: 'set-notes', put: [note as never], remove: [] },
    ],
  };
  expect(closedTo(back, ['list'])).toBeUndefined();
  expect(closedTo({ type: 'set-notes', put: [note as never], remove: [] }, ['list'])).toBe('style');
});
