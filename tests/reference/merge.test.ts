/**
 * Bringing two versions together, held against what is known of merging. Source: S. Khanna, K. Kunal, B. C. Pierce: A Formal
 * Investigation of Diff3, FSTTCS 2007 (LNCS 4855). The properties and where diff3 fails are from memory of that paper: diff3
 * aligns lines of text, and so is local only where what was changed is far apart and what is around it is unlike; it is not
 * idempotent, and a merge that nearly succeeds may clash where its inputs hardly differ. Here lines have ids and nothing is
 * aligned, so these hold without conditions; what is lost for it is said in the last test.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, type Change, type Chart } from '../../src/core/chart';
import { merge } from '../../src/core/trial';
import { change, chart } from '../support/changes';
import { carried, readAs } from '../support/kinds';

const carriedOut = (start: Chart, changes: readonly Change[]): Chart =>
  changes.reduce((at, one) => {
    const applied = apply(at, one);
    return applied.ok ? applied.chart : at;
  }, start);
const three = chart.chain((base) => {
  const some = fc.array(change(Object.keys(base.items).length), { maxLength: 5 });
  return fc
    .tuple(fc.constant(base), some, some)
    .map((all): typeof all => JSON.parse(JSON.stringify(all)))
    .map(([o, a, b]) => ({ base: o, a: carriedOut(o, a), b: carriedOut(o, b) }));
});
/** Who is taken where both did something else is the trial: of a merge nobody asked anything. */
const merged = (base: Chart, a: Chart, b: Chart) => merge(base, a, b).chart;

describe('what diff3 has only under conditions', () => {
  it('idempotence: what came of a merge, merged with either side once more, stays (diff3: not in general)', () => {
    fc.assert(
      fc.property(three, ({ base, a, b }) => {
        const { chart: m, clashes } = merge(base, a, b);
        if (clashes.length > 0) return;
        expect(merged(a, a, m)).toEqual(m);
        expect(merged(b, m, m)).toEqual(m);
        expect(merged(base, m, base)).toEqual(m);
      }),
    );
  });
  it('locality: changes to different lines never clash, however near they stand (diff3: only with a common line between)', () => {
    const { chart: base, id } = readAs('org', 'Ann\n\tBo\n\tCy\n\tDi\n');
    const edit = (name: string, to: string): Change => ({ type: 'edit-fields', id: id(name), fields: { name: to } });
    const names = fc.constantFrom('Ann', 'Bo', 'Cy', 'Di');
    fc.assert(
      fc.property(names, names, fc.string(), fc.string(), (one, other, first, second) => {
        if (one === other) return;
        const { chart: made, clashes } = merge(
          base,
          carried(base, edit(one, first)),
          carried(base, edit(other, second)),
        );
        expect(clashes).toEqual([]);
        expect([made.items[id(one)]!.fields['name'], made.items[id(other)]!.fields['name']]).toEqual([first, second]);
      }),
    );
  });
  it('stability: one more change that touches nothing of the others brings no new clash (diff3: it may)', () => {
    fc.assert(
      fc.property(three, ({ base, a, b }) => {
        const before = merge(base, a, b).clashes.map(({ key }) => key);
        const also = carried(b, { type: 'set-description', description: 'Untouched by all else.' });
        if (base.description !== undefined || a.description !== undefined) return;
        expect(merge(base, a, also).clashes.map(({ key }) => key)).toEqual(before);
      }),
    );
  });
  it('the paper’s example, 1 4 5 2 3 6 and 1 2 4 5 3 6 from 1 2 3 4 5 6: both moves are kept, where diff3 doubles or clashes', () => {
    // Lines as lines of the list under one top; places are theirs alone.
    const { chart: base, id } = readAs('org', 'Top\n\t1\n\t2\n\t3\n\t4\n\t5\n\t6\n');
    const order = (names: string): Change => ({
      type: 'place-lines',
      places: Object.fromEntries(
        names.split('').map((name, i) => [id(name), { parent: id('Top'), order: `b0${'0123456789'[i]}V` }]),
      ),
    });
    const { chart: made, clashes } = merge(base, carried(base, order('145236')), carried(base, order('124536')));
    expect(clashes).toEqual([]);
    expect(Object.keys(made.items)).toHaveLength(7);
    const shown = Object.values(made.items)
      .filter(({ parent }) => parent !== null)
      .sort((x, y) => (x.order < y.order ? -1 : 1))
      .map(({ fields }) => fields['name'])
      .join('');
    // Where both moved a line among its like, it stands where the trial has it.
    expect(shown).toBe('124536');
  });
});

it('the limit of it: within one field there is no merging, both words clash as a whole', () => {
  const { chart: base, id } = readAs('org', 'Ann | Head of plants and paths\n');
  const edit = (to: string) => carried(base, { type: 'edit-fields', id: id('Ann'), fields: { post: to } });
  const { clashes } = merge(base, edit('Head of plants, paths'), edit('Lead of plants and paths'));
  expect(clashes.map(({ real, trial }) => [real, trial])).toEqual([
    ['Head of plants, paths', 'Lead of plants and paths'],
  ]);
});
