/** What holds of bringing a trial and its chart together, whatever was done in either. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { change, chart } from '../../../tests/support/changes';
import { carried, readAs } from '../../../tests/support/kinds';
import { apply, type Change, type Chart, differenceOf } from '../chart';
import { comparedById } from '../history';
import { entryKey } from '../list';
import { LOOKS, merge, onlyChosen } from '.';

/** A chart, and what two people did to it. */
const three = chart.chain((base) => {
  const some = fc.array(change(Object.keys(base.items).length), { maxLength: 6 });
  // As they come over a wire: plain objects.
  return fc.tuple(fc.constant(base), some, some).map((all): typeof all => JSON.parse(JSON.stringify(all)));
});
const carriedOut = (start: Chart, changes: readonly Change[]): Chart =>
  changes.reduce((at, one) => {
    const applied = apply(at, one);
    return applied.ok ? applied.chart : at;
  }, start);
/** Without what is nobody's doing. */
const plain = ({ stands: _, ...rest }: Chart) => rest;

describe('a three-way merge', () => {
  it('gives what only one side did, and what both did once', () => {
    fc.assert(
      fc.property(three, ([base, mine]) => {
        const a = carriedOut(base, mine);
        expect(merge(base, a, base)).toEqual({ chart: a, clashes: [] });
        expect(plain(merge(base, base, a).chart)).toEqual(plain(a));
        expect(merge(base, base, a).clashes).toEqual([]);
        expect(merge(base, a, a)).toEqual({ chart: a, clashes: [] });
      }),
    );
  });
  it('gives the same whichever side is which, where nothing clashes', () => {
    let quiet = 0;
    fc.assert(
      fc.property(three, ([base, mine, theirs]) => {
        const [a, b] = [carriedOut(base, mine), carriedOut(base, theirs)];
        const [one, other] = [merge(base, a, b), merge(base, b, a)];
        expect(other.clashes.length === 0).toBe(one.clashes.length === 0);
        if (one.clashes.length > 0) return;
        quiet++;
        // Where a line stands among its like is the trial's where both moved it.
        const unordered = ({ items, sets, ...rest }: Chart) => ({
          ...plain({ items, sets, ...rest }),
          items: Object.fromEntries(Object.entries(items).map(([id, { order: _, ...item }]) => [id, item])),
          sets: Object.fromEntries(Object.entries(sets).map(([id, { order: _, ...set }]) => [id, set])),
        });
        expect(unordered(one.chart)).toEqual(unordered(other.chart));
      }),
    );
    expect(quiet).toBeGreaterThan(5);
  });
  it('always gives a whole chart, and asks nothing twice: what is decided is done', () => {
    fc.assert(
      fc.property(three, fc.constantFrom('real' as const, 'trial' as const), ([base, mine, theirs], side) => {
        const [a, b] = [carriedOut(base, mine), carriedOut(base, theirs)];
        const { chart: made, clashes } = merge(base, a, b);
        const into = differenceOf(a, made);
        if (into) expect(apply(a, into)).toMatchObject({ ok: true, chart: made });
        const take = Object.fromEntries(clashes.map(({ key }) => [key, side]));
        let decided = merge(base, a, b, take);
        // A decision may bring about another circle: it is asked about then, and the asking ends.
        for (let again = 0; decided.clashes.length > 0 && again < 30; again++) {
          for (const { key } of decided.clashes) take[key] = side;
          decided = merge(base, a, b, take);
        }
        expect(decided.clashes).toEqual([]);
        const change = differenceOf(a, decided.chart);
        if (change) expect(apply(a, change).ok).toBe(true);
      }),
    );
  });
  it('takes a trial that did nothing as nothing', () => {
    fc.assert(
      fc.property(three, ([base, mine]) => {
        const real = carriedOut(base, mine);
        expect(differenceOf(real, merge(base, real, base).chart)).toBeUndefined();
      }),
    );
  });
});

describe('what is chosen of a trial', () => {
  it('all of it is the trial, none of it the chart, any part of it a whole chart', () => {
    fc.assert(
      fc.property(three, fc.array(fc.boolean(), { minLength: 40, maxLength: 40 }), ([base, mine], picks) => {
        const trial = carriedOut(base, mine);
        const compared = comparedById(base, trial);
        const keys = (['joined', 'left', 'moved', 'renamed', 'changed'] as const).flatMap((kind) =>
          compared[kind].map(({ item }) => entryKey(kind, item)),
        );
        expect(comparedById(base, onlyChosen(base, trial, new Set()))).toEqual(comparedById(base, base));
        expect(comparedById(base, onlyChosen(base, trial, new Set([...keys, LOOKS])))).toEqual(compared);
        const some = onlyChosen(base, trial, new Set(keys.filter((_, i) => picks[i % picks.length])));
        const into = differenceOf(base, some);
        if (into) expect(apply(base, into).ok).toBe(true);
      }),
    );
  });
});

describe('clashes', () => {
  const { chart: base, id } = readAs(
    'org',
    'Hanne Ostrey | Head\n\tSuda Welk | Gate\n\t\tRavi Thurle | Shop\n\tPiet Vann | Pond\n',
  );
  const [suda, ravi, piet] = ['Suda Welk', 'Ravi Thurle', 'Piet Vann'].map(id) as [string, string, string];
  const edit = (of: string, fields: Record<string, string>): Change => ({ type: 'edit-fields', id: of, fields });

  it('are words in one field that differ, with all three', () => {
    const real = carried(base, edit(ravi, { post: 'Café' }), edit(suda, { phone: '1' }));
    const trial = carried(base, edit(ravi, { post: 'Library' }), edit(suda, { place: 'Quay' }));
    const { chart, clashes } = merge(base, real, trial);
    expect(clashes).toEqual([
      {
        key: JSON.stringify(['items', ravi, 'fields', 'post']),
        item: ravi,
        what: 'post',
        before: 'Shop',
        real: 'Café',
        trial: 'Library',
      },
    ]);
    expect(chart.items[ravi]!.fields['post']).toBe('Library');
    expect(merge(base, real, trial, { [clashes[0]!.key]: 'real' }).chart.items[ravi]!.fields['post']).toBe('Café');
    // What does not touch is all there.
    expect(chart.items[suda]!.fields).toMatchObject({ phone: '1', place: 'Quay' });
  });
  it('are a line that one took out and the other put something under', () => {
    const real = carried(base, { type: 'remove-branch', id: suda });
    const trial = carried(base, { type: 'move-branch', id: piet, parent: suda });
    const { chart, clashes } = merge(base, real, trial);
    expect(clashes.map(({ what, item, real: theirs }) => [what, item, theirs])).toEqual([['there', suda, null]]);
    expect(chart.items[piet]!.parent).toBe(suda);
    const decided = merge(base, real, trial, { [clashes[0]!.key]: 'real' }).chart;
    expect(decided.items[suda]).toBeUndefined();
    expect(decided.items[piet]!.parent).toBe(base.items[suda]!.parent);
  });
  it('are two moves that would put each under the other', () => {
    const real = carried(base, { type: 'move-branch', id: suda, parent: piet });
    const trial = carried(base, { type: 'move-branch', id: piet, parent: suda });
    const { chart, clashes } = merge(base, real, trial);
    expect(clashes.map(({ what, real: theirs, trial: own }) => [what, theirs, own])).toHaveLength(1);
    expect(apply(real, differenceOf(real, chart)!).ok).toBe(true);
    expect(merge(base, real, trial, { [clashes[0]!.key]: 'real' }).chart.items[suda]!.parent).toBe(piet);
  });
});
