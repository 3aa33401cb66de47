import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { change, chart } from '../../../tests/support/changes';
import { finish } from '../steps';
import { apply, type Chart, differenceOf, misfitOf, salvaged, storedChange, storedOf, storedWhole, unmetIn } from '.';

const item = (id: string, parent: string | null) => ({ id, parent, order: 'a0', fields: { name: id } });
const of = (items: Chart['items'], more: Partial<Chart> = {}) => ({ items, links: {}, sets: {}, ...more }) as Chart;

describe('parts that do not fit', () => {
  it.each([
    ['under an item that is not there', of({ a: item('a', 'b') }), 'no-place', 'items.a.parent'],
    ['under itself', of({ a: item('a', 'b'), b: item('b', 'a') }), 'under-itself', 'items.a.parent'],
    [
      'a link to nowhere',
      of({ a: item('a', null) }, { links: { l: { id: 'l', from: 'a', to: 'constructor', role: 'x' } } }),
      'unknown-item',
      'links.l.to',
    ],
    [
      'a member that is not there',
      of({ a: item('a', null) }, { sets: { s: { id: 's', name: 'S', members: ['b'], order: 'a0' } } }),
      'unknown-item',
      'sets.s.members',
    ],
  ])('%s', (_, broken, code, field) => {
    expect(misfitOf(broken)).toMatchObject({ code, field });
  });

  it('are found by what changed alone, as by looking at all of it', () => {
    fc.assert(
      fc.property(
        chart.chain((one) => fc.tuple(fc.constant(one), change(Object.keys(one.items).length))),
        fc.boolean(),
        ([before, one], spoilt) => {
          const applied = apply(before, one);
          if (!applied.ok) return;
          let after = applied.chart;
          const [first] = Object.keys(after.items);
          if (spoilt && first) after = { ...after, items: { ...after.items, [first]: item(first, 'nobody') } };
          expect(misfitOf(after, storedChange(before, after))?.code).toBe(misfitOf(after)?.code);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('what would be written', () => {
  it('is held against the schema, and the field is named', () => {
    const view = { id: 'w', name: 'w', order: 'a0', shows: { sets: ['no such'] } };
    const change = { put: [{ part: 'views' as const, id: 'w', value: view }], gone: [] };
    expect(finish(unmetIn(change))?.field).toBe('views.w.shows.sets.0');
    expect(
      finish(unmetIn({ put: [{ part: 'views', id: 'undefined', value: { name: 'x' } }], gone: [] })),
    ).toBeDefined();
    expect(finish(unmetIn({ put: [{ part: 'views', id: 'x', value: { ...view, shows: {} } }], gone: [] }))?.field).toBe(
      'views.x.id',
    );
    expect(finish(unmetIn({ settings: { kind: 7 }, put: [], gone: [] }))).toBeDefined();
  });
  it('is met by every chart that changes lead to', () => {
    fc.assert(
      fc.property(chart, (one) => {
        expect(finish(unmetIn(storedWhole(one)))).toBeUndefined();
      }),
      { numRuns: 50 },
    );
  });
});

describe('a stored chart that can not be read', () => {
  it('gives what can be read of it, and says what can not', () => {
    const whole = of({ a: item('a', null), b: item('b', 'a') }, {
      version: 1,
      kind: 'org',
      title: 'T',
      house: 'fernhouse',
      tiers: {},
      arrangement: {},
      notes: {},
    } as never);
    const stored = storedOf(whole);
    const { chart: read, lost } = salvaged({
      settings: { ...stored.settings, title: 7 },
      parts: { ...stored.parts, items: { ...stored.parts.items, c: { id: 'c' } }, views: { w: { id: 'w' } } },
    });
    expect(Object.keys(read.items)).toEqual(['a', 'b']);
    expect(read.title).toBe('Untitled');
    expect(lost.map(({ field }) => field)).toEqual(
      expect.arrayContaining(['title', expect.stringMatching(/^items\.c/), expect.stringMatching(/^views\.w/)]),
    );
    expect(misfitOf(read)).toBeUndefined();
    expect(differenceOf(whole, { ...whole, title: 'U' })).toBeDefined();
  });
});
