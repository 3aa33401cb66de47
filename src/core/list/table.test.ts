import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, type Chart } from '../chart';
import { kindOf } from '../kinds';
import { chartOfList, readList } from '../read';
import { writeList } from '../write';
import { compareList } from '.';
import { editDistance, folded, nameFinder } from './words';

const kind = kindOf('org')!;
function read(text: string, form?: string) {
  const result = readList(kind, text, { form });
  if (!result.ok) throw new Error(result.problem.message);
  const chart = chartOfList(kind, 'Test', result.list);
  const problems = [...result.list.problems, ...kind.problems(chart, (id) => result.list.lines[id])];
  const name = (id: string | null) => (id === null ? null : chart.items[id]!.fields['name']);
  return {
    ...result.list,
    chart,
    problems,
    pairs: result.list.items.map((item) => [name(item.id), name(item.parent)]),
  };
}
const AB = [
  ['A', null],
  ['B', 'A'],
  ['C', 'B'],
];

describe('tables', () => {
  it.each([
    ['commas', 'Name,Post,Reports to\nA,Head,\nB,Lead,A\nC,,B\n'],
    ['semicolons and quotes', 'Name;"Job title";"Line manager"\r\n"A";Head;\r\nB;"Lead; east";A\r\nC;;B\r\n'],
    ['cells from a spreadsheet', 'Full name\tTitle\tSuperior\nA\tHead\t\nB\tLead\tA\nC\t\tB'],
    ['bars', 'Name|Post|Manager\nA|Head|\nB|Lead|A\nC||B'],
    ['superior by id', 'Staff ID,Name,Manager ID\n7,A,\n8,B,7\n9,C,8\n'],
    ['superior by post', 'Name,Post,Reports to\nA,Head,\nB,Lead,Head\nC,,Lead\n'],
    ['names in another case and spacing', 'Name,Reports to\nA,\nB,a \nC,"  B"\n'],
    ['columns in another order, some unknown', 'Reports to,Badge,Name\n,1,A\nA,2,B\nB,3,C\n'],
    ['a superior column under an unknown heading', 'Name,Answers upward to\nA,\nB,A\nC,B\n'],
  ])('are read from %s', (_, text) => {
    expect(read(text).pairs).toEqual(AB);
  });

  it('keep unknown columns and say where each heading went', () => {
    const list = read('Name,Cost centre,E-mail\nA,14,a@garden.example\n');
    expect(list.items[0]!.fields).toEqual({ name: 'A', 'Cost centre': '14', email: 'a@garden.example' });
    expect(list.columns).toEqual([
      { heading: 'Name', key: 'Name', field: 'name' },
      { heading: 'Cost centre', key: 'Cost centre', field: 'Cost centre' },
      { heading: 'E-mail', key: 'E-mail', field: 'email' },
    ]);
  });

  it('name lines as the text counts them, also after a cell of two lines', () => {
    const list = read('Name,Post,Reports to\nA,"Head of\nplants",\nB,Lead,Nobody\n');
    expect(list.items[0]!.fields['post']).toBe('Head of\nplants');
    expect(list.problems).toMatchObject([{ code: 'unknown-superior', line: 4 }]);
  });

  it('offer the nearest names for a superior that is unknown, and mend it by a change', () => {
    const { chart, problems } = read('Name,Reports to\nPiet Marrable,\nSuda Welk,Piet Marable\n');
    expect(problems[0]!.repairs.map((repair) => repair.label)).toEqual([
      'Put under Piet Marrable',
      'Add a line for Piet Marable',
      'Leave Suda Welk at the top',
    ]);
    const mended = apply(chart, problems[0]!.repairs[0]!.change);
    if (!mended.ok) throw new Error(mended.problem.message);
    expect(kind.problems(mended.chart, () => 1)).toEqual([]);
  });

  it('name a circle in full and can cut it at each of its people', () => {
    const { chart, problems } = read('Name,Reports to\nTop,\nA,B\nB,C\nC,A\n');
    const cycle = problems.find((problem) => problem.code === 'cycle')!;
    expect(cycle.line).toBe(3);
    expect(cycle.message).toContain('A – B – C – A');
    for (const repair of cycle.repairs) {
      const mended = apply(chart, repair.change);
      if (!mended.ok) throw new Error(mended.problem.message);
      expect(kind.problems(mended.chart, () => 1).some((problem) => problem.code === 'cycle')).toBe(false);
    }
  });

  it.each([
    ['a superior whom two share', 'Name,Post,Reports to\nTop,,\nAl,Nights,Top\nAl,Days,Top\nBo,,Al\n', 'double', 5],
    ['somebody under themself', 'Name,Reports to\nTop,\nA,A\n', 'cycle', 3],
    ['nobody at the top', 'Name,Reports to\nA,B\nB,A\n', 'no-top', 2],
    ['several at the top', 'Name,Reports to\nA,\nB,\n', 'several-tops', 3],
    ['an empty name', 'Name,Post,Reports to\nA,,\n,Pond,A\n', 'empty-name', 3],
    ['the same person twice', 'Name,Post,Reports to\nA,,\nB,Lead,A\nB,Lead,A\n', 'double', 4],
    ['a line without headings', 'Ann,Head\nBo,Lead\n', 'no-headings', 1],
    ['a quotation mark left open', 'Name,Post\nA,"Head\nB,Lead\n', 'broken-quotes', 2],
    ['more cells than headings', 'Name,Post\nA,Head,of,plants\n', 'too-many-cells', 2],
  ])('report %s at its line', (_, text, code, line) => {
    expect(read(text, 'csv').problems).toContainEqual(expect.objectContaining({ code, line }));
  });

  it('are told from outlines', () => {
    expect(read('Name,Post\nA,Head\n').form).toBe('csv');
    expect(read('Name\tPost\nA\tHead\n').form).toBe('tsv');
    expect(read('Ann Lo, Head\n\tBo Ek, Lead\n').form).toBe('outline');
    expect(read('Ann\tHead\n\tBo\tLead\n').form).toBe('outline');
    expect(read('Just one line').form).toBe('outline');
  });

  it('that can not be read say why', () => {
    expect(readList(kind, ' \n\t\n')).toMatchObject({ ok: false, problem: { code: 'empty-list' } });
    expect(readList(kind, 'A', { form: 'no-such' })).toMatchObject({ ok: false, problem: { code: 'unknown-form' } });
    expect(readList(kind, 'A\n'.repeat(30_001))).toMatchObject({ ok: false, problem: { code: 'too-many-lines' } });
    expect(read(`Name,Post\nA,${'x'.repeat(3_000)}\n`).problems).toContainEqual(
      expect.objectContaining({ code: 'too-long', line: 2 }),
    );
  });

  it('never fail on any text, and draw every row', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: fc.constantFrom(...'AB,;\t"\n|x -'.split('')) }), (text) => {
        const result = readList(kind, `Name,Reports to,id\n${text}`, { form: 'csv' });
        if (!result.ok) return;
        const chart = chartOfList(kind, 'Test', result.list);
        const { order } = kind.structure(chart);
        expect(order.length).toBe(result.list.items.length); // All hang on a top: no circle is left.
        kind.problems(chart, (id) => result.list.lines[id]);
      }),
      { numRuns: 400 },
    );
  });
});

const cell = fc
  .string({ minLength: 1, maxLength: 12, unit: fc.constantFrom(...'aéZ ,;"\n|-'.split('')) })
  .map((text) => text.replace(/[^\S\n]+/g, ' ').trim() || 'x');
const staff = fc
  .array(fc.record({ name: cell, post: cell, under: fc.nat() }), { minLength: 1, maxLength: 25 })
  .map((people): Chart => {
    const list = people.map((p, i) => ({
      id: `i${i}`,
      parent: i === 0 ? null : `i${p.under % i}`,
      order: `a${'0123456789ABCDEFGHIJKLMNOP'[i]}`,
      fields: { name: p.name, post: p.post },
    }));
    return { ...chartOfList(kind, 'T', { form: '', items: list, links: [], sets: [], lines: {}, problems: [] }) };
  });
/** What a chart says: each name and post with those above it, in list order. */
const says = (chart: Chart) =>
  kind.structure(chart).order.map((id) => {
    const line: string[] = [];
    for (let at: string | null = id; at !== null; at = chart.items[at]!.parent)
      line.push(`${chart.items[at]!.fields['name']}/${chart.items[at]!.fields['post']}`);
    return line.join(' < ');
  });

describe('a list written out', () => {
  it('as CSV reads back the same, whatever the cells hold and however names repeat', () => {
    fc.assert(
      fc.property(staff, (chart) => {
        expect(says(read(writeList(kind, 'csv', chart), 'csv').chart)).toEqual(says(chart));
      }),
      { numRuns: 200 },
    );
  });
  it('as an outline keeps names and levels', () => {
    const { chart } = read('Name,Post,Reports to\nA,Head,\nB,,A\nC,Lead,B\n');
    expect(kind.writeOutline(chart)).toBe('A | Head\n\tB\n\t\tC | Lead\n');
  });
});

it('the demo data say the same as a table and as an outline', () => {
  const [table, outline] = ['csv', 'txt'].map((ending) =>
    read(readFileSync(`demo/saltmarsh-garden.${ending}`, 'utf8')),
  );
  expect([table!.form, outline!.form]).toEqual(['csv', 'outline']);
  expect(says(table!.chart)).toEqual(says(outline!.chart));
  expect(outline!.problems.map((problem) => problem.code)).toEqual(['several-tops']);
});

describe('a newer list', () => {
  const old = read('Id,Name,Post,Reports to\n1,Ann,Head,\n2,Bo,Lead,1\n3,Cy,Clerk,2\n4,Di,Clerk,2\n').chart;
  it('says who joined, left, moved and changed, and keeps what was set on those who stay', () => {
    const styled: Chart = { ...old, items: { ...old.items, i3: { ...old.items['i3']!, style: { fill: '#112233' } } } };
    const fresh = readList(
      kind,
      'Id,Name,Post,Reports to\n1,Ann,Head,\n5,Ed,Clerk,1\n3,Cy,Senior clerk,1\n2,Bo,Lead,1\n',
      {
        form: 'csv',
        newId: (() => {
          let n = 0;
          return () => `new${++n}`;
        })(),
      },
    );
    if (!fresh.ok) throw new Error();
    const result = compareList(styled, fresh.list);
    expect(result.joined.map((p) => p.name)).toEqual(['Ed']);
    expect(result.left.map((p) => p.name)).toEqual(['Di']);
    expect(result.moved).toEqual([{ item: 'i3', name: 'Cy', from: 'Bo', to: 'Ann' }]);
    expect(result.changed).toEqual([
      { item: 'i3', name: 'Cy', fields: { post: { from: 'Clerk', to: 'Senior clerk' } } },
    ]);
    const after = apply(styled, result.change);
    if (!after.ok) throw new Error(after.problem.message);
    expect(kind.structure(after.chart).order.map((id) => after.chart.items[id]!.fields['name'])).toEqual([
      'Ann',
      'Ed',
      'Cy',
      'Bo',
    ]);
    expect(after.chart.items['i3']!.style).toEqual({ fill: '#112233' });
  });

  it('brings any chart to what the list says, also where people change places', () => {
    fc.assert(
      fc.property(staff, staff, (from, to) => {
        const items = Object.values(to.items).map((item) => ({
          ...item,
          id: `n${item.id}`,
          parent: item.parent && `n${item.parent}`,
        }));
        const after = apply(from, compareList(from, { items, links: [], sets: [] }).change);
        if (!after.ok) throw new Error(after.problem.message);
        expect(says(after.chart)).toEqual(says(to));
      }),
      { numRuns: 200 },
    );
  });
});

describe('an id column with a heading nobody knows', () => {
  it('is found by what the superiors are called', () => {
    const { pairs } = read('Pers. no;Full name;Reports to\n11;A;\n12;B;11\n13;C;12\n');
    expect(pairs).toEqual(AB);
  });
});

describe('names that are nearly right', () => {
  it('are the same as those found without the short cut', () => {
    const word = fc.string({ maxLength: 9, unit: fc.constantFrom(...'abcd éE') });
    fc.assert(
      fc.property(word, fc.uniqueArray(word, { maxLength: 12 }), (wanted, names) => {
        const most = Math.max(1, Math.floor(folded(wanted).length / 3));
        const plain = names.filter((name) => editDistance(folded(wanted), folded(name)) <= most);
        expect(nameFinder(names)(wanted, 99).sort()).toEqual(plain.sort());
      }),
    );
  });
  it('are found by edit distance', () => {
    expect(editDistance('kitten', 'sitting')).toBe(3);
    expect(editDistance('ca', 'ac')).toBe(1);
    expect(editDistance('abcdef', 'uvwxyz', 2)).toBeGreaterThan(2);
    expect(nameFinder(['Zoë Quillan', 'Noor Selby'])('Zoe Quilan')).toEqual(['Zoë Quillan']);
  });
});
