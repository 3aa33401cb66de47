import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../tests/support/fonts';
import { readAs } from '../../tests/support/kinds';
import { compose } from './compose';
import { kindDrawn } from './kinds';
import { walked, walkThroughOf } from './walk-through';

const demo = (file: string) => readFileSync(`demo/${file}`, 'utf8');
const walkIn = (list: string, kind = 'decision') => {
  const { chart } = readAs(kind, list);
  return walkThroughOf(kindDrawn(kind)!, chart, compose(chart, fonts).scene);
};

describe('a decision tree answered question by question', () => {
  it('goes from the first question by the answers to an outcome', () => {
    const walk = walkIn(demo('which-plant.txt'))!;
    const said = (answers: number[]) => walked(walk, answers).now.says;
    expect(said([])).toBe('Is the spot in full sun?');
    expect(said([0])).toBe('Is the soil dry all summer?');
    expect(said([0, 1, 2])).toBe('Sea buckthorn');
    // Two ways that meet lead to the one step with its ways.
    expect(said([2, 1, 0])).toBe('Does it flood at high water?');
    expect(walked(walk, [2, 1, 0]).now.ways.map(({ answer }) => answer)).toEqual([
      'every tide',
      'only in storms',
      'never',
    ]);
  });

  it('every way runs in the picture, from the box of its step', () => {
    const walk = walkIn(demo('which-plant.txt'))!;
    const steps = Object.values(walk.steps);
    expect(steps.length).toBeGreaterThan(10);
    for (const { box, ways } of steps) {
      expect(box).toBeDefined();
      for (const { d } of ways) expect(d).toMatch(/^M/);
    }
  });

  // Sums by hand: 98,000 at the end, less 18,000 for the small house and 25,000 for its wing.
  it('says what a way comes to: its end, less what was spent, and how likely it was', () => {
    const walk = walkIn(demo('second-glasshouse.txt'))!;
    const wing = walked(walk, [1, 0, 0]);
    expect(wing.now).toMatchObject({ says: 'Small house with a wing', kind: 'outcome' });
    expect(wing.outcome).toEqual({ comes: 55_000, spent: 43_000, chance: 0.6 });
    expect(walked(walk, [0]).now.kind).toBe('chance');
    // Rolled back: the large house is worth 0.6 of 110,000 and 0.4 of 30,000.
    expect(walked(walk, [0]).now.expected).toBeCloseTo(78_000, 6);
  });

  it('an answer that is none ends it there; other kinds, and a tree of one line, have no questions', () => {
    const walk = walkIn(demo('which-plant.txt'))!;
    expect(walked(walk, [0, 9, 0]).path).toHaveLength(2);
    expect(walkIn('Ann\n\tBo\n', 'org')).toBeUndefined();
    expect(walkIn('Plant it\n')).toBeUndefined();
  });

  it('a way that leads back can be gone again and again', () => {
    const walk = walkIn('Is it wet?\n\tyes: Wait a week\n\t\tthen: Is it wet?\n\tno: Dig\n')!;
    expect(walked(walk, [0, 0, 0, 0]).now.says).toBe('Is it wet?');
  });
});
