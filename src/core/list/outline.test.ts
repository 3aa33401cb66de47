import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../kinds';
import { countingIds } from '.';
import { outlineLines } from './levels';
import { outlineForm } from './outline';
import { nameAnd, oneLine, writeOutline } from './outline-lines';

const { columns } = kindOf('org')!;
const read = (text: string) => outlineForm('', nameAnd('post')).read(text, { columns, newId: countingIds() });
/** Names with the name above each, which is what a list says whatever its form. */
const tree = (text: string) => {
  const { items } = read(text);
  return items.map((item) => [
    item.fields['name'],
    items.find((other) => other.id === item.parent)?.fields['name'] ?? null,
  ]);
};
const ABC = [
  ['A', null],
  ['B', 'A'],
  ['C', 'B'],
  ['D', 'A'],
  ['E', null],
];

describe('outlines', () => {
  it.each([
    ['tabs', 'A\n\tB\n\t\tC\n\tD\nE'],
    ['two spaces', 'A\n  B\n    C\n  D\nE'],
    ['five spaces, Windows line ends, a byte order mark', '\uFEFFA\r\n     B\r\n          C\r\n     D\r\nE\r\n'],
    ['blank lines between', '\nA\n\n\tB\n\n\n\t\tC\n\tD\n\nE\n'],
    ['tabs in one part, spaces in another', 'A\n\tB\n\t\tC\n    D\nE'],
    ['a stray space on a line', 'A\n    B\n        C\n     D\n E'],
    ['hyphen bullets', '- A\n  - B\n    - C\n  - D\n- E'],
    ['bullets that differ by level', '• A\n◦ B\n▪ C\n◦ D\n• E'],
    ['bullets that are repeated', '* A\n** B\n*** C\n** D\n* E'],
    ['headings', '# A\n## B\n### C\n## D\n# E'],
    ['dotted numbers', '1 A\n1.1 B\n1.1.1 C\n1.2 D\n2 E'],
    ['dotted numbers with stops, indented too', '1. A\n  1.1. B\n    1.1.1. C\n  1.2. D\n2. E'],
    ['plain numbers before indented lines', '1. A\n\t1. B\n\t\t1. C\n\t2. D\n2. E'],
    ['a no-break space as indentation', 'A\n\u00a0\u00a0B\n\u00a0\u00a0\u00a0\u00a0C\n\u00a0\u00a0D\nE'],
  ])('are read from %s', (_, text) => {
    expect(tree(text)).toEqual(ABC);
  });

  it('say where a line is indented too deep, and hang it under the line above', () => {
    const list = read('A\n\t\t\tB\n\tC\n\t\tD');
    expect(list.problems).toMatchObject([{ code: 'too-deep', line: 2, item: 'i2' }]);
    expect(list.items[1]!.parent).toBe('i1');
    expect(read('1 A\n1.1.1.1 B\n1.2 C').problems).toMatchObject([{ code: 'too-deep', line: 2 }]);
    expect(read('1 A\n1.1 B\n1.3 C\n2 D\n2 E').problems).toMatchObject([
      { code: 'numbering-skips', severity: 'note', line: 3, item: 'i3' },
      { code: 'numbering-skips', line: 5, item: 'i5' },
    ]);
  });

  it.each([
    ['A Person | Head of plants', { name: 'A Person', post: 'Head of plants' }],
    ['A Person – Head of plants', { name: 'A Person', post: 'Head of plants' }],
    ['A Person\tHead - plants', { name: 'A Person', post: 'Head - plants' }],
    ['Ann-Marie Lo - Head - plants', { name: 'Ann-Marie Lo', post: 'Head - plants' }],
    ['A | B | C', { name: 'A', post: 'B', 'column 3': 'C' }],
  ])('split %j into name and post', (line, fields) => {
    expect(read(`${line}\nX`).items[0]!.fields).toEqual(fields);
  });

  it('use one separator for the whole list', () => {
    const lines = ['Ada - Fern | Lead', 'Bo | Clerk', 'Cy | Clerk'];
    expect(read(lines.join('\n')).items[0]!.fields).toEqual({ name: 'Ada - Fern', post: 'Lead' });
    // One dash in a long list is a double name.
    const many = [...Array.from({ length: 12 }, (_, i) => `Person ${i}`), 'Ada - Fern'];
    expect(read(many.join('\n')).items.at(-1)!.fields).toEqual({ name: 'Ada - Fern' });
  });

  const word = fc.stringMatching(/^[A-Za-zÀ-ž][A-Za-zÀ-ž']{0,11}$/);
  const nested = fc
    .array(
      fc.record({ name: word, post: fc.option(word, { nil: undefined }), step: fc.integer({ min: -3, max: 1 }) }),
      { minLength: 1, maxLength: 40 },
    )
    .map((lines) => {
      let level = -1;
      return lines.map(({ name, post, step }) => {
        level = Math.max(0, Math.min(level + 1, level + step));
        return { level, cells: post === undefined ? [name] : [name, post] };
      });
    });

  it('read back what is written', () => {
    fc.assert(
      fc.property(nested, (lines) => {
        const { items } = read(writeOutline(lines));
        expect(items.map((item) => item.fields)).toEqual(
          lines.map(({ cells }) => (cells.length > 1 ? { name: cells[0], post: cells[1] } : { name: cells[0] })),
        );
        const levelOf = (id: string): number => {
          const { parent } = items.find((item) => item.id === id)!;
          return parent === null ? 0 : levelOf(parent) + 1;
        };
        expect(items.map((item) => levelOf(item.id))).toEqual(lines.map((line) => line.level));
      }),
      { numRuns: 200 },
    );
  });

  it('give the same levels in any width of indentation', () => {
    fc.assert(
      fc.property(nested, fc.integer({ min: 1, max: 9 }), (lines, width) => {
        const text = lines.map(({ level, cells }) => ' '.repeat(level * width) + cells[0]).join('\n');
        expect(outlineLines(text).map((line) => line.level)).toEqual(lines.map((line) => line.level));
      }),
      { numRuns: 200 },
    );
  });

  it('never fail, hang or lose a line, whatever the text', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string(), fc.stringMatching(/^[\t *\-0-9.|–]{0,8}[a-z]{0,3}$/)), { maxLength: 30 }),
        (lines) => {
          const text = lines.map((line) => line.replace(/[\r\n\uFEFF]/g, '')).join('\n');
          const list = read(text);
          expect(list.items.length).toBe(text.split('\n').filter((line) => line.trim() !== '').length);
          for (const item of list.items)
            expect(item.parent === null || list.items.some((other) => other.id === item.parent)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('words of several lines', () => {
  it('are one line of an outline, without the signs of their list', () => {
    expect(oneLine('**Bo**\n- sowing\n\n• weeding ')).toBe('**Bo** · sowing · weeding');
    expect(oneLine(' one  line - of words ')).toBe('one line - of words');
    expect(writeOutline([{ level: 1, cells: ['Bo\n- beds', 'Lead'] }])).toBe('\tBo · beds | Lead\n');
  });
});
