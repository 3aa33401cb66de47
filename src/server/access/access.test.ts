import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atLeast, MAY, mayOf, rankOf } from '../../core/may';
import { summed } from '.';

const share = fc.record({
  may: fc.integer({ min: 1, max: 4 }),
  without: fc.uniqueArray(fc.constantFrom<string>('salary', 'phone', 'born'), { maxLength: 3 }),
});

describe('what somebody may do', () => {
  it('goes up, each holding those before it', () => {
    for (const [i, may] of MAY.entries()) {
      expect(mayOf(rankOf(may))).toBe(may);
      for (const [j, least] of MAY.entries()) expect(atLeast(may, least)).toBe(i >= j);
    }
  });

  it('is nothing by no share, and by several the most of all', () => {
    expect(summed([])).toEqual({ rank: 0, without: [] });
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 5 }), (shares) => {
        const { rank, without } = summed(shares);
        expect(rank).toBe(Math.max(...shares.map(({ may }) => may)));
        // Whoever edits is kept nothing from; of others what every share keeps back.
        for (const field of ['salary', 'phone', 'born'])
          expect(without.includes(field)).toBe(rank < 3 && shares.every((one) => one.without.includes(field)));
      }),
    );
  });

  it('never is less by one share more', () => {
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 4 }), share, (shares, more) => {
        const [before, after] = [summed(shares), summed([...shares, more])];
        expect(after.rank).toBeGreaterThanOrEqual(before.rank);
        for (const field of after.without) expect(before.without).toContain(field);
      }),
    );
  });
});
