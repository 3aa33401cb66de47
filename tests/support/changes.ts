/** Charts and changes of every type, for laws about carrying changes out. */
import fc from 'fast-check';
import {
  type Change,
  type Chart,
  ENCLOSURE_FORMS,
  emptyChart,
  type Face,
  firstOrders,
  type Picture,
} from '../../src/core/chart';
import { parents } from './trees';

const id = (i: number) => `n${i}`;
/** A chart whose items stand under those of these numbers. */
export function chartOf(of: readonly number[]): Chart {
  const orders = firstOrders(of.length);
  const items = Object.fromEntries(
    of.map((p, i) => [
      id(i),
      { id: id(i), parent: p < 0 ? null : id(p), order: orders[i]!, fields: { name: `Name ${i}` } },
    ]),
  );
  const links = of.length > 2 ? { l: { id: 'l', from: id(1), to: id(2), role: 'dotted' } } : {};
  return {
    ...emptyChart('org', 'Test'),
    items,
    links,
    sets: { s: { id: 's', name: 'Set', members: of.map((_, i) => id(i)).sort(), order: 'a0' } },
  };
}
export const chart = parents(25, true).map(chartOf);

/** Any change to a chart of so many items, some that can't be carried out among them. */
export const change = (n: number): fc.Arbitrary<Change> => {
  const node = fc.nat({ max: n }).map(id); // One more than there are: unknown ids come too.
  return fc.oneof(
    fc.record({
      type: fc.constant('edit-fields' as const),
      id: node,
      fields: fc.dictionary(fc.constantFrom('name', 'post', 'phone'), fc.option(fc.string(), { nil: null })),
    }),
    fc.record({ type: fc.constant('move-branch' as const), id: node, parent: fc.option(node, { nil: null }) }),
    fc.record({
      type: fc.constant('move-branch' as const),
      id: node,
      parent: fc.option(node, { nil: null }),
      after: fc.option(node, { nil: null }),
    }),
    fc.record({
      type: fc.constantFrom('move-in' as const, 'move-out' as const, 'remove-branch' as const, 'remove-lift' as const),
      id: node,
    }),
    fc.record({
      type: fc.constant('add-items' as const),
      items: fc.tuple(fc.uuid(), fc.option(node, { nil: null })).map(([fresh, parent]) => [
        { id: fresh, parent, fields: { name: 'New' } },
        { id: `${fresh}b`, parent: fresh, fields: {} },
      ]),
    }),
    fc.record({
      type: fc.constant('set-tier' as const),
      tier: fc.integer({ min: 1, max: 3 }),
      name: fc.option(fc.string({ maxLength: 8 }), { nil: null }),
      look: fc.record({ size: fc.option(fc.integer({ min: 6, max: 20 }), { nil: null }) }),
    }),
    fc.record({
      type: fc.constant('set-item' as const),
      id: node,
      leaves: fc.constantFrom('stack', 'spread', null),
      style: fc.constantFrom(null, { fill: '#112233' }),
      face: fc.constantFrom<Face | null>(null, [{ fields: ['name'], strong: true, size: 1, out: 'below' }]),
    }),
    fc.record({
      type: fc.constant('edit-lines' as const),
      edits: fc.dictionary(
        node,
        fc.dictionary(fc.constantFrom('name', 'post'), fc.option(fc.string(), { nil: null }), { minKeys: 1 }),
      ),
    }),
    fc.record({
      type: fc.constant('place-lines' as const),
      places: fc.dictionary(
        node,
        fc.record({ parent: fc.option(node, { nil: null }), order: fc.constantFrom('a0', 'a1', 'Zz') }),
      ),
    }),
    fc.record({
      type: fc.constant('remove-lines' as const),
      ids: fc.uniqueArray(node, { minLength: 1, maxLength: 5 }),
    }),
    fc.record({
      type: fc.constant('set-columns' as const),
      columns: fc.dictionary(
        fc.constantFrom('start', 'pay'),
        fc.option(fc.record({ type: fc.constantFrom('date' as const, 'money' as const) }), { nil: null }),
      ),
    }),
    fc.record({
      type: fc.constant('set-face' as const),
      tier: fc.constantFrom(undefined, 1, 2),
      face: fc.constantFrom<Face | null>(null, [{ fields: ['name', 'post'], strong: true, size: 1 }]),
    }),
    fc.record({
      type: fc.constant('settle' as const),
      keys: fc.dictionary(fc.constantFrom('double n1 n2', 'x'), fc.boolean()),
    }),
    fc.record({
      type: fc.constant('set-listed' as const),
      day: fc.constantFrom(null, '2026-10-01', '2026-11-01'),
    }),
    fc.record({
      type: fc.constant('set-arrangement' as const),
      arrangement: fc.dictionary(fc.constantFrom('direction', 'leaves'), fc.constantFrom('down', 'right', null)),
    }),
    fc.record({
      type: fc.constant('set-links' as const),
      put: fc.array(
        fc.record({ id: fc.constantFrom('l', 'm'), from: node, to: node, role: fc.constantFrom('dotted', 'partner') }),
        { maxLength: 2 },
      ),
      remove: fc.subarray(['l', 'k']),
    }),
    fc.record({
      type: fc.constant('set-sets' as const),
      put: fc.array(
        fc.record({
          id: fc.constantFrom('s', 't'),
          name: fc.string({ maxLength: 4 }),
          members: fc.array(node, { maxLength: 3 }),
          order: fc.constantFrom('a0', 'a1'),
        }),
        { maxLength: 2 },
      ),
      remove: fc.subarray(['s', 'u']),
    }),
    fc.record({
      type: fc.constant('set-items' as const),
      items: fc.dictionary(
        node,
        fc.record(
          {
            holds: fc.constantFrom(true, null),
            picture: fc.constantFrom<Picture | null>({ symbol: 'leaf' }, { file: 'p', width: 3, height: 4 }, null),
            tone: fc.constantFrom({ tier: 2, light: 0.1 }, null),
          },
          { requiredKeys: [] },
        ),
        { minKeys: 1, maxKeys: 3 },
      ),
    }),
    fc.record({
      type: fc.constant('set-notes' as const),
      put: fc.array(
        fc.record({
          id: fc.constantFrom('a', 'b'),
          text: fc.string({ maxLength: 5 }),
          at: fc.constantFrom({ x: 1, y: 2 }, { item: 'n1', x: 0, y: 0 }),
          size: fc.constant(10),
          width: fc.constant(100),
        }),
        { maxLength: 2 },
      ),
      remove: fc.subarray(['a', 'c']),
    }),
    fc.record({
      type: fc.constant('set-enclosures' as const),
      put: fc.array(
        fc.record({
          id: fc.constantFrom('e', 'f'),
          name: fc.string({ maxLength: 5 }),
          around: fc.oneof(
            node.map((branch) => ({ branch })),
            fc.constant({ tier: 2 }),
          ),
          form: fc.constantFrom(...ENCLOSURE_FORMS),
        }),
        { maxLength: 2 },
      ),
      remove: fc.subarray(['e', 'g']),
    }),
    fc.record({
      type: fc.constant('set-views' as const),
      put: fc.array(
        fc.record({
          id: fc.constantFrom('v', 'w'),
          name: fc.constantFrom('One', 'Other'),
          order: fc.constantFrom('a0', 'a1'),
          shows: node.map((branch) => ({ branches: [branch] })),
        }),
        { maxLength: 2 },
      ),
      remove: fc.subarray(['v', 'x']),
    }),
    fc.record({
      type: fc.constant('set-role' as const),
      role: fc.constantFrom('dotted', 'partner'),
      look: fc.constantFrom(null, { lineWidth: 2 }, { lineColour: '#112233' }),
    }),
    fc.record({
      type: fc.constant('set-pictures' as const),
      pictures: fc.constantFrom(null, { hidden: true }, { standIn: 'initials' as const }),
    }),
    fc.record({
      type: fc.constant('set-membership' as const),
      item: node,
      sets: fc.dictionary(fc.constantFrom('s', 't'), fc.boolean()),
    }),
    fc.constantFrom<Change>(
      { type: 'set-kind', kind: 'other' },
      { type: 'rename', title: 'Other' },
      { type: 'set-house', house: 'photocopier' },
      { type: 'set-page', page: { size: 'A3', margin: 10 } },
    ),
  );
};
