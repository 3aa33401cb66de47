import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { change, chart, chartOf } from '../../../tests/support/changes';
import { childrenOf } from '../../../tests/support/trees';
import {
  advance,
  apply,
  asOne,
  branchOf,
  type Change,
  type Chart,
  changeSchema,
  isWithin,
  merged,
  ordersAfter,
  type Timeline,
  treeOf,
} from '.';

const changes = fc.array(change(25), { minLength: 1, maxLength: 12 });

const sound = (of: Chart) => {
  for (const item of Object.values(of.items)) {
    const seen = new Set<string>();
    for (let at: string | null = item.id; at !== null; at = of.items[at]!.parent) {
      expect(seen.has(at)).toBe(false);
      expect(of.items[at]).toBeDefined();
      seen.add(at);
    }
  }
};

describe('changes', () => {
  it('have inverses that restore the very same value, one by one and as a group', () => {
    fc.assert(
      fc.property(chart, changes, (start, list) => {
        let at = start;
        const inverses: Change[] = [];
        const done: Change[] = [];
        for (const one of list) {
          const before = structuredClone(at);
          const applied = apply(at, one);
          expect(at).toEqual(before); // The value given is never altered.
          if (!applied.ok) continue;
          const back = apply(applied.chart, applied.inverse);
          expect(back.ok && back.chart).toEqual(at);
          at = applied.chart;
          inverses.unshift(applied.inverse);
          done.push(one);
        }
        const whole = apply(start, asOne(done.length > 0 ? done : [{ type: 'rename', title: start.title }]));
        if (!whole.ok) throw new Error(whole.problem.message);
        const undone = apply(whole.chart, whole.inverse);
        expect(undone.ok && undone.chart).toEqual(start);
      }),
      { numRuns: 300 },
    );
  });

  it('never make a circle or leave an item hanging on nothing', () => {
    fc.assert(
      fc.property(chart, changes, (start, list) => {
        let at = start;
        for (const one of list) {
          const applied = apply(at, one);
          if (applied.ok) at = applied.chart;
          sound(at);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('to different items end the same in either order', () => {
    fc.assert(
      fc.property(chart, change(25), change(25), (start, a, b) => {
        const touched = (one: Change): string[] => {
          if (one.type === 'add-items') return one.items.flatMap((item) => [item.id, item.parent ?? '^']);
          if (one.type === 'edit-lines') return Object.keys(one.edits);
          if (one.type === 'place-lines')
            return Object.entries(one.places).flatMap(([of, { parent }]) => [
              ...within(of),
              parent ?? '^',
              ...around(of),
            ]);
          if (one.type === 'remove-lines') return one.ids.flatMap((of) => [...within(of), ...around(of)]);
          if (one.type === 'move-branch') return [...within(one.id), one.parent ?? '^', ...around(one.id)];
          if ('id' in one)
            return one.type === 'edit-fields' || one.type === 'set-item'
              ? [one.id]
              : [...within(one.id), ...around(one.id)];
          return [one.type, ...('tier' in one ? [`tier ${one.tier}`] : [])];
        };
        const tree = treeOf(start.items);
        const within = (of: string) => (start.items[of] ? branchOf(tree, of) : [of]);
        // Where an item stands among its siblings, and its parents above, which a move in or out looks at.
        const around = (of: string): string[] => {
          const item = start.items[of];
          if (!item) return [];
          const grand = item.parent === null ? '^' : (start.items[item.parent]!.parent ?? '^');
          return [
            ...tree.childrenOf(item.parent),
            item.parent ?? '^',
            grand,
            ...tree.childrenOf(grand === '^' ? null : grand),
          ];
        };
        const over = new Set(touched(a));
        fc.pre(!touched(b).some((one) => over.has(one)));
        const both = (first: Change, second: Change) => {
          const one = apply(start, first);
          const two = one.ok ? apply(one.chart, second) : one;
          return two.ok ? two.chart : undefined;
        };
        const [ab, ba] = [both(a, b), both(b, a)];
        fc.pre(ab !== undefined && ba !== undefined);
        expect(ab).toEqual(ba);
      }),
      { numRuns: 300 },
    );
  });

  it('say in words why they can not be carried out', () => {
    const start = chartOf([-1, 0, 1]);
    const problem = (one: Change) => {
      const applied = apply(start, one);
      return applied.ok ? undefined : applied.problem;
    };
    expect(problem({ type: 'move-branch', id: 'n0', parent: 'n2' })).toEqual({
      code: 'under-itself',
      message: '"Name 0" can\'t be moved under itself or its own branch.',
    });
    expect(problem({ type: 'edit-fields', id: 'gone', fields: {} })?.code).toBe('unknown-item');
    expect(problem({ type: 'move-out', id: 'n0' })?.code).toBe('no-place');
    expect(
      problem({
        type: 'add-items',
        items: [
          { id: 'a', parent: 'b', fields: {} },
          { id: 'b', parent: 'a', fields: {} },
        ],
      })?.code,
    ).toBe('under-itself');
    expect(problem({ type: 'add-items', items: [{ id: 'n1', parent: null, fields: {} }] })?.code).toBe('double-id');
  });

  it('take their place where the sender said', () => {
    const start = chartOf([-1, 0, 0, 0]);
    const placed = (one: Change) => {
      const applied = apply(start, one);
      return applied.ok ? treeOf(applied.chart.items).childrenOf('n0') : applied.problem;
    };
    expect(placed({ type: 'add-items', items: [{ id: 'x', parent: 'n0', fields: {} }], after: 'n1' })).toEqual([
      'n1',
      'x',
      'n2',
      'n3',
    ]);
    expect(placed({ type: 'add-items', items: [{ id: 'x', parent: 'n0', fields: {} }], after: null })).toEqual([
      'x',
      'n1',
      'n2',
      'n3',
    ]);
    expect(placed({ type: 'move-branch', id: 'n3', parent: 'n0', after: null })).toEqual(['n3', 'n1', 'n2']);
    expect(placed({ type: 'move-in', id: 'n2' })).toEqual(['n1', 'n3']);
  });

  it('keep both of two items that got the same key', () => {
    const twins = [{ order: 'a0' }, { order: 'a1' }, { order: 'a1' }];
    const [key] = ordersAfter(twins, 1, 1);
    expect(key! > 'a1').toBe(true);
  });

  it('in a row to one thing merge into one that does the same', () => {
    fc.assert(
      fc.property(chart, change(5), change(5), (start, a, b) => {
        const one = merged(a, b);
        fc.pre(one !== undefined);
        const first = apply(start, a);
        const second = first.ok ? apply(first.chart, b) : first;
        const together = apply(start, one!);
        expect(together.ok).toBe(second.ok);
        if (together.ok && second.ok) expect(together.chart).toEqual(second.chart);
      }),
      { maxSkipsPerRun: 400 },
    );
  });

  it('from outside are refused where they could do harm', () => {
    const parse = (one: unknown) => changeSchema.safeParse(one).success;
    expect(parse({ type: 'edit-fields', id: '__proto__', fields: {} })).toBe(false);
    expect(parse(JSON.parse('{"type":"edit-fields","id":"a","fields":{"constructor":"x"}}'))).toBe(false);
    expect(parse({ type: 'edit-fields', id: 'a', fields: { name: 'a\u0000b' } })).toBe(false);
    expect(parse({ type: 'move-branch', id: 'a', parent: null, order: 'not a key' })).toBe(false);
    expect(parse({ type: 'no-such-change' })).toBe(false);
  });
});

describe('undo and redo', () => {
  it('walk back to the start and forth again', () => {
    fc.assert(
      fc.property(chart, changes, (start, list) => {
        let timeline: Timeline = { chart: start, undo: [], redo: [] };
        const go = (change: Change, origin: 'do' | 'undo' | 'redo') => {
          const next = advance(timeline, { change, origin });
          if (next.ok) timeline = next.timeline;
        };
        for (const one of list) go(one, 'do');
        const end = timeline.chart;
        while (timeline.undo.length > 0) go(timeline.undo.at(-1)!, 'undo');
        expect(timeline.chart).toEqual(start);
        while (timeline.redo.length > 0) go(timeline.redo.at(-1)!, 'redo');
        expect(timeline.chart).toEqual(end);
      }),
      { numRuns: 100 },
    );
  });
});

it('tells who stands under whom', () => {
  const { items } = chartOf([-1, 0, 1, 0]);
  expect(isWithin(items, 'n2', 'n0')).toBe(true);
  expect(isWithin(items, 'n0', 'n2')).toBe(false);
  expect(branchOf(treeOf(items), 'n1')).toEqual(['n1', 'n2']);
  expect(childrenOf([-1, 0]).tops).toEqual([0]);
});
