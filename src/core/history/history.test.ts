/** Moments: what the log gives, and what changes are told as. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { change, chart } from '../../../tests/support/changes';
import { carried, readAs } from '../../../tests/support/kinds';
import { apply, type Change, type Chart, differenceOf } from '../chart';
import { comparedById, ofOneList, tell } from '.';

const stories = chart.chain((start) =>
  fc.tuple(fc.constant(start), fc.array(change(Object.keys(start.items).length), { maxLength: 12 })),
);

describe('the log of a chart', () => {
  it('gives the value at every revision, from before and from after', () => {
    fc.assert(
      fc.property(stories, ([start, changes]) => {
        const moments: Chart[] = [start];
        const inverses: Change[] = [];
        for (const one of changes) {
          const applied = apply(moments.at(-1)!, one);
          if (!applied.ok) continue;
          moments.push(applied.chart);
          inverses.push(applied.inverse);
        }
        let at = moments.at(-1)!;
        for (let revision = inverses.length - 1; revision >= 0; revision--) {
          const applied = apply(at, inverses[revision]!);
          if (!applied.ok) throw new Error(applied.problem.message);
          at = applied.chart;
          expect(at).toEqual(moments[revision]);
        }
      }),
    );
  });
  it('leads from any moment to any other by one change, and back', () => {
    fc.assert(
      fc.property(stories, ([start, changes]) => {
        const end = carriedAsFar(start, changes);
        const to = differenceOf(start, end);
        if (!to) {
          expect(end).toEqual(start);
          return;
        }
        const applied = apply(start, to);
        if (!applied.ok) throw new Error(applied.problem.message);
        expect(applied.chart).toEqual(end);
        const back = apply(applied.chart, applied.inverse);
        expect(back.ok && back.chart).toEqual(start);
      }),
    );
  });
});

const carriedAsFar = (start: Chart, changes: readonly Change[]) =>
  changes.reduce((at, one) => {
    const applied = apply(at, one);
    return applied.ok ? applied.chart : at;
  }, start);

describe('entries that are put', () => {
  const { chart: base, id } = readAs('org', 'Ada Fenn\n\tBo Veld\n\t\tCy Moor\n');
  const put = (items: Record<string, unknown>): Change => ({ type: 'set-entries', put: { items } }) as Change;
  it('leave a chart whole: nothing under itself, or under what is not there', () => {
    const [ada, bo, cy] = ['Ada Fenn', 'Bo Veld', 'Cy Moor'].map(id) as [string, string, string];
    const under = (item: string, parent: string) => ({ [item]: { ...base.items[item], parent } });
    expect(apply(base, put(under(ada, cy)))).toMatchObject({ ok: false, problem: { code: 'under-itself' } });
    expect(apply(base, put(under(bo, 'nobody')))).toMatchObject({ ok: false, problem: { code: 'no-place' } });
    expect(apply(base, { type: 'set-entries', gone: { items: [bo] } })).toMatchObject({ ok: false });
    expect(apply(base, put({ [ada]: base.items[bo] }))).toMatchObject({ ok: false, problem: { code: 'double-id' } });
  });
});

describe('changes in words', () => {
  const {
    chart: base,
    kind,
    id,
  } = readAs('org', 'Hanne Ostrey | Director\n\tSuda Welk | Gate\n\t\tRavi Thurle | Shop\n\tPiet Vann | Pond\n');
  const [hanne, suda, ravi, piet] = ['Hanne Ostrey', 'Suda Welk', 'Ravi Thurle', 'Piet Vann'].map(id) as [
    string,
    string,
    string,
    string,
  ];
  const said = (change: Change, from = base) => tell(kind, from, carried(from, change), change).words;
  it.each<[Change, string]>([
    [{ type: 'move-branch', id: ravi, parent: hanne }, 'Ravi Thurle moved from Suda Welk to Hanne Ostrey'],
    [{ type: 'edit-fields', id: ravi, fields: { post: 'Café' } }, 'Post of Ravi Thurle: “Shop” became “Café”'],
    [{ type: 'edit-fields', id: ravi, fields: { name: 'Ravi Tye' } }, 'Ravi Thurle renamed “Ravi Tye”'],
    [{ type: 'edit-fields', id: ravi, fields: { phone: '12' } }, 'Phone of Ravi Thurle: “12”'],
    [{ type: 'remove-branch', id: suda }, 'Suda Welk and 1 under it removed'],
    [{ type: 'remove-branch', id: piet }, 'Piet Vann removed from Hanne Ostrey'],
    [
      { type: 'add-items', items: [{ id: 'x', parent: piet, fields: { name: 'Ulla Sallow' } }] },
      'Ulla Sallow added under Piet Vann',
    ],
    [{ type: 'set-item', id: suda, folded: true }, 'Suda Welk folded'],
    [{ type: 'set-arrangement', arrangement: { direction: 'right' } }, 'Direction: To the right'],
    [{ type: 'rename', title: 'Trust' }, 'Chart renamed “Trust”'],
    [{ type: 'set-page', page: { size: 'A3', margin: 10 } }, 'Page changed: paper, margin'],
    [
      {
        type: 'edit-lines',
        edits: { [suda]: { place: 'Quay' }, [ravi]: { place: 'Quay' }, [piet]: { place: 'Quay' } },
      },
      'Place of 3 posts changed',
    ],
  ])('%j', (change, words) => {
    expect(said(change)).toBe(words);
  });
  it('a newer list is one change, counted', () => {
    const change: Change = {
      type: 'group',
      changes: [
        { type: 'add-items', items: [{ id: 'x', parent: hanne, fields: { name: 'Ulla' } }] },
        { type: 'remove-lines', ids: [piet] },
        { type: 'set-listed', day: '2026-11-30' },
      ],
    };
    expect(said(change)).toBe('A newer list: Posts: 1 added, 1 removed');
  });
  it('what is taken back is said so, with the lines it is about', () => {
    const change: Change = { type: 'move-branch', id: ravi, parent: hanne };
    const told = tell(kind, base, carried(base, change), change, 'undo');
    expect([told.words, told.items]).toEqual(['Undone: Ravi Thurle moved from Suda Welk to Hanne Ostrey', [ravi]]);
  });
  it('what is put as it was is told by what it is about', () => {
    const then = carried(
      base,
      { type: 'set-arrangement', arrangement: { direction: 'right' } },
      { type: 'rename', title: 'T' },
    );
    expect(said(differenceOf(base, then)!)).toBe('As it stands elsewhere: title, arrangement');
    const less = carried(base, { type: 'remove-branch', id: piet });
    expect(said(differenceOf(less, base)!, less)).toBe('Piet Vann added under Hanne Ostrey');
  });
  it('every change of every type is told in some words', () => {
    fc.assert(
      fc.property(stories, ([start, changes]) => {
        let at = start;
        for (const one of changes) {
          const applied = apply(at, one);
          if (!applied.ok) continue;
          expect(tell(kind, at, applied.chart, one).words).toMatch(/\S/);
          at = applied.chart;
        }
      }),
    );
  });
});

describe('two charts compared line by line', () => {
  it('know each other where they share their lines', () => {
    const { chart: a } = readAs('org', 'Ada\n\tBo\n\tCy\n');
    const { chart: b } = readAs('org', 'Ada\n\tBo\n\tCy\n');
    expect([ofOneList(a, a), ofOneList(a, b)]).toEqual([true, Object.keys(b.items).some((id) => a.items[id])]);
  });
  it('says nothing of a chart and itself', () => {
    fc.assert(
      fc.property(chart, (one) => {
        expect(comparedById(one, one)).toEqual({ joined: [], left: [], moved: [], renamed: [], changed: [] });
      }),
    );
  });
});
