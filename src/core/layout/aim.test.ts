import { describe, expect, it } from 'vitest';
import { bestOf } from './aim';

const best = (wanted: number, ...all: [prints: number, even: number][]) => {
  const named = all.map(([prints, even], i) => ({ prints, even, i }));
  return bestOf(named, wanted).i;
};

describe('what is best on a page', () => {
  it('is what prints larger, up to the wanted size, however even it is', () => {
    expect(best(9, [6, 1], [8, 0.3])).toBe(1);
    expect(best(9, [8.9, 1], [9.1, 0.4])).toBe(1);
  });
  it('is the most even of those that reach it', () => {
    expect(best(9, [12, 0.7], [9.1, 0.95], [10, 0.8])).toBe(1);
  });
  it('gives up a little of what is too small anyway, for evenness', () => {
    expect(best(9, [6, 0.7], [5.9, 0.9])).toBe(1);
    expect(best(9, [6, 0.7], [5.5, 0.9])).toBe(0);
  });
  it('is the plainest of those that are as even, unless another prints clearly larger', () => {
    expect(best(9, [9.5, 1], [9.9, 1])).toBe(0);
    expect(best(9, [9.5, 1], [11, 1])).toBe(1);
  });
});
