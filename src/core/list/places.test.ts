/** Where lines of a table stand, however the table says it; and what a person says of its columns. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { treeOf, walk } from '../chart';
import { kindOf } from '../kinds';
import { type ReadOptions, readList } from '../read';

const org = kindOf('org')!;
function read(text: string, options: ReadOptions = {}) {
  const result = readList(org, text, options);
  if (!result.ok) throw new Error(result.problem.message);
  const items = Object.fromEntries(result.list.items.map((item) => [item.id, item]));
  return {
    ...result.list,
    tree: walk(treeOf(items)).map(({ id, depth }) => `${'  '.repeat(depth)}${items[id]!.fields['name']}`),
    codes: result.list.problems.map(({ code, line }) => `${code} ${line}`),
    fields: (name: string) => result.list.items.find((item) => item.fields['name'] === name)?.fields,
  };
}
const TREE = ['Ann', '  Bo', '    Cy', '  Di'];

describe('levels of a table', () => {
  it.each([
    ['numbers such as 1.2.3', 'No,Name\n1,Ann\n1.1,Bo\n1.1.1,Cy\n1.2,Di\n'],
    ['numbers that end in a point', 'No.;Name\n1.;Ann\n1.1.;Bo\n1.1.1.;Cy\n1.2.;Di\n'],
    ['levels as numbers', 'Level,Name,Post\n1,Ann,Head\n2,Bo,Lead\n3,Cy,Clerk\n2,Di,Lead\n'],
    ['grades that go down', 'Name,Grade\nAnn,9\nBo,7\nCy,4\nDi,7\n'],
    ['grades as words, in the order they come', 'Name,Grade\nAnn,Director\nBo,Head\nCy,Clerk\nDi,Head\n'],
    ['names set in', 'Name,Post\nAnn,Head\n  Bo,Lead\n    Cy,Clerk\n  Di,Lead\n'],
    ['one column a level, set in steps', 'Ann,,\n,Bo,\n,,Cy\n,Di,\n'],
    ['columns called levels', 'Level 1,Level 2,Level 3\nAnn,Bo,Cy\nAnn,Di,\n'],
  ])('are found in %s', (_, text) => {
    expect(read(text).tree).toEqual(TREE);
  });

  it('come from columns a person chose: site, department, person', () => {
    const list = read('Site,Department,Who,Since\nQuay,Plants,Ann,2020\n,,Bo,2021\n,Learning,Cy,\nHill,Plants,Di,\n', {
      roles: { Site: '@level', Department: '@level', Since: 'start' },
    });
    expect(list.tree).toEqual([
      'Quay',
      '  Plants',
      '    Ann',
      '    Bo',
      '  Learning',
      '    Cy',
      'Hill',
      '  Plants',
      '    Di',
    ]);
    expect(list.fields('Bo')).toEqual({ name: 'Bo', start: '2021' });
    expect(list.lines[list.items.find((item) => item.fields['name'] === 'Di')!.id]).toBe(5);
  });

  it('keep two of one name in one place, each with its own cells', () => {
    const list = read('Level 1,Level 2,Phone\nAnn,,1\nAnn,Vacant,2\nAnn,Vacant,3\n');
    expect(list.tree).toEqual(['Ann', '  Vacant', '  Vacant']);
    expect(list.fields('Ann')).toEqual({ name: 'Ann', phone: '1' });
  });

  it('say where numbers skip, come twice, or have nothing above them', () => {
    expect(read('No,Name\n1,A\n1.1,B\n1.3,C\n1.3,D\n2.1.1,E\n1.4,F\n').codes).toEqual([
      'numbering-skips 4',
      'numbering-skips 5',
      'numbering-skips 6',
    ]);
  });

  it('give way to a column that names who is above', () => {
    expect(read('Level,Name,Reports to\n1,Ann,\n1,Bo,Ann\n1,Cy,Bo\n1,Di,Ann\n').tree).toEqual(TREE);
  });

  it('are those of any tree written as one column a level', () => {
    const levels = fc.array(fc.nat(3), { minLength: 3, maxLength: 14 }).map((wanted) => {
      let last = -1;
      return wanted.map((level) => (last = Math.min(level, last + 1)));
    });
    fc.assert(
      fc.property(levels, (depths) => {
        const width = Math.max(...depths) + 1;
        fc.pre(width > 1);
        const rows = depths.map((depth, i) =>
          Array.from({ length: width }, (_, at) => (at === depth ? `N${i}` : '')).join(','),
        );
        const heads = Array.from({ length: width }, (_, i) => `Level ${i + 1}`).join(',');
        const { tree } = read(`${heads}\n${rows.join('\n')}`);
        expect(tree).toEqual(depths.map((depth, i) => `${'  '.repeat(depth)}N${i}`));
      }),
    );
  });
});

describe('what a person says of columns', () => {
  it('goes before what was found out', () => {
    const list = read('Name,Title,Boss,Secret\nA,Dr,,x\nB,Ms,A,y\n', {
      roles: { Title: 'Title', Secret: '', Boss: 'superior' },
    });
    expect(list.fields('B')).toEqual({ name: 'B', Title: 'Ms' });
    expect(list.tree).toEqual(['A', '  B']);
  });
  it('may be that there are no headings, or that there are', () => {
    expect(read('Name,Post\nA,B\n', { headings: false }).tree).toEqual(['Name', 'A']);
    expect(read('Wer,Was\nA,B\n', { headings: true, roles: { Was: 'post' } }).fields('A')).toEqual({
      name: 'A',
      post: 'B',
    });
  });
  it('finds headings under a title, and says what stood above them', () => {
    const list = read('"Staff of the garden, October",,\n\nName,Post,Reports to\nA,Head,\nB,Lead,A\n');
    expect(list.tree).toEqual(['A', '  B']);
    expect(list.codes).toEqual(['above-headings 1']);
    expect(list.firstRows).toEqual([
      ['A', 'Head', ''],
      ['B', 'Lead', 'A'],
    ]);
  });
  it('do not doubt a known heading because its cells are names', () => {
    expect(read('Name,Post\nAnn,Bo\nBo,Ann\n').fields('Ann')).toEqual({ name: 'Ann', post: 'Bo' });
  });
  it('are one column where its heading stands alone, whatever its names hold', () => {
    expect(read('Name\nMarrable; Piet\nA, B\n').tree).toEqual(['Marrable; Piet', 'A']);
    expect(read('Name\n"Marrable, Piet"\nBo\n').tree).toEqual(['Marrable, Piet', 'Bo']);
    expect(read('Team\nBo\n').tree).toEqual(['Team', 'Bo']);
  });
  it('keeps an own field whose heading is a word that objects have', () => {
    expect(read('Name,constructor,@level\nA,x,y\n').fields('A')).toEqual({
      name: 'A',
      'column 2': 'x',
      'column 3': 'y',
    });
  });
});
