import { expect, it } from 'vitest';
import { readAs } from '../../../../tests/support/kinds';
import { apply, type Change, type Chart } from '../../../core/chart';
import { rowsOfList } from './rows';

it('rows are the same until lines come, go or move', () => {
  const { chart, id } = readAs('org', 'Ann\n\tBo\n\t\tCy\n\tDi');
  const after = (of: Chart, change: Change) => {
    const applied = apply(of, change);
    if (!applied.ok) throw new Error(applied.problem.message);
    return applied.chart;
  };
  const depths = (of: Chart) =>
    rowsOfList(of.items).all.map(({ id, depth }) => `${depth} ${of.items[id]!.fields['name']}`);
  const { all, numbers } = rowsOfList(chart.items);
  expect(depths(chart)).toEqual(['0 Ann', '1 Bo', '2 Cy', '1 Di']);
  const typed = after(chart, { type: 'edit-fields', id: id('Cy'), fields: { name: 'Cyd' } });
  expect(rowsOfList(typed.items).all).toBe(all);
  expect(rowsOfList(typed.items).numbers).toBe(numbers);
  expect(depths(after(typed, { type: 'move-out', id: id('Cy') }))).toEqual(['0 Ann', '1 Bo', '1 Cyd', '1 Di']);
  expect(depths(after(typed, { type: 'remove-branch', id: id('Bo') }))).toEqual(['0 Ann', '1 Di']);
  expect(
    depths(after(typed, { type: 'add-items', items: [{ id: 'x', parent: null, fields: { name: 'X' } }] })),
  ).toEqual(['0 Ann', '1 Bo', '2 Cyd', '1 Di', '0 X']);
});
