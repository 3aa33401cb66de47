import { describe, expect, it } from 'vitest';
import { readAs } from '../../../../tests/support/kinds';
import { apply, type Chart, treeOf, walk } from '../../../core/chart';
import { tableColumns } from './table-model';
import { pasteBlock } from './table-paste';

const { chart, kind } = readAs('org', 'Ann | Head\n\tBo | Lead\n\t\tCy | Clerk');
const rows = walk(treeOf(chart.items)).map(({ id }) => id);
const columns = tableColumns(chart, kind).filter(({ id }) => ['name', 'post', 'superior'].includes(id));
const lines = (of: Chart) =>
  walk(treeOf(of.items)).map(
    ({ id, depth }) => `${' '.repeat(depth)}${of.items[id]!.fields['name']}, ${of.items[id]!.fields['post'] ?? ''}`,
  );
const pasted = (row: number, column: number, block: string[][], mayAdd = true) => {
  const { change, wrong, added } = pasteBlock(chart, kind, rows, columns, { row, column }, block, mayAdd);
  const applied = change && apply(chart, change);
  if (applied && !applied.ok) throw new Error(applied.problem.message);
  return { lines: lines(applied?.chart ?? chart), wrong, added };
};

describe('a block of cells', () => {
  it('goes over the cells that are there; superiors move lines', () => {
    expect(
      pasted(1, 1, [
        ['Deputy', 'Ann'],
        ['Senior', 'Ann'],
      ]).lines,
    ).toEqual(['Ann, Head', ' Bo, Deputy', ' Cy, Senior']);
  });
  it('becomes new lines beyond the last, which others may stand under', () => {
    const { lines: after, added } = pasted(2, 0, [
      ['Cy', 'Clerk', 'Ed'],
      ['Ed', 'Lead', 'Ann'],
    ]);
    expect([after, added]).toEqual([['Ann, Head', ' Bo, Lead', ' Ed, Lead', '  Cy, Clerk'], 1]);
    expect(pasted(2, 0, [['Cy'], ['Ed']], false)).toMatchObject({ added: 0 });
  });
  it('says what can not be so, and leaves out what is right of the last column', () => {
    const { lines: after, wrong } = pasted(0, 2, [['Cy', 'beyond']]);
    expect(wrong).toEqual(["Ann can't stand under Cy, which stands under it."]);
    expect(after).toEqual(lines(chart));
  });
  it('that ticks sets changes what belongs to them', () => {
    const venn = readAs('venn', 'Ann: Bees\nBo: Pond');
    const own = walk(treeOf(venn.chart.items)).map(({ id }) => id);
    const sets = tableColumns(venn.chart, venn.kind).filter(({ set }) => set !== undefined);
    const { change } = pasteBlock(
      venn.chart,
      venn.kind,
      own,
      sets,
      { row: 0, column: 0 },
      [
        ['', 'x'],
        ['yes', 'x'],
      ],
      true,
    );
    const applied = apply(venn.chart, change!);
    if (!applied.ok) throw new Error();
    expect(Object.values(applied.chart.sets).map(({ name, members }) => [name, members.length])).toEqual([
      ['Bees', 1],
      ['Pond', 2],
    ]);
  });
});
