/** A family written in any form reads back with the same parents and couples, or the form says beforehand that it can not. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, readAs } from '../../../../tests/support/kinds';
import { type Chart, emptyChart } from '../../chart';
import { leftOut } from '../../left-out';
import { countingIds } from '../../list';
import { chartOfList, readList } from '../../read';
import { writeList } from '../../write';
import { kindOf } from '..';
import { familyOf } from './family';
import { listOf, type PairRecord, type PersonRecord } from './records';

const kind = kindOf('family')!;
const FORMS = ['outline', 'markdown', 'opml', 'csv', 'json', 'gedcom'];

/** Parents and couples by names: what has to come back. */
function told(chart: Chart): string[] {
  const name = (id: string) => chart.items[id]!.fields['name'] ?? '';
  return familyOf(chart)
    .couples.flatMap(({ partners, status, children }) => {
      const pair = partners.map(name).sort().join(' + ');
      return [
        ...(partners.length === 2 ? [`${pair}: ${status}`] : []),
        ...children.map(({ id, by }) => `${pair} > ${name(id)} ${by}`),
      ];
    })
    .sort();
}

const back = (chart: Chart, form: string): Chart | undefined => {
  const read = readList(kind, writeList(kind, form, chart, true), { newId: countingIds('again') });
  return read.ok ? chartOfList(kind, chart.title, read.list) : undefined;
};

it('a wife who married again keeps both husbands', () => {
  const list = 'Name,Father,Mother,Partners\nTom,,,Ann\nAnn,,,Tom; Bob\nBob,,,Ann\nKit,Tom,Ann,\nZoe,Bob,Ann,\n';
  const { chart } = readAs('family', list);
  for (const form of FORMS) expect(told(back(chart, form)!), form).toEqual(told(chart));
});

const index = fc.nat();
const married = fc.record({
  a: index,
  b: index,
  status: fc.constantFrom('married' as const, 'partner' as const, 'parted' as const),
});
const born = fc.record({
  parents: index,
  both: fc.boolean(),
  by: fc.constantFrom('birth' as const, 'birth' as const, 'adopted' as const, 'foster' as const),
});
const families = fc
  .record({
    first: fc.integer({ min: 2, max: 5 }),
    steps: fc.array(fc.oneof(married, born), { maxLength: 9 }),
    same: fc.boolean(),
  })
  .map(({ first, steps, same }) => {
    const people: { id: string; name: string; parents: PersonRecord['parents'][number][] }[] = [];
    const pairs: PairRecord[] = [];
    const add = () =>
      people.push({
        id: `p${people.length}`,
        name: same && people.length === 4 ? 'P1' : `P${people.length}`,
        parents: [],
      });
    for (let i = 0; i < first; i++) add();
    for (const step of steps) {
      if ('a' in step) {
        const [a, b] = [step.a % people.length, step.b % people.length];
        const count = (at: number) => pairs.filter((pair) => [pair.a, pair.b].includes(`p${at}`)).length;
        if (a === b || count(a) > 3 || count(b) > 3) continue;
        if (pairs.some((pair) => [pair.a, pair.b].includes(`p${a}`) && [pair.a, pair.b].includes(`p${b}`))) continue;
        // Nobody marries who they come from.
        if (people[a]!.parents.length > 0 || people[b]!.parents.length > 0) continue;
        pairs.push({ a: `p${a}`, b: `p${b}`, status: step.status });
      } else {
        const pair = pairs[step.parents % Math.max(1, pairs.length)];
        if (!pair) continue;
        add();
        people.at(-1)!.parents.push({ id: pair.a, by: step.by }, ...(step.both ? [{ id: pair.b, by: step.by }] : []));
      }
    }
    const { items, links } = listOf(
      people.map(({ id, name, parents }) => ({ id, fields: { name }, parents })),
      pairs,
      countingIds('l'),
    );
    return {
      ...emptyChart('family', 'Random'),
      items: Object.fromEntries(items.map((item) => [item.id, item])),
      links: Object.fromEntries(links.map((link) => [link.id, link])),
    };
  });

describe('random families with up to four marriages each', () => {
  it.each(FORMS)('%s: come back the same, or it is said that they do not', (form) => {
    fc.assert(
      fc.property(families, (chart) => {
        const again = back(chart, form);
        const same = again !== undefined && JSON.stringify(told(again)) === JSON.stringify(told(chart));
        if (!same) expect(leftOut(kind, chart, form), writeList(kind, form, chart, true) as string).not.toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});

describe('what is said of two together', () => {
  const of = (list: string) => {
    const { chart, id } = readAs('family', list);
    return { chart, fields: (name: string) => chart.items[id(name)]!.fields, facts: familyOf(chart).couples[0]?.facts };
  };
  it.each([
    ['+ Bo (1949, m), married 1970', { married: '1970' }, 'married'],
    ['+ Bo (1949, m), m. 12 May 1970 in York', { married: '12 May 1970', place: 'York' }, 'married'],
    ['+ Bo (1949, m, married 1970, divorced 1999)', { married: '1970', divorced: '1999' }, 'parted'],
    ['+ Bo (1949, m), divorced 1999', { divorced: '1999' }, 'parted'],
    ['+ Bo (1949, m), engaged', {}, 'engaged'],
    ['+ Bo (1949, m), widowed', {}, 'widowed'],
  ] as const)('%s', (line, facts, relation) => {
    const found = of(`Ann (1950)\n${line}\n\tKit (1975)\n`);
    expect(found.fields('Bo')).toMatchObject({ name: 'Bo', born: '1949', sex: 'm', relation });
    expect(Object.keys(found.fields('Bo'))).not.toEqual(expect.arrayContaining(['married']));
    expect(found.facts).toMatchObject(facts);
    for (const form of FORMS) {
      const again = back(found.chart, form)!;
      expect(told(again), form).toEqual(told(found.chart));
      expect(familyOf(again).couples[0]!.facts, form).toMatchObject(facts);
    }
  });

  it('is shown by choice, and told with the line that is drawn', () => {
    const list = 'Ann (1950)\n+ Bo (1949), married 1970 in York\n\tKit (1975)\n';
    const shown = (arrangement: Chart['arrangement']) => drawn(readAs('family', list, arrangement).chart);
    expect(JSON.stringify(shown({}).scene)).not.toContain('m. 1970');
    expect(JSON.stringify(shown({ marriages: 'show' }).scene)).toContain('m. 1970');
    const line = shown({}).links.find(({ role }) => role === 'partner')!;
    expect(line.fields).toEqual({ status: 'married', married: '1970', place: 'York' });
  });

  it('takes what it understands in brackets, and keeps the rest as a note that Check tells of', () => {
    const { chart, fields } = of('Ann (1950, carrier)\n');
    expect(fields('Ann')).toEqual({ name: 'Ann', born: '1950', note: 'carrier' });
    expect(readAs('family', 'Ann (1950, carrier)\n').problems.map(({ code }) => code)).toContain('note-kept');
    for (const form of ['outline', 'markdown', 'csv', 'json']) expect(leftOut(kind, chart, form), form).toEqual([]);
    // A by-name in brackets is part of a name.
    expect(of('Ann (Nan) Reed\n').fields('Ann (Nan) Reed')).toEqual({ name: 'Ann (Nan) Reed' });
  });

  it('counts nobody who is not known', () => {
    const { chart } = readAs('family', 'Ann (1950)\n+ ?\n\tKit (1975)\n', { person: 'item-3' });
    const figures = kind.figures(chart, kind.structure(chart));
    expect(figures).toMatchObject({ people: 2, couples: 1 });
    const kit = Object.values(chart.items).find(({ fields }) => fields['name'] === 'Kit')!.id;
    const own = { ...chart, arrangement: { person: kit } };
    expect(kind.figures(own, kind.structure(own))).toMatchObject({
      completeness: [{ generation: 1, known: 1, of: 2 }],
    });
  });

  it('a day without a year comes back as it was written', () => {
    const { chart } = of('Ann (3 May)\n');
    const before = { ...chart, items: { ...chart.items } };
    const [id] = Object.keys(before.items) as [string];
    before.items[id] = { ...before.items[id]!, fields: { name: 'Ann', born: '3 May', died: '12 June 1990' } };
    const again = back(before, 'gedcom')!;
    expect(Object.values(again.items)[0]!.fields).toMatchObject({ born: '3 May', died: '12 June 1990' });
  });
});
