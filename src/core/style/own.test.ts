import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import { apply, type Chart, type Face, type LookPatch, type Rule } from '../chart';
import { definedOf } from '../defined';
import { FONTS } from '../faces';
import { heldBy, houseFor, houses, specFromTokens, specOf, takeSpec, tierLook, tokensOf } from '.';

const { chart } = readAs('org', 'Ann\n\tBo\n\t\tCy');
const done = (of: Chart, change: ReturnType<typeof takeSpec>) => {
  const applied = apply(of, change);
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied;
};
const looks = (of: Chart) => [1, 2, 3, 4].map((tier) => tierLook(of, houseFor(of), tier));

const patch = fc
  .record(
    {
      fill: fc.constantFrom('#ffffff', '#123456', '#fedcba'),
      shape: fc.constantFrom('star', 'pill', 'banner'),
      size: fc.constantFrom(9, 14.5),
      edgeDash: fc.constantFrom('dashed', 'dotted'),
    },
    { requiredKeys: [] },
  )
  // A chart never keeps a look with nothing in it.
  .filter((look) => Object.keys(look).length > 0) as fc.Arbitrary<LookPatch>;
const styled = fc
  .record({
    house: fc.constantFrom(...houses.map(({ id }) => id)),
    font: fc.option(fc.constantFrom(...FONTS), { nil: undefined }),
    brand: fc.option(fc.constantFrom('#aa3311', '#0b5fa5'), { nil: undefined }),
    tiers: fc.dictionary(fc.constantFrom('1', '2', '3'), fc.record({ look: patch, name: fc.constant('N') })),
    rules: fc.option(
      fc.uniqueArray(
        fc.constantFrom<Rule>(
          { type: 'when', id: 'v', when: { being: 'vacant' }, look: { fill: '#ffffff' } },
          { type: 'when', id: 'b', when: { within: 'i1' }, look: { shape: 'star' } },
          { type: 'values', id: 'd', field: 'department', colours: { Seeds: '#123456' } },
          { type: 'scale', id: 's', field: 'Age', low: '#ffffff', high: '#000000' },
        ),
        { minLength: 1 },
      ),
      { nil: undefined },
    ),
    pictures: fc.option(fc.constant({ standIn: 'initials' as const }), { nil: undefined }),
    face: fc.option(fc.constant<Face>([{ fields: ['post', 'name'], strong: true, size: 1 }]), { nil: undefined }),
  })
  .map(({ house, tiers, ...rest }): Chart => ({ ...chart, house, tiers, ...definedOf(rest) }));

describe('house styles of one’s own', () => {
  it('make any chart look like the one they are from, keep names and exceptions, and can be taken back', () => {
    fc.assert(
      fc.property(styled, styled, (from, onto) => {
        const id = Object.keys(onto.items)[0]!;
        const marked = { ...onto, items: { ...onto.items, [id]: { ...onto.items[id]!, style: { fill: '#ff0000' } } } };
        const taken = done(marked, takeSpec(marked, specOf(from), { id: 's', name: 'Ours' }));
        expect(looks(taken.chart)).toEqual(looks(from));
        expect(taken.chart.style).toEqual({ id: 's', name: 'Ours' });
        expect(taken.chart.items).toEqual(marked.items);
        const general = ({ rules = [] }: Chart) => rules.filter(({ id }) => id !== 'b');
        const local = ({ rules = [] }: Chart) => rules.filter(({ id }) => id === 'b');
        expect(general(taken.chart)).toEqual(general(from));
        // A rule about a branch is about the chart it stands in.
        expect(local(taken.chart)).toEqual(local(marked));
        expect([taken.chart.pictures, taken.chart.face]).toEqual([from.pictures, from.face]);
        for (const [tier, { name }] of Object.entries(marked.tiers)) expect(taken.chart.tiers[tier]!.name).toBe(name);
        expect(done(taken.chart, taken.inverse as never).chart).toEqual(marked);
      }),
      { numRuns: 100 },
    );
  });

  it('say what they hold, and what was kept before rules were leaves those of a chart alone', () => {
    const rules: Rule[] = [
      { type: 'when', id: 'v', when: { being: 'vacant' }, look: { fill: '#ffffff' } },
      { type: 'values', id: 'd', field: 'department', colours: {} },
    ];
    const full = { ...chart, rules, brand: '#aa3311', tiers: { '1': { look: { size: 14 } }, '2': { name: 'N' } } };
    expect([...heldBy(specOf(full))]).toEqual([
      ['colour', 1],
      ['tiers', 1],
      ['rules', 1],
      ['values', 1],
    ]);
    const { rules: _, pictures: _p, content: _c, ...older } = specOf(chart);
    expect(done(full, takeSpec(full, older, null)).chart.rules).toEqual(rules);
    expect(done(full, takeSpec(full, specOf(chart), null)).chart.rules).toBeUndefined();
    // Another kind has other fields: what items show stays its own.
    const faced = { ...full, face: [{ fields: ['post'], strong: true, size: 1 }] };
    const family = { ...full, kind: 'family' };
    expect(done(family, takeSpec(family, specOf(faced), null)).chart.face).toBeUndefined();
  });

  it('go out as design tokens and come back the same', () => {
    fc.assert(
      fc.property(styled, (from) => {
        const spec = specOf(from);
        const read = specFromTokens(JSON.parse(JSON.stringify(tokensOf('Ours', spec))));
        expect(read).toEqual({ ok: true, name: 'Ours', spec });
      }),
      { numRuns: 60 },
    );
  });
});
