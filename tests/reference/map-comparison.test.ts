/**
 * Comparing maps: cases worked by hand for this test (invented, as is everything in them), and the likeness of names against the
 * examples that W. Winkler published for the Jaro-Winkler measure ("String Comparator Metrics and Enhanced Decision Rules in the
 * Fellegi-Sunter Model", 1990, table of examples; values from memory: MARTHA and MARHTA 0.961, DIXON and DICKSONX 0.813,
 * DWAYNE and DUANE 0.840).
 */
import { describe, expect, it } from 'vitest';
import { compareStatements, nameLikeness, scoreOf } from '../../src/core/marking';
import { readAs } from '../support/kinds';

const said = (kind: string, list: string) => {
  const { kind: own, chart } = readAs(kind, list);
  return own.inClass.statements(chart);
};

it('likeness of names is that of the published examples', () => {
  expect(nameLikeness('MARTHA', 'MARHTA')).toBeCloseTo(0.961, 3);
  expect(nameLikeness('DIXON', 'DICKSONX')).toBeCloseTo(0.813, 3);
  expect(nameLikeness('DWAYNE', 'DUANE')).toBeCloseTo(0.84, 3);
});

interface Case {
  readonly name: string;
  readonly kind: string;
  readonly model: string;
  readonly own: string;
  /** Verdicts in the order of the model's list, as they were found on paper; then how many were added. */
  readonly verdicts: readonly string[];
  readonly extra: number;
  /** 1 for each that is the same, a half for other words or turned round. */
  readonly points: number;
}

const CASES: readonly Case[] = [
  {
    name: 'a map that has all, in another order and other letters',
    kind: 'concept',
    model: 'Pond - holds -> Water\nWater - is home of -> Newts\nNewts - eat -> Flies\n',
    own: 'newts - eat -> flies\nwater - is home of -> newts\npond - holds -> water\n',
    verdicts: ['same', 'same', 'same'],
    extra: 0,
    points: 3,
  },
  {
    name: 'a map with one link worded otherwise, one turned round, one missing, two added',
    kind: 'concept',
    model: 'Pond - holds -> Water\nWater - is home of -> Newts\nNewts - eat -> Flies\nSun - warms -> Water\n',
    own: 'Pond - is full of -> Water\nWater - is home of -> Newts\nFlies - are eaten by -> Newts\nPond - has -> Reeds\nReeds - hide -> Ducks\n',
    verdicts: ['phrase', 'same', 'turned', 'missing'],
    extra: 2,
    points: 2,
  },
  {
    name: 'names nearly the same, one of them too far from any',
    kind: 'concept',
    model: 'Pond - holds -> Water\nWater - is home of -> Newts\nNewts - eat -> Flies\n',
    own: 'Ponds - holds -> Water\nWater - is home of -> Newt\nNewt - eat -> Insects\n',
    verdicts: ['same', 'same', 'missing'],
    extra: 1,
    points: 2,
  },
  {
    name: 'two links between the same ideas: each is counted once',
    kind: 'concept',
    model: 'Fox - hunts -> Hare\nFox - fears -> Hare\n',
    own: 'Fox - hunts -> Hare\nHare - runs from -> Fox\n',
    verdicts: ['same', 'turned'],
    extra: 0,
    points: 1.5,
  },
  {
    name: 'a family: a child put under another couple, a marriage that is there',
    kind: 'family',
    model: 'Ada\n\t+ Ben\n\t\tCleo\n\t\tDov\n',
    own: 'Ada\n\t+ Ben\n\t\tCleo\n\t\t\tDov\n',
    // Ada and Ben; Cleo of Ada, of Ben; Dov of Ada, of Ben.
    verdicts: ['same', 'same', 'same', 'missing', 'missing'],
    extra: 1,
    points: 3,
  },
  {
    name: 'a classification: one animal in the wrong branch',
    kind: 'org',
    model: 'Animals\n\tBirds\n\t\tHeron\n\tMammals\n\t\tBat\n',
    own: 'Animals\n\tBirds\n\t\tHeron\n\t\tBat\n\tMammals\n',
    // The lines of the model from the top down: Birds, Heron, Mammals, Bat.
    verdicts: ['same', 'same', 'same', 'missing'],
    extra: 1,
    points: 3,
  },
  {
    name: 'sets: one thing in one set too many, one in one too few',
    kind: 'venn',
    model: 'Name,Swims,Flies\nDuck,x,x\nEel,x,\nMoth,,x\n',
    own: 'Name,Swims,Flies\nDuck,x,\nEel,x,x\nMoth,,x\n',
    // Swims: duck, eel; flies: duck, moth.
    verdicts: ['same', 'same', 'missing', 'same'],
    extra: 1,
    points: 3,
  },
];

describe('cases worked by hand', () => {
  it.each(CASES)('$name', ({ kind, model, own, verdicts, extra, points }) => {
    const found = compareStatements(said(kind, own), said(kind, model));
    expect(found.compared.map(({ verdict }) => verdict)).toEqual(verdicts);
    expect(found.extra).toHaveLength(extra);
    expect(scoreOf(found).points).toBe(points);
    expect(scoreOf(found).of).toBe(verdicts.length);
  });
});
