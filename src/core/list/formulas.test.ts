import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inert, meantBy } from './formulas';

describe('cells that begin like a formula', () => {
  it.each([
    ['=1+1', "'=1+1"],
    ['@SUM(A1)', "'@SUM(A1)"],
    ['-2+3', "'-2+3"],
    ['\t=1', "'\t=1"],
    ["'=1", "''=1"],
  ])('%s is written as words', (cell, written) => {
    expect(inert(cell)).toBe(written);
  });
  it.each(['-5', '+44', '-1,5 %', '-', 'Ann', "O'Neill", "'quoted'", '2024-05-03', ''])('%s stays as it is', (cell) => {
    expect(inert(cell)).toBe(cell);
  });
  it('are read back the same, whatever they are', () => {
    const some = fc.oneof(fc.string(), fc.string({ unit: fc.constantFrom("'", '=', '+', '-', '@', '1', 'a', '\t') }));
    fc.assert(fc.property(some, (cell) => meantBy(inert(cell)) === cell));
    fc.assert(fc.property(some, (cell) => !/^[=@\t\r]/.test(inert(cell))));
  });
});
