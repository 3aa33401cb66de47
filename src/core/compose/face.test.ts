/** What items show: the kind's own words, or the fields that a person chose. */
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import type { Chart } from '../chart';
import { kinds } from '../kinds';
import { showField } from '../list';
import { shownFace } from './face';

const words = (chart: Chart) => drawn(chart).items.map(({ set }) => set.lines.map(({ text }) => text));
describe('fields in items', () => {
  const { chart } = readAs(
    'org',
    'Name,Post,Reports to,Since,Pay\nAnn,Head,,2024-05-03,1200.5\nBo,Lead,Ann,,\n',
    {},
    'csv',
  );
  const typed = carried(chart, {
    type: 'set-columns',
    columns: { start: { dates: 'month' }, Pay: { type: 'money', currency: 'EUR', decimals: 2 } },
  });
  it('stand as they were chosen, written by what they are; lines without words are left out', () => {
    const face = [
      { fields: ['name', 'start'], strong: true, size: 1 },
      { fields: ['Pay'], strong: false, size: 0.86 },
    ];
    expect(words(carried(typed, { type: 'set-face', face }))).toEqual([['Ann · May 2024', 'EUR 1,200.50'], ['Bo']]);
  });
  it('of one tier differ from the chart’s', () => {
    const face = [{ fields: ['post'], strong: false, size: 1 }];
    expect(words(carried(chart, { type: 'set-face', tier: 2, face }))).toEqual([['Ann', 'Head'], ['Lead']]);
  });
  it('that none has leave the first line of what is shown otherwise', () => {
    expect(words(carried(chart, { type: 'set-face', face: [{ fields: ['Nothing'], strong: true, size: 1 }] }))).toEqual(
      [['Ann'], ['Bo']],
    );
  });
  it('chosen as each kind shows them anyway change no picture', () => {
    const lists = {
      org: 'Ann | Head\n\tBo\n\t | Clerk',
      family: 'Ada (1870)\n+ Bo\n\tCy (1895–1920)',
      decision: 'Dry?\n\tyes (40 %): A = 10\n\tno (60 %): B = 20',
      concept: 'Tides - bring -> Mud',
      venn: 'Ann: Bees\nBo: Bees, Pond',
    } as const;
    for (const kind of kinds) {
      const own = readAs(kind.id, lists[kind.id as keyof typeof lists]).chart;
      const structure = kind.structure(own);
      for (const id of structure.order) {
        const plain = kind.face(own.items[id]!, own, structure);
        const chosen = shownFace({ ...own, face: kind.face0 }, kind, structure, id);
        expect(chosen.lines.map(({ text, strong, size }) => [text, strong, size])).toEqual(
          plain.lines.map(({ text, strong, size }) => [text, strong, size]),
        );
        expect(chosen.look).toEqual(plain.look);
      }
    }
  });
});

describe('cells on the sheet', () => {
  it.each([
    ['2024-05-03', { type: 'date' }, '3 May 2024'],
    ['03/05/2024', { type: 'date', dates: 'short' }, '03/05/2024'],
    ['about 1890', { type: 'date' }, 'about 1890'],
    ['about 1890', { type: 'date', dates: 'year' }, '1890'],
    ['soon', { type: 'date', dates: 'year' }, 'soon'],
    ['1234.5', { type: 'number' }, '1,234.5'],
    ['1.234,50 €', { type: 'money', currency: '€', decimals: 0 }, '€ 1,235'],
    ['n/a', { type: 'money', currency: '€' }, 'n/a'],
    ['x', { type: 'yes-no' }, 'yes'],
    ['https://garden.example/', { type: 'link' }, 'garden.example'],
    ['', { type: 'money', currency: '€' }, ''],
  ] as const)('%j as %j is %j', (text, setting, shown) => {
    expect(showField(text, setting)).toBe(shown);
  });
});
