/** What can be wrong with the words of any list, and what a person leaves as it is on purpose. */
import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import { apply, type Chart, treeOf, walk } from '../chart';
import { listProblems, unsettled } from '../compose';
import type { Problem } from './types';

const found = (chart: Chart, kindId = 'org') => {
  const { kind } = readAs(kindId, kindId === 'venn' ? 'A: b' : 'A\n\tB');
  return listProblems(kind, chart, (id) => walk(treeOf(chart.items)).findIndex((row) => row.id === id) + 1);
};
const mended = (chart: Chart, problem: Problem, at = 0) => {
  const applied = apply(chart, problem.repairs[at]!.change);
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied.chart;
};
const names = (chart: Chart) =>
  walk(treeOf(chart.items)).map(({ id, depth }) => `${' '.repeat(depth)}${chart.items[id]!.fields['name']}`);
const one = (problems: readonly Problem[], code: string) => {
  const own = problems.filter((problem) => problem.code === code);
  expect(own.length).toBe(1);
  return own[0]!;
};

describe('stray spaces', () => {
  it('are named and taken out, but not the one that is being typed', () => {
    const { chart, id } = readAs('org', 'Ann | Head\n\tBo | Lead');
    const edited = apply(chart, {
      type: 'edit-lines',
      edits: { [id('Ann')]: { name: ' Ann\u00a0 Oke' }, [id('Bo')]: { name: 'Bo ' } },
    });
    if (!edited.ok) throw new Error();
    const problem = one(found(edited.chart), 'stray-spaces');
    expect(problem).toMatchObject({ line: 1, severity: 'note', field: 'name' });
    expect(names(mended(edited.chart, problem))).toEqual(['Ann Oke', ' Bo ']);
  });
});

describe('names that are texts', () => {
  it('are named, and their rest goes to a field of its own', () => {
    const long = 'Somebody who looks after '.repeat(9).trim();
    const { chart } = readAs('org', `${long}\n\tBo`);
    const problem = one(found(chart), 'long-name');
    const item = Object.values(mended(chart, problem).items)[0]!;
    expect(`${item.fields['name']} ${item.fields['Notes']}`).toBe(long);
    expect(item.fields['name']!.length).toBeLessThan(90);
  });
});

describe('near-doubles', () => {
  const text = 'Ann | Head\n\tPiet Marrable | Lead\n\t\tCy | Clerk\n\tPiet Marable\n\t\tDi | Clerk\n';
  it('are made one with all that is joined to either', () => {
    const { chart } = readAs('org', text);
    const problem = one(found(chart), 'near-double');
    expect(problem.message).toBe(
      'Line 4: Piet Marable and Piet Marrable (line 2) are written nearly the same. Are they one?',
    );
    const merged = mended(chart, problem);
    expect(names(merged)).toEqual(['Ann', ' Piet Marrable', '  Cy', '  Di']);
    expect(names(mended(chart, problem, 1))).toEqual(['Ann', ' Piet Marable', '  Di', '  Cy']);
    expect(
      Object.values(mended(chart, problem, 1).items).find(({ fields }) => fields['name'] === 'Piet Marable')!.fields[
        'post'
      ],
    ).toBe('Lead');
  });
  it('that are two stay two once somebody said so, and come back when looked at again', () => {
    const { chart } = readAs('org', text);
    const problem = one(unsettled(chart, found(chart)), 'near-double');
    const settled = apply(chart, { type: 'settle', keys: { [problem.key!]: true } });
    if (!settled.ok) throw new Error();
    expect(unsettled(settled.chart, found(settled.chart)).filter(({ code }) => code === 'near-double')).toEqual([]);
  });
  it('are not looked for among people who differ in a number, or in the year of birth', () => {
    expect(found(readAs('org', 'Bed 2\nBed 3\nBed 12\n').chart).map(({ code }) => code)).not.toContain('near-double');
    const family = readAs('family', 'Cora Oke (1890)\n\tCara Oke (1920)\n').chart;
    expect(found(family, 'family').map(({ code }) => code)).not.toContain('near-double');
  });
  it('of a Venn diagram are in the sets of both; of a concept map one name joins them', () => {
    const venn = readAs('venn', 'Fenna Roke: Bees\nFena Roke: Pond\n').chart;
    const both = mended(venn, one(found(venn, 'venn'), 'near-double'));
    expect(Object.values(both.sets).map(({ members }) => members.length)).toEqual([1, 1]);
    const map = readAs(
      'concept',
      'Salt marsh - is flooded by -> Tides\nTides - bring -> Mud\nMud - builds -> Salt marshs\n',
    ).chart;
    const same = mended(map, one(found(map, 'concept'), 'near-double'));
    expect(names(same).filter((name) => name.trim() === 'Salt marsh').length).toBe(2);
  });
});

describe('superiors written otherwise', () => {
  it('are recognised: titles, initials, order of names', () => {
    const { chart } = readAs(
      'org',
      'Name,Reports to\nPiet Marrable,\nSuda Welk,Dr P. Marrable\nInes,"Marrable, Piet"\n',
    );
    const own = found(chart).filter(({ code }) => code === 'superior-spelling');
    expect(own.map(({ repairs }) => [repairs[0]!.label, repairs[0]!.alike])).toEqual([
      ['Put under Piet Marrable', 'nearest'],
      ['Put under Piet Marrable', 'nearest'],
    ]);
    expect(names(mended(chart, own[0]!)).slice(0, 2)).toEqual(['Piet Marrable', ' Suda Welk']);
  });
  it('are all offered where several may be meant, and none is taken for sure', () => {
    const { chart } = readAs('org', 'Name,Reports to\nPiet Marrable,\nPia Marrable,\nSuda Welk,P. Marrable\n');
    const problem = one(found(chart), 'unknown-superior');
    expect(
      problem.repairs
        .slice(0, 2)
        .map(({ label }) => label)
        .sort(),
    ).toEqual(['Put under Pia Marrable', 'Put under Piet Marrable']);
  });
  it('get a line of their own where wished: one for all who report to the same', () => {
    const { chart } = readAs('org', 'Name,Reports to\nPiet,\nSuda,Wanda\nInes,wanda\n');
    const own = found(chart).filter(({ code }) => code === 'unknown-superior');
    const add = own[0]!.repairs.findIndex(({ alike }) => alike === 'new');
    expect(names(mended(chart, own[0]!, add)).sort()).toEqual([' Ines', ' Suda', 'Piet', 'Wanda']);
    expect(
      own.map(
        ({ repairs }) =>
          JSON.stringify(repairs.find(({ alike }) => alike === 'new')!.change).match(/"id":"[^"]*-above"/)![0],
      ),
    ).toHaveLength(2);
    const twice = apply(mended(chart, own[0]!, add), own[1]!.repairs.find(({ alike }) => alike === 'new')!.change);
    expect(twice.ok).toBe(false);
  });
});
