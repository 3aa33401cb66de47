import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import { RUBRIC } from '../../../tests/support/rubric';
import { apply } from '../chart';
import { blanksOf, isBlank, kindsDrawn, stillBlank } from '../kinds';
import { chartOfList, readList } from '../read';
import { writeList } from '../write';
import { compareStatements } from './compare';
import { countedIn, rubricOf } from './counted';
import { markedBy, markProblem, type Scheme, schemeSchema } from './scheme';
import { classOf, scoreOf, sentence } from './score';
import { begin, startsOf } from './starts';

const of = (kind: string, text: string) => {
  const read = readAs(kind, text);
  return read.kind.inClass.statements(read.chart);
};

describe('scores', () => {
  const model = of(
    'concept',
    'Tides - bring -> Mud\nMud - holds -> Worms\nBirds - eat -> Worms\nMarsh - stores -> Carbon\n',
  );
  const first = compareStatements(of('concept', 'Tides - bring -> Mud\nMud - has -> Worms\n'), model);
  const second = compareStatements(of('concept', 'Tides - bring -> Mud\nSalt - harms -> Roots\n'), model);
  const third = compareStatements(of('concept', 'Worms - are eaten by -> Birds\nSalt - harms -> Roots\n'), model);

  it('explain every line, and what was added brings nothing', () => {
    const { lines, points, of: most, counts } = scoreOf(first);
    expect(lines.map(({ verdict, points: own, text }) => [verdict, own, text])).toEqual([
      ['same', 1, 'Tides bring Mud'],
      ['phrase', 0.5, 'Mud holds Worms'],
      ['missing', 0, 'Birds eat Worms'],
      ['missing', 0, 'Marsh stores Carbon'],
    ]);
    expect([points, most]).toEqual([1.5, 4]);
    expect(counts).toEqual({ same: 1, phrase: 1, turned: 0, missing: 2, extra: 0 });
    expect(scoreOf(second).lines.at(-1)).toEqual({ verdict: 'extra', text: 'Salt harms Roots', points: 0, near: [] });
    expect(scoreOf(first, { same: 2, phrase: 0, turned: 0 }).points).toBe(2);
  });

  it('of a class say what most works lack first', () => {
    const whole = classOf([first, second, third]);
    expect(whole.works).toBe(3);
    expect(whole.lines.map(({ text, counts }) => [text, counts.missing])).toEqual([
      ['Marsh stores Carbon', 3],
      ['Mud holds Worms', 2],
      ['Birds eat Worms', 2],
      ['Tides bring Mud', 1],
    ]);
    expect(whole.extra).toEqual([{ text: 'Salt harms Roots', count: 2 }]);
    expect(classOf([])).toEqual({ works: 0, lines: [], extra: [] });
  });
});

describe('statements of each kind', () => {
  const sentences = (kind: string, text: string) => of(kind, text).map(sentence);

  it('org: who reports to whom', () => {
    expect(sentences('org', 'Ann\n\tBo\n\t\tCy\n')).toEqual(['Bo reports to Ann', 'Cy reports to Bo']);
  });
  it('family: parents and partners', () => {
    expect(sentences('family', 'Ann\n\t+ Bo\n\t\tCy\n\t\tDi (adopted)\n')).toEqual([
      'Ann is married to Bo',
      'Cy is a child of Ann',
      'Cy is a child of Bo',
      'Di is an adopted child of Ann',
      'Di is an adopted child of Bo',
    ]);
  });
  it('decision: which answer leads where', () => {
    expect(sentences('decision', 'Wet?\n\tyes: Rush\n\tno: Thrift\n')).toEqual(['Wet? yes Rush', 'Wet? no Thrift']);
  });
  it('venn: what is in which set', () => {
    expect(sentences('venn', 'Name,Boats,Tours\nAnn,x,\nBo,x,x\n')).toEqual([
      'Ann is in Boats',
      'Bo is in Boats',
      'Bo is in Tours',
    ]);
  });

  it('a family whose adopted child was taken for one by birth has other words there', () => {
    const own = of('family', 'Ann\n\t+ Bo\n\t\tDi\n');
    const model = of('family', 'Ann\n\t+ Bo\n\t\tDi (adopted)\n');
    expect(compareStatements(own, model).compared.map(({ verdict }) => verdict)).toEqual(['same', 'phrase', 'phrase']);
  });
});

describe('marks', () => {
  const rows: Scheme = { by: 'rows', rows: RUBRIC };

  it('by points and by grade', () => {
    expect(markedBy({ by: 'points', most: 10 }, { points: 7.5 }, []).text).toBe('7.5 of 10');
    expect(markedBy({ by: 'points', most: 10 }, {}, [])).toMatchObject({ points: null, text: '' });
    expect(markedBy({ by: 'grade', grades: ['A', 'B'] }, { grade: 'B' }, []).grade).toBe('B');
    expect(markProblem({ by: 'points', most: 10 }, { points: 11 }, [])).toMatch(/10 points/);
    expect(markProblem({ by: 'grade', grades: ['A', 'B'] }, { grade: 'C' }, [])).toMatch(/A, B/);
  });

  it('by rows: all of them, each by its level', () => {
    expect(markedBy(rows, { rows: { ideas: 1 } }, [])).toMatchObject({ points: null, of: 5 });
    expect(markedBy(rows, { rows: { ideas: 1, links: 0 } }, [])).toMatchObject({ points: 3, of: 5, text: '3 of 5' });
    expect(markProblem(rows, { rows: { ideas: 2 } }, [])).toMatch(/levels/);
    expect(markProblem(rows, { rows: { other: 0 } }, [])).toMatch(/no row/);
  });

  it('by what is counted, as it was put right', () => {
    const { chart } = readAs('concept', 'Tides - bring -> Mud\nMud - holds -> Worms\nWorms - such as -> Lugworm\n');
    const rubric = rubricOf('concept')!;
    expect(countedIn(chart)).toEqual({ propositions: 2, levels: 3, crossLinks: 0, examples: 1 });
    const scheme = schemeSchema.parse({ by: 'counted' });
    expect(markedBy(scheme, { rows: countedIn(chart) }, rubric.rows).points).toBe(2 + 3 * 5 + 1);
    expect(markedBy(scheme, { rows: { ...countedIn(chart), propositions: 1 } }, rubric.rows).points).toBe(17);
    expect(markedBy({ ...scheme, each: { levels: 1 } } as Scheme, { rows: countedIn(chart) }, rubric.rows).points).toBe(
      6,
    );
    expect(markProblem(scheme, { rows: { gaps: 1 } }, rubric.rows)).toMatch(/not counted/);
    expect(rubricOf('org')).toBeUndefined();
  });
});

describe('what a task begins with', () => {
  const LISTS: Readonly<Record<string, string>> = {
    org: 'Ann\n\tBo\n\t\tCy\n',
    family: 'Ann\n\t+ Bo\n\t\tCy\n',
    decision: 'Wet?\n\tyes: Rush\n\tno: Thrift\n',
    concept: 'Tides - bring -> Mud\nMud - holds -> Worms\nBirds - eat -> Worms\n',
    venn: 'Name,Boats,Tours\nAnn,x,\nBo,x,x\n',
  };

  it.each(kindsDrawn.map(({ id }) => id))('%s: each start says less than the chart, and can be worked on', (kind) => {
    const { chart, kind: own } = readAs(kind, LISTS[kind]!);
    const whole = own.inClass.statements(chart).length;
    expect(whole).toBeGreaterThan(0);
    for (const { id, label } of startsOf(kind)) {
      expect(label).not.toBe('');
      const begun = begin(chart, id, { seed: 7 });
      // A change can be carried out on it, so that it is a chart.
      const added = apply(begun.chart, {
        type: 'add-items',
        items: [{ id: 'new', parent: null, fields: { name: 'New' } }],
      });
      expect(added.ok, id).toBe(true);
      const says = own.inClass.statements(begun.chart);
      if (id === 'whole') expect(says).toHaveLength(whole);
      if (id === 'empty') expect(Object.keys(begun.chart.items)).toEqual([]);
      if (id === 'no-levels') expect(says).toEqual([]);
      if (id === 'no-phrases') {
        expect(says.every(({ phrase }) => isBlank(phrase))).toBe(true);
        const places = blanksOf(begun.chart);
        expect(places).toHaveLength(whole);
        expect(stillBlank(begun.chart, places)).toBe(whole);
        // Nothing of it is right while nothing is filled in.
        const model = own.inClass.statements(chart);
        expect(scoreOf(compareStatements(says, model))).toMatchObject({
          points: 0,
          counts: { missing: whole, extra: 0 },
        });
      }
    }
  });

  it('a worksheet lacks as many names as it was asked to, and tells them in another order', () => {
    const { chart } = readAs('org', 'Ann\n\tBo\n\tCy\n\tDi\n\tEd\n');
    const { chart: blank, words } = begin(chart, 'blanks', { count: 3, seed: 5 });
    const empty = Object.values(blank.items).map(({ fields }) => fields['name']!);
    expect(empty.filter(isBlank).sort()).toEqual(['____ 1', '____ 2', '____ 3']);
    expect(words).toHaveLength(3);
    expect(begin(chart, 'blanks', { count: 3, seed: 5 }).words).toEqual(words);
    // The top stays, to begin from.
    expect(Object.values(blank.items).some(({ fields }) => fields['name'] === 'Ann')).toBe(true);
  });

  it.each(kindsDrawn.map(({ id }) => id))('%s: places to write stay apart when the list is typed again', (kind) => {
    const { chart, kind: own } = readAs(kind, LISTS[kind]!);
    const { chart: blank } = begin(chart, 'blanks', { count: 2, seed: 3 });
    const places = blanksOf(blank);
    expect(new Set(places.map(({ item }) => blank.items[item]!.fields['name'])).size).toBe(2);
    for (const form of ['csv', 'outline', 'markdown']) {
      const read = readList(own, writeList(own, form, blank, true), {});
      const again = read.ok ? chartOfList(own, 'Again', read.list) : blank;
      expect(new Set(blanksOf(again).map(({ item }) => again.items[item]!.fields['name'])).size, form).toBe(2);
    }
  });

  it('a concept that several lines name is left out by all of them', () => {
    const { chart } = readAs('concept', LISTS['concept']!);
    for (let seed = 0; seed < 20; seed++) {
      const { chart: blank, words } = begin(chart, 'blanks', { count: 1, seed });
      for (const word of words)
        expect(
          Object.values(blank.items).some(({ parent, fields }) => parent !== null && fields['name'] === word),
        ).toBe(false);
    }
  });
});
