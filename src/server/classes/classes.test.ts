import { describe, expect, it } from 'vitest';
import type { Scheme } from '../../core/marking';
import { cardKey, codeKey, newCard, newCode } from './cards';
import { type DeskPlace, marksTable } from './desk';
import type { Task } from './tasks';
import { titleFor } from './titles';
import { isLate, type Work } from './works';

describe('codes and cards', () => {
  it('codes have no letters that are taken for each other, and are found however they are typed', () => {
    for (let i = 0; i < 200; i++) {
      const code = newCode();
      expect(code).toMatch(/^[ABCDEFGHJKMNPQRSTVWXYZ23456789]{7}$/);
      expect(codeKey(` ${code.slice(0, 3).toLowerCase()}-${code.slice(3)} `)).toBe(code);
    }
  });
  it('cards are three different words, known again with whatever stands between them', () => {
    for (let i = 0; i < 200; i++) {
      const words = newCard().split(' ');
      expect([words.length, new Set(words).size]).toEqual([3, 3]);
      const [one, two, three] = words as [string, string, string];
      expect(cardKey(`${one.toUpperCase()},  ${two}-${three}.`)).toBe(words.join(' '));
    }
  });
});

describe('titles', () => {
  it('say whose work it is', () => {
    expect(titleFor('The marsh', 'Ann Reed')).toBe('The marsh - Ann Reed');
  });
  it('are cut at the task, not at the name', () => {
    const name = 'Ann Reed of the Salt Marsh';
    const title = titleFor('x'.repeat(400), name);
    expect(title.length).toBeLessThanOrEqual(200);
    expect(title.endsWith(` - ${name}`)).toBe(true);
  });
});

describe('late', () => {
  const due = new Date('2027-03-01T12:00:00Z');
  const at = (minutes: number) => new Date(due.getTime() + minutes * 60_000);
  it('is what was handed in after it was due, or is still not', () => {
    expect(isLate(null, at(5))).toBe(false);
    expect(isLate(due, at(-1))).toBe(false);
    expect(isLate(due, due)).toBe(false);
    expect(isLate(due, at(1))).toBe(true);
    expect(isLate(due, null, at(-1))).toBe(false);
    expect(isLate(due, null, at(1))).toBe(true);
    // What was in time stays so.
    expect(isLate(due, at(-1), at(500))).toBe(false);
  });
});

describe('marks as a table', () => {
  const task = (scheme: Scheme) => ({ title: 'The marsh', scheme }) as Task;
  const place = (name: string, work: Partial<Work> | null): DeskPlace => ({
    learner: { id: name, name },
    state: work ? 'returned' : 'not-begun',
    late: false,
    work: work as Work | null,
    remarks: 0,
  });
  const marked = (lines: Work['marked']['lines'], more: Partial<Work['marked']> = {}) => ({
    points: null,
    of: null,
    grade: null,
    text: '',
    lines,
    ...more,
  });

  it('has a row for each learner and a column for each row of the rubric, also where nobody is marked', () => {
    const rows = [
      {
        id: 'ideas',
        name: 'Ideas',
        levels: [
          { name: 'few', points: 1 },
          { name: 'all', points: 2 },
        ],
      },
    ];
    const table = marksTable({ task: task({ by: 'rows', rows }), places: [place('Ann', null), place('Bo', null)] });
    expect(table.columns.map(({ label }) => label)).toContain('Ideas');
    expect(table.rows.map(([name]) => name)).toEqual(['Ann', 'Bo']);
    for (const row of table.rows) expect(row).toHaveLength(table.columns.length);
  });

  it('names what was counted, and types its numbers', () => {
    const lines = [{ label: 'Levels', points: 15, says: '3 x 5' }];
    const work = { handedAt: null, mark: { words: 'Good.' }, marked: marked(lines, { points: 15 }) };
    const table = marksTable({
      task: task({ by: 'counted', each: {} }),
      places: [place('Ann', work), place('Bo', null)],
    });
    const at = table.columns.findIndex(({ label }) => label === 'Levels');
    expect(table.columns[at]).toMatchObject({ type: 'number' });
    expect(table.rows.map((row) => row[at])).toEqual(['15', '']);
    expect(table.rows[0]!.at(-1)).toBe('Good.');
  });
});
