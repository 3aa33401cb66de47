/** A newer list: who is who, what is taken in, and what is left alone. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parents } from '../../../tests/support/trees';
import { apply, type Chart, emptyChart, treeOf, walk } from '../chart';
import { kindOf } from '../kinds';
import { chartOfList, readList } from '../read';
import { compareList, ENTRIES, entryKey, summaryOf } from '.';

const org = kindOf('org')!;
const listOf = (text: string, prefix = 'n') => {
  let count = 0;
  const read = readList(org, text, { newId: () => `${prefix}${++count}` });
  if (!read.ok) throw new Error(read.problem.message);
  return read.list;
};
const chartOf = (text: string) => chartOfList(org, 'Test', listOf(text, 'i'));
const carried = (chart: Chart, change: ReturnType<typeof compareList>['change']) => {
  const applied = apply(chart, change);
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied.chart;
};
const tree = (chart: Chart) =>
  walk(treeOf(chart.items)).map(({ id, depth }) => `${'  '.repeat(depth)}${chart.items[id]!.fields['name']}`);
const HEAD = 'Id,Name,Post,E-mail,Reports to\n';

describe('who is who', () => {
  const found = (old: string, fresh: string) => compareList(chartOf(old), listOf(fresh));
  it('is told by id, e-mail, name and post, name, in this order', () => {
    const { renamed, joined, left } = found(
      `${HEAD}1,Ann Oke,Head,,\n,Bo,Lead,bo@garden.example,\n,Cy,Clerk,,\n,Di,Clerk,,\n`,
      `${HEAD}1,Ann Penn,Head,,\n,Robert,Lead,bo@garden.example,\n,Cy,Clerk,,\n,Di,Senior,,\n`,
    );
    expect(renamed.map(({ name, to, by, certainty }) => [name, to, by, certainty])).toEqual([
      ['Ann Oke', 'Ann Penn', 'id', 1],
      ['Bo', 'Robert', 'e-mail', 0.98],
    ]);
    expect([joined, left]).toEqual([[], []]);
  });
  it('may be guessed where a name was written otherwise or changed, and says how surely', () => {
    const { renamed, joined, left, unsure } = found(
      'Name,Post,Reports to\nAnn,Head,\nP. Marrable,Lead,Ann\nCora Oke,Clerk,Ann\nEd Roke,Clerk,Ann\n',
      'Name,Post,Reports to\nAnn,Head,\nPiet Marrable,Lead,Ann\nCora Penn,Clerk,Ann\nFay Welk,Clerk,Ann\n',
    );
    expect(renamed.map(({ name, to, by }) => [name, to, by])).toEqual([
      ['P. Marrable', 'Piet Marrable', 'likeness'],
      ['Cora Oke', 'Cora Penn', 'likeness'],
    ]);
    // Another person in the same post is another person.
    expect([joined.map(({ name }) => name), left.map(({ name }) => name)]).toEqual([['Fay Welk'], ['Ed Roke']]);
    expect(unsure.every(({ certainty }) => certainty < 0.9)).toBe(true);
    expect(unsure.length).toBe(2);
  });
  it('is not guessed against ids', () => {
    const { renamed, joined } = found(`${HEAD}1,Piet Marrable,Lead,,\n`, `${HEAD}2,P. Marrable,Lead,,\n`);
    expect([renamed.length, joined.length]).toEqual([0, 1]);
  });
  it('is counted in a sentence', () => {
    const counts = { joined: [1, 2], left: [], moved: [1], renamed: [], changed: [] } as never;
    expect(summaryOf(counts, '2026-10-01')).toBe('2 joined, 1 moved since 1 October 2026');
    expect(summaryOf({ joined: [], left: [], moved: [], renamed: [], changed: [] }, undefined)).toBe('Nothing changed');
  });
});

describe('what is taken in', () => {
  const old = 'Name,Post,Reports to\nAnn,Head,\nBo,Lead,Ann\nCy,Clerk,Bo\nDi,Clerk,Bo\n';
  const fresh = 'Name,Post,Reports to\nAnn,Head,\nEd,Lead,Ann\nCy,Senior,Ed\nFay,Clerk,Cy\nDi,Clerk,Ann\n';
  it('may be some of it: the others stay where they are, under the nearest that is there', () => {
    const chart = chartOf(old);
    const found = compareList(chart, listOf(fresh));
    expect(summaryOf(found)).toBe('2 joined, 1 left, 2 moved, 1 changed');
    const cy = found.changed[0]!.item;
    expect(tree(carried(chart, found.changeFor(new Set([entryKey('changed', cy)]))))).toEqual(tree(chart));
    const fay = found.joined.find(({ name }) => name === 'Fay')!.item;
    expect(tree(carried(chart, found.changeFor(new Set([entryKey('joined', fay)]))))).toEqual([
      'Ann',
      '  Bo',
      '    Cy',
      '      Fay',
      '    Di',
    ]);
    expect(tree(carried(chart, found.changeFor(new Set([entryKey('moved', cy), entryKey('left', 'i2')]))))).toEqual([
      'Ann',
      '  Cy',
      '  Di',
    ]);
    expect(tree(carried(chart, found.change))).toEqual(['Ann', '  Ed', '    Cy', '      Fay', '  Di']);
  });

  const people = parents(9, true).map((of) => of.map((p, i) => ({ name: `P${i}`, parent: p })));
  const some = fc.tuple(people, people, fc.infiniteStream(fc.boolean()));
  const chartIn = (list: readonly { name: string; parent: number }[], prefix: string): Chart => ({
    ...emptyChart('org', 'T'),
    items: Object.fromEntries(
      list.map(({ name, parent }, i) => [
        `${prefix}${i}`,
        {
          id: `${prefix}${i}`,
          parent: parent < 0 ? null : `${prefix}${parent}`,
          order: `a${String.fromCharCode(65 + i)}`,
          fields: { name },
        },
      ]),
    ),
  });
  it('never makes a circle, whatever is chosen; all of it is the newer list; none of it changes nothing but order', () => {
    fc.assert(
      fc.property(some, ([from, to, coin]) => {
        const shift = to.map((person, i) => ({ ...person, name: `P${(i * 3) % 11}` }));
        const chart = chartIn(from, 'i');
        const list = { items: Object.values(chartIn(shift, 'n').items), links: [], sets: [] };
        const found = compareList(chart, list);
        const keys = ENTRIES.flatMap((kind) => found[kind].map(({ item }) => entryKey(kind, item)));
        const chosen = new Set(keys.filter(() => coin.next().value));
        const part = carried(chart, found.changeFor(chosen));
        expect(walk(treeOf(part.items)).length).toBe(Object.keys(part.items).length);
        const joined = found.joined.filter(({ item }) => chosen.has(entryKey('joined', item))).length;
        const left = found.left.filter(({ item }) => chosen.has(entryKey('left', item))).length;
        expect(Object.keys(part.items).length).toBe(from.length + joined - left);
        const whole = carried(chart, found.changeFor(new Set(keys)));
        expect(tree(whole)).toEqual(tree(chartIn(shift, 'n')));
        const nothing = carried(chart, found.changeFor(new Set()));
        expect(tree(nothing).sort()).toEqual(tree(chart).sort());
      }),
    );
  });
});
