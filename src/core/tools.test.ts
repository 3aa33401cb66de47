/** Work on many lines: each one change, each taken back by one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { apply, type Chart, treeOf, walk } from './chart';
import { cellOf, writeCells } from './edit';
import { kindOf } from './kinds';
import { natural } from './list';
import {
  CASES,
  changeCase,
  fillDown,
  inCase,
  joinColumns,
  linesIn,
  numberLines,
  replaceInCells,
  sortLines,
  splitColumn,
  type Worked,
} from './tools';

const org = kindOf('org')!;
const chart = readAs(
  'org',
  'Name,Post,Reports to,Start date,Department\nAnn,head,,2020-01-01,Garden\nCy 10,clerk of works,Ann,3 May 2019,\nBo 2,lead,Ann,2021-02-03,\nÅsa,lead,Ann,,\nDi,lead,Bo 2,1.4.2018,Seeds\nEd,lead,Bo 2,2017,\n',
).chart;
const carried = (of: Chart, worked: Worked) => {
  if (!worked.change) return of;
  const applied = apply(of, worked.change);
  if (!applied.ok) throw new Error(applied.problem.message);
  const back = apply(applied.chart, applied.inverse);
  expect(back.ok && back.chart).toEqual(of);
  return applied.chart;
};
const names = (of: Chart) =>
  walk(treeOf(of.items)).map(({ id, depth }) => `${' '.repeat(depth)}${of.items[id]!.fields['name']}`);
const column = (of: Chart, field: string) => linesIn(of, null).map((id) => cellOf(org, of, id, field));
const all = linesIn(chart, null);
const bo = Object.values(chart.items).find(({ fields }) => fields['name'] === 'Bo 2')!.id;

describe('a column by its shown name', () => {
  const posts = readAs('org', 'Ann, head\n\tBo, lead, north\n').chart;
  const lines = linesIn(posts, null);
  const split = (into: string) => splitColumn(org, posts, lines, 'name', ',', ['name', into]);

  it('is the column, not a second one of that name', () => {
    for (const name of ['Post', 'post', ' POST '])
      expect(column(carried(posts, split(name)), 'post')).toEqual(['head', 'lead, north']);
    expect(column(carried(posts, numberLines(org, posts, null, 'Id', 'row')), 'id')).toEqual(['1', '2']);
  });
  it('is a new one where there is none, and the same again later, however it is written', () => {
    const once = carried(posts, split('Rank'));
    expect(column(once, 'Rank')).toEqual(['head', 'lead, north']);
    expect(column(carried(once, numberLines(org, once, null, 'RANK', 'row')), 'Rank')).toEqual(['1', '2']);
  });
  it('cannot take two parts', () => {
    expect(split('Name')).toMatchObject({ count: 0, wrong: [expect.stringContaining('column of its own')] });
    expect(split('Name').change).toBeUndefined();
  });
});

describe('sorting', () => {
  it('goes by family names where it is asked to, wherever they stand', () => {
    const { chart: people } = readAs('org', 'Mona Zell\nJan van der Veld\nAbend, Ilse\nBo Veld\n');
    const asked = (own: typeof people) => sortLines(org, own, null, 'name', false, true);
    expect(names(carried(people, asked(people)))).toEqual(['Abend, Ilse', 'Bo Veld', 'Jan van der Veld', 'Mona Zell']);
    const turned = { ...people, nameOrder: 'family-first' as const };
    expect(names(carried(turned, asked(turned)))[0]).toBe('Abend, Ilse');
    expect(names(carried(turned, asked(turned))).slice(1)).toEqual(['Bo Veld', 'Jan van der Veld', 'Mona Zell']);
  });
  it('puts siblings in natural order, or by date, what says nothing last either way', () => {
    expect(names(carried(chart, sortLines(org, chart, null, 'name')))).toEqual([
      'Ann',
      ' Åsa',
      ' Bo 2',
      '  Di',
      '  Ed',
      ' Cy 10',
    ]);
    expect(names(carried(chart, sortLines(org, chart, null, 'start')))).toEqual([
      'Ann',
      ' Cy 10',
      ' Bo 2',
      '  Ed',
      '  Di',
      ' Åsa',
    ]);
    expect(names(carried(chart, sortLines(org, chart, null, 'start', true)))).toEqual([
      'Ann',
      ' Bo 2',
      '  Di',
      '  Ed',
      ' Cy 10',
      ' Åsa',
    ]);
  });
  it('of one branch leaves the others', () => {
    expect(names(carried(chart, sortLines(org, chart, bo, 'start')))).toEqual([
      'Ann',
      ' Cy 10',
      ' Bo 2',
      '  Ed',
      '  Di',
      ' Åsa',
    ]);
  });
  it('twice is sorting once, and keeps who is under whom', () => {
    const words = fc.array(fc.string({ maxLength: 4, unit: fc.constantFrom(...'ab1 2É') }), {
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(words, (list) => {
        const own = readAs('org', `Name,Post\n${list.map((name, i) => `x${name},${i}`).join('\n')}`).chart;
        const once = carried(own, sortLines(org, own, null, 'name'));
        expect(sortLines(org, once, null, 'name').change).toBeUndefined();
        const sorted = names(once);
        for (let i = 1; i < sorted.length; i++) expect(natural(sorted[i - 1]!, sorted[i]!)).toBeLessThanOrEqual(0);
        expect([...sorted].sort()).toEqual(names(own).sort());
      }),
    );
  });
});

describe('work on cells', () => {
  it('numbers by level or in order', () => {
    expect(column(carried(chart, numberLines(org, chart, null, 'No', 'level')), 'No')).toEqual([
      '1',
      '1.1',
      '1.2',
      '1.2.1',
      '1.2.2',
      '1.3',
    ]);
    expect(column(carried(chart, numberLines(org, chart, bo, 'No', 'row')), 'No')).toEqual(['', '', '1', '2', '3', '']);
  });
  it('changes case', () => {
    expect(CASES.map((how) => inCase('head OF the saltmarsh-garden’s beds', how))).toEqual([
      'Head of the saltmarsh-garden’s beds',
      'Head of the Saltmarsh-Garden’s Beds',
      'HEAD OF THE SALTMARSH-GARDEN’S BEDS',
      'head of the saltmarsh-garden’s beds',
    ]);
    expect(column(carried(chart, changeCase(org, chart, all, 'post', 'title')), 'post')[1]).toBe('Clerk of Works');
  });
  it('splits and joins columns, and back again', () => {
    const split = carried(chart, splitColumn(org, chart, all, 'name', ' ', ['name', 'No']));
    expect([column(split, 'name')[1], column(split, 'No')[1]]).toEqual(['Cy', '10']);
    expect(names(carried(split, joinColumns(org, split, all, ['name', 'No'], ' ', 'name')))).toEqual(names(chart));
  });
  it('replaces words as they stand, with capitals and whole words where wished', () => {
    const posts = (what: Parameters<typeof replaceInCells>[4]) =>
      column(carried(chart, replaceInCells(org, chart, all, ['post'], what)), 'post').slice(0, 3);
    expect(posts({ find: 'LEA', replace: '$1.*' })).toEqual(['head', 'clerk of works', '$1.*d']);
    expect(posts({ find: 'LEA', replace: 'x', matchCase: true })).toEqual(['head', 'clerk of works', 'lead']);
    expect(posts({ find: 'work', replace: 'x', wholeWords: true })).toEqual(['head', 'clerk of works', 'lead']);
    expect(replaceInCells(org, chart, all, ['post'], { find: '', replace: 'x' }).change).toBeUndefined();
  });
  it('fills empty cells from the line before or from above', () => {
    const filled = column(carried(chart, fillDown(org, chart, all, 'department', 'before')), 'department');
    expect(filled).toEqual(['Garden', 'Garden', 'Garden', 'Seeds', 'Seeds', 'Seeds']);
    expect(column(carried(chart, fillDown(org, chart, all, 'department', 'above')), 'department')).toEqual([
      'Garden',
      'Garden',
      'Garden',
      'Seeds',
      'Garden',
      'Garden',
    ]);
  });
  it('writes cells that move lines one after another, and says which can not be', () => {
    const [ann, cy] = all as [string, string];
    const { change, wrong } = writeCells(org, chart, [
      { item: bo, field: 'superior', text: 'Cy 10' },
      { item: cy, field: 'superior', text: 'Di' },
      { item: ann, field: 'post', text: 'Director' },
    ]);
    const result = carried(chart, { change, count: 0, wrong });
    expect(names(result)).toEqual(['Ann', ' Cy 10', '  Bo 2', '   Di', '   Ed', ' Åsa']);
    expect(wrong).toEqual(["Cy 10 can't stand under Di, which stands under it."]);
  });
  it('keeps a superior that nobody is called, so that Check can ask', () => {
    const { change } = writeCells(org, chart, [{ item: bo, field: 'superior', text: 'Ana' }]);
    const result = carried(chart, { change, count: 0, wrong: [] });
    expect(result.items[bo]).toMatchObject({ parent: null, fields: { superior: 'Ana' } });
    expect(org.problems(result, () => 1).find(({ code }) => code === 'unknown-superior')!.repairs[0]!.label).toBe(
      'Put under Ann',
    );
  });
});
