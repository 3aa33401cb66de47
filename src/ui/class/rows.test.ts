import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rowsIn } from './rows';
import { words } from './words';

describe('rows of a rubric, as they are typed', () => {
  it('are what the example says', () => {
    expect(rowsIn(words.rowsExample)).toEqual([
      {
        id: 'row-1',
        name: 'Ideas',
        levels: [
          { name: 'few', points: 1 },
          { name: 'most', points: 2 },
          { name: 'all', points: 3 },
        ],
      },
      {
        id: 'row-2',
        name: 'Links',
        levels: [
          { name: 'unclear', points: 1 },
          { name: 'mostly clear', points: 2 },
          { name: 'clear', points: 3 },
        ],
      },
    ]);
  });
  it('may have colons in their names, halves as points, and empty lines between them', () => {
    expect(rowsIn('\nLinks: how clear: no = 0, yes = 1.5\n\n')).toEqual([
      {
        id: 'row-1',
        name: 'Links: how clear',
        levels: [
          { name: 'no', points: 0 },
          { name: 'yes', points: 1.5 },
        ],
      },
    ]);
  });
  it.each([
    ['', 1],
    ['Ideas', 1],
    ['Ideas: all = 3', 1],
    ['Ideas: few = 1, all = three', 1],
    ['Ideas: few = 1, all = 3\nLinks few = 1, all = 2', 2],
    ['Ideas: few = 1, = 3', 1],
    [': few = 1, all = 3', 1],
    ['Ideas: few = -1, all = 3', 1],
  ])('%j is wrong in line %i', (text, line) => {
    expect(rowsIn(text)).toBe(line);
  });
  it('whatever is typed, they are rows or a line that is wrong', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const read = rowsIn(text);
        if (typeof read === 'number') expect(read).toBeGreaterThanOrEqual(1);
        else for (const { levels } of read) expect(levels.every(({ points }) => points >= 0)).toBe(true);
      }),
    );
  });
});
