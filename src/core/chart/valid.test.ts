/** After every change the value is a valid chart, whatever the change's fields: all of them are tried, null included. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { drawn, readAs } from '../../../tests/support/kinds';
import { ofSchema } from '../../../tests/support/of-schema';
import { kinds } from '../kinds';
import { apply, type Change, type Chart, changeSchema, chartSchema, LOOK_PARTS, lookSchema, merged } from '.';
import { singleChangeSchemas } from './changes';
import { itemSchema } from './model';
import { fieldNameSchema, idSchema } from './words';

const start: Readonly<Record<string, Chart>> = Object.fromEntries(
  kinds.map((kind) => [kind.id, readAs(kind.id, kind.starts[0]!.list).chart]),
);
/** Shrinking a case through all it is made of would take longer than looking at it. */
const FAST = { endOnFailure: true } as const;
const charts = fc.constantFrom(...Object.values(start));

const kindsKnown = fc.constantFrom(...kinds.map(({ id }) => id));

/** Any change of each schema, about lines of the chart that are there as often as not. */
const changesOf = new Map<Chart, readonly fc.Arbitrary<Change>[]>(
  Object.values(start).map((chart) => {
    const there = [...Object.keys(chart.items).slice(0, 6), ...Object.keys(chart.links), ...Object.keys(chart.sets)];
    const of = new Map<z.ZodType, fc.Arbitrary<unknown>>([
      [idSchema, fc.constantFrom(...there, 'new1', 'new2')],
      [itemSchema.shape.order, fc.constantFrom('a0', 'a1', 'Zz', 'a0V')],
      [fieldNameSchema, fc.constantFrom('name', 'post', 'aide', 'born', 'own field')],
    ]);
    const known = (change: Change): fc.Arbitrary<Change> =>
      change.type === 'set-kind' ? kindsKnown.map((kind) => ({ ...change, kind })) : fc.constant(change);
    return [
      chart,
      singleChangeSchemas.map((schema) => (ofSchema(schema, { of }) as fc.Arbitrary<Change>).chain(known)),
    ];
  }),
);
const changesTo = (chart: Chart): fc.Arbitrary<Change> => fc.oneof(...changesOf.get(chart)!);
/** Two changes of one sort. */
const pairsFor = (chart: Chart) => fc.oneof(...changesOf.get(chart)!.map((one) => fc.tuple(one, one)));
const cases = charts.chain((chart) =>
  fc.tuple(fc.constant(chart), fc.array(changesTo(chart), { minLength: 1, maxLength: 4 })),
);

describe('a chart stays one', () => {
  it('whatever change is carried out on it', () => {
    let done = 0;
    fc.assert(
      fc.property(cases, ([chart, changes]) => {
        let at = chart;
        for (const change of changes) {
          expect(changeSchema.safeParse(change).success).toBe(true);
          const applied = apply(at, change);
          if (!applied.ok) continue;
          done++;
          at = applied.chart;
          const valid = chartSchema.safeParse(at);
          if (!valid.success) throw new Error(`${JSON.stringify(change)}: ${valid.error.message}`);
        }
      }),
      { numRuns: 1_500, ...FAST },
    );
    // The law would hold for changes that are all refused, too.
    expect(done).toBeGreaterThan(1_000);
  });
  it('and is drawn', () => {
    fc.assert(
      fc.property(cases, ([chart, changes]) => {
        let at = chart;
        for (const change of changes) {
          const applied = apply(at, change);
          if (applied.ok) at = applied.chart;
        }
        const { page } = drawn(at);
        expect(Number.isFinite(page.width) && page.width > 0 && Number.isFinite(page.height) && page.height > 0).toBe(
          true,
        );
      }),
      { numRuns: 150, ...FAST },
    );
  });
  it('and is not taken apart by what a page has to have', () => {
    for (const key of ['size', 'margin', 'dateLine', 'orientation', 'showTitle', 'tierHeadings'])
      expect(changeSchema.safeParse({ type: 'set-page', page: { [key]: null } }).success).toBe(false);
    expect(changeSchema.safeParse({ type: 'set-page', page: { footer: null, wall: null } }).success).toBe(true);
  });
});

describe('two changes made one', () => {
  it('give what both give', () => {
    let together = 0;
    fc.assert(
      fc.property(
        charts.chain((chart) => fc.tuple(fc.constant(chart), pairsFor(chart))),
        ([chart, [first, other]]) => {
          // About the same thing, with other parts of it.
          const second = { ...other, ...idOf(first) } as Change;
          const one = merged(first, second);
          if (!one) return;
          const a = apply(chart, first);
          const b = a.ok ? apply(a.chart, second) : a;
          const c = apply(chart, one);
          if (!b.ok) return;
          together++;
          expect(c.ok && c.chart).toEqual(b.chart);
        },
      ),
      { numRuns: 4_000, ...FAST },
    );
    expect(together).toBeGreaterThan(100);
  });
  it('keep what the second does not speak of', () => {
    const of = (patch: object) => ({ type: 'set-tier', tier: 2, ...patch }) as Change;
    expect(merged(of({ gap: 20 }), of({ name: 'x' }))).toEqual(of({ gap: 20, name: 'x' }));
    expect(merged(of({ name: 'x', look: { size: 9 } }), of({ name: null, look: { fill: null } }))).toEqual(
      of({ name: null, look: { size: 9, fill: null } }),
    );
  });
});

/** What a change is about, where it is about one thing. */
const idOf = (change: Change): object =>
  Object.fromEntries(Object.entries(change).filter(([key]) => ['id', 'tier', 'role', 'item'].includes(key)));

it('the names of the parts of a look are those that its schema has', () => {
  expect(LOOK_PARTS).toEqual(Object.keys(lookSchema.shape));
});
