import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import type { Statement } from '../kinds';
import { type Comparison, compareStatements, NEAR, nameLikeness } from './compare';

const map = (text: string): readonly Statement[] => {
  const { kind, chart } = readAs('concept', text);
  return kind.inClass.statements(chart);
};
const said = ({ compared }: Comparison) => compared.map(({ verdict }) => verdict);
const says = (from: string, phrase: string, to: string, more: Partial<Statement> = {}): Statement => ({
  from,
  phrase,
  to,
  items: [],
  said: `${from} ${phrase} ${to}`,
  ...more,
});

describe('comparing two maps', () => {
  const model = map('Tides - bring -> Mud\nMud - holds -> Worms\nBirds - eat -> Worms\nMarsh - stores -> Carbon\n');

  it('tells what is the same, otherwise worded, turned round, missing and added', () => {
    const own = map(
      'tides - bring -> mud\nMud - is full of -> Worms\nWorms - are eaten by -> Birds\nMarsh - smells of -> Salt\n',
    );
    const found = compareStatements(own, model);
    expect(said(found)).toEqual(['same', 'phrase', 'turned', 'missing']);
    expect(found.extra.map(({ phrase }) => phrase)).toEqual(['smells of']);
  });

  it('takes near names for the same, and says which', () => {
    const found = compareStatements(map('Tide - bring -> Mud\n'), map('Tides - bring -> Mud\n'));
    expect(said(found)).toEqual(['same']);
    expect(found.near).toEqual([{ own: 'Tide', model: 'Tides', likeness: nameLikeness('Tide', 'Tides') }]);
    expect(found.compared[0]!.near).toEqual(found.near);
    expect(said(compareStatements(map('Tide - bring -> Mud\n'), map('Tides - bring -> Mud\n'), 2))).toEqual([
      'missing',
    ]);
  });

  it('takes a name for one other only, the nearest', () => {
    const found = compareStatements(
      [says('Worms', 'live in', 'Mud'), says('Wormes', 'live in', 'Mud')],
      [says('Worms', 'live in', 'Mud')],
    );
    expect(said(found)).toEqual(['same']);
    expect(found.near).toEqual([]);
    expect(found.extra).toHaveLength(1);
  });

  it('never takes names that differ by a number for each other', () => {
    expect(nameLikeness('Pond 1', 'Pond 2')).toBe(0);
    expect(nameLikeness('Salt', 'Salts')).toBeGreaterThan(NEAR);
    expect(nameLikeness('Land', 'Sand')).toBeLessThan(NEAR);
  });

  it('gives the nearest words to a statement where several join the same ends', () => {
    const found = compareStatements(
      [says('A', 'eats', 'B'), says('A', 'lives near', 'B')],
      [says('A', 'lives beside', 'B'), says('A', 'eats', 'B')],
    );
    expect(found.compared.map(({ verdict, own }) => [verdict, own?.phrase])).toEqual([
      ['phrase', 'lives near'],
      ['same', 'eats'],
    ]);
  });

  it('has no direction where a statement says the same from either end', () => {
    const married = (a: string, b: string) => says(a, 'is married to', b, { mutual: true });
    expect(said(compareStatements([married('Ann', 'Bo')], [married('Bo', 'Ann')]))).toEqual(['same']);
    const child = says('Ann', 'is a child of', 'Bo');
    expect(said(compareStatements([says('Bo', 'is a child of', 'Ann')], [child]))).toEqual(['turned']);
  });

  it('keeps names of sets apart from names of items', () => {
    const within = (item: string, set: string) => says(item, 'is in', set, { toSet: true });
    const found = compareStatements([within('Boats', 'Water')], [within('Water', 'Boats')]);
    expect(said(found)).toEqual(['missing']);
    expect(found.extra).toHaveLength(1);
  });

  it('says nothing of statements without a name at an end', () => {
    const found = compareStatements([says('', 'brings', 'Mud')], [says('Tides', 'bring', '')]);
    expect(found).toEqual({ compared: [], extra: [], near: [] });
  });
});

describe('laws', () => {
  const name = fc.constantFrom('Tides', 'Mud', 'Salt', 'Worms', 'Birds', 'Carbon', 'Sea wall', 'Storm waves');
  const statement = fc
    .record({ from: name, to: name, phrase: fc.constantFrom('bring', 'hold', 'eat', '') })
    .map(({ from, to, phrase }) => says(from, phrase, to));
  const all = fc.array(statement, { maxLength: 14 });

  it('a map compared with itself is the same throughout', () => {
    fc.assert(
      fc.property(all, (own) => {
        const { compared, extra, near } = compareStatements(own, own);
        expect(compared.every(({ verdict }) => verdict === 'same')).toBe(true);
        expect([extra, near]).toEqual([[], []]);
      }),
    );
  });

  it('each statement of either is used once', () => {
    fc.assert(
      fc.property(all, all, (own, model) => {
        const { compared, extra } = compareStatements(own, model);
        expect(compared.map((one) => one.model)).toEqual(model);
        const used = [...compared.flatMap((one) => one.own ?? []), ...extra];
        expect(used).toHaveLength(own.length);
        expect(new Set(used).size).toBe(new Set(own).size);
      }),
    );
  });

  it('the order in which a map is written makes no difference to what is the same', () => {
    fc.assert(
      fc.property(all, all, fc.integer({ min: 0, max: 13 }), (own, model, by) => {
        const turned = [...own.slice(by), ...own.slice(0, by)];
        const count = (found: Comparison) => found.compared.filter(({ verdict }) => verdict === 'same').length;
        expect(count(compareStatements(turned, model))).toBe(count(compareStatements(own, model)));
      }),
    );
  });
});
