import fc from 'fast-check';
import { expect, it } from 'vitest';
import { type Chart, chartHearer, chartTeller, emptyChart } from '.';

it('a chart is heard as it was told, whatever was told before', () => {
  const items = fc
    .dictionary(
      fc.constantFrom('a', 'b', 'c', 'd'),
      fc.record({ parent: fc.constantFrom(null), name: fc.constantFrom('x', 'y') }),
    )
    .map((of) =>
      Object.fromEntries(
        Object.entries(of).map(([id, { parent, name }]) => [id, { id, parent, order: 'a0', fields: { name } }]),
      ),
    );
  fc.assert(
    fc.property(fc.array(fc.tuple(items, fc.boolean()), { maxLength: 6 }), (charts) => {
      const tell = chartTeller();
      const hear = chartHearer();
      let last: Chart['items'] = {};
      for (const [next, keep] of charts) {
        // Items that stay the same are the same object, as after a change.
        const own = Object.fromEntries(
          Object.entries(next).map(([id, item]) => [
            id,
            keep && JSON.stringify(last[id]) === JSON.stringify(item) ? last[id]! : item,
          ]),
        );
        const chart = { ...emptyChart('org', 'T'), items: own };
        const told = tell(chart);
        expect(hear(structuredClone(told))).toEqual(chart);
        if (keep) expect(told.put.every((item) => last[item.id] !== item)).toBe(true);
        last = own;
      }
    }),
  );
});
