import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asCells, blockOf, fromCells, goOn, inBlock } from './block';

describe('blocks of cells', () => {
  it('come back from the clipboard as they went, tabs, quotes and line ends too', () => {
    const cell = fc.string({ unit: fc.constantFrom(...'ab "\t\n,;é'), maxLength: 5 });
    const rows = fc
      .integer({ min: 1, max: 4 })
      .chain((width) =>
        fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 4 }),
      );
    fc.assert(
      fc.property(rows, (block) => {
        fc.pre(block.flat().some((text) => text !== '') && block.at(-1)!.some((text) => text !== ''));
        expect(fromCells(asCells(block))).toEqual(block);
      }),
    );
  });
  it('read what spreadsheets put there', () => {
    expect(fromCells('A\tB\r\n"C\r\nD"\t""\r\n')).toEqual([
      ['A', 'B'],
      ['C\nD', ''],
    ]);
  });
  it('have their corners in any order', () => {
    const block = blockOf({ row: 3, column: 1 }, { row: 1, column: 2 });
    expect(block).toEqual({ top: 1, left: 1, bottom: 3, right: 2 });
    expect([inBlock(block, 2, 2), inBlock(block, 0, 1), inBlock(block, 2, 3)]).toEqual([true, false, false]);
  });
  it('are filled on: series by their step, anything else again', () => {
    expect(goOn(['1', '2'], 3)).toEqual(['3', '4', '5']);
    expect(goOn(['Bed 10', 'Bed 8'], 2)).toEqual(['Bed 6', 'Bed 4']);
    expect(goOn(['7'], 2)).toEqual(['7', '7']);
    expect(goOn(['1', '2', '4'], 4)).toEqual(['1', '2', '4', '1']);
    expect(goOn(['A', 'B'], 3)).toEqual(['A', 'B', 'A']);
    expect(goOn(['2020 a', '2021 b'], 1)).toEqual(['2020 a']);
  });
});
