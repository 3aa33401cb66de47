import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOST_COLUMNS } from './cells';
import { flatten, recordsOf } from './json-records';

const rowsOf = (value: unknown) =>
  flatten(recordsOf(value)).rows.map(({ '@depth': depth, ...row }) => ({ depth, ...row }));

describe('JSON as rows', () => {
  it('has a column for each part of what belongs to every record', () => {
    const at = (name: string, street: string, town: string) => ({ name, address: { street, town } });
    expect(rowsOf([at('Ann', 'Quay 1', 'Salt'), at('Bo', 'Hill 2', 'Reed'), at('Cy', 'Fen 3', 'Reed')])[1]).toEqual({
      depth: '0',
      name: 'Bo',
      'address street': 'Hill 2',
      'address town': 'Reed',
    });
  });
  it('has one cell for what each record has in entries of its own', () => {
    const bed = (name: string, words: object) => ({ name, words });
    const rows = rowsOf([bed('A', { de: 'Beet' }), bed('B', { fr: 'planche' }), bed('C', { nl: 'bed', it: 'aiuola' })]);
    expect(rows.map((row) => row['words' as never])).toEqual(['de: Beet', 'fr: planche', 'nl: bed; it: aiuola']);
  });
  it('takes words by their keys as items, and those of one key as standing under it', () => {
    const words = Object.fromEntries(['a', 'b', 'c', 'd', 'e', 'f', 'g'].map((key) => [key, `Bed ${key}`]));
    expect(rowsOf({ ...words, h: ['Ann', 'Bo'] }).slice(-4)).toEqual([
      { depth: '0', name: 'Bed g', id: 'g' },
      { depth: '0', name: 'h' },
      { depth: '1', name: 'Ann' },
      { depth: '1', name: 'Bo' },
    ]);
  });
  it('takes one record with a name as one, however much it says', () => {
    const many = Object.fromEntries(Array.from({ length: 20 }, (_, i) => [`field ${i}`, 'x']));
    expect(rowsOf({ name: 'Ann', ...many })).toHaveLength(1);
  });
  it('takes many small records by their keys as a list, not as parts of what they stand in', () => {
    const beds = Object.fromEntries(Array.from({ length: 9 }, (_, i) => [`Bed ${i}`, { sown: 'May' }]));
    const rows = rowsOf({ name: 'Quay', beds });
    expect(rows.map(({ depth }) => depth).join('')).toBe('01222222222');
    expect(rows[2]).toEqual({ depth: '2', name: 'Bed 0', sown: 'May' });
  });

  it('has no more columns than a list may have, and loses no word, whatever the keys', () => {
    const word = fc.stringMatching(/^[a-z]{1,6}\d{1,3}$/);
    const value = fc.oneof(word, fc.array(word, { maxLength: 3 }), fc.dictionary(word, word, { maxKeys: 6 }));
    const records = fc.array(fc.dictionary(word, value, { maxKeys: 40 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(records, (own) => {
        const { rows } = flatten(own);
        expect(new Set(rows.flatMap((row) => Object.keys(row))).size).toBeLessThanOrEqual(MOST_COLUMNS);
        const said = rows.flatMap((row) => Object.values(row)).join(' ');
        const words = own.flatMap((record) =>
          Object.values(record).flatMap((of) => (typeof of === 'string' ? [of] : Object.values(of))),
        );
        for (const one of words) expect(said).toContain(one);
      }),
      { numRuns: 60 },
    );
  });
});
