/** Sets by name: a rename keeps what the set is, and can be taken back. */
import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import { cellOf, writeCells } from '../edit';
import { kindOf } from '../kinds';
import { apply, type Change, type Chart, setsOf } from '.';
import { addSet, renameSet } from './sets';

const venn = kindOf('venn')!;
const chart = readAs('venn', 'Ann: Bees\nBo: Pond\nCy: Bees, Pond, Paths\n').chart;
const idOf = (name: string) => setsOf(chart).find((set) => set.name === name)!.id;
const changed = (of: Chart, change: Change | string | undefined): Chart => {
  if (change === undefined || typeof change === 'string') throw new Error(change ?? 'nothing changes');
  const applied = apply(of, change);
  if (!applied.ok) throw new Error(applied.problem.message);
  const back = apply(applied.chart, applied.inverse);
  expect(back.ok && back.chart).toEqual(of);
  return applied.chart;
};
const names = (of: Chart) => setsOf(of).map(({ name, members }) => `${name} ${members.length}`);
const item = (name: string) => Object.values(chart.items).find(({ fields }) => fields['name'] === name)!.id;
const written = (of: Chart, who: string, text: string) =>
  changed(of, writeCells(venn, of, [{ item: item(who), field: 'sets', text }]).change);

describe('a set', () => {
  it('keeps its members, its place and its id under another name', () => {
    const renamed = changed(chart, renameSet(chart, idOf('Pond'), ' Ponds '));
    expect(names(renamed)).toEqual(['Bees 2', 'Ponds 2', 'Paths 1']);
    expect(renamed.sets[idOf('Pond')]!.name).toBe('Ponds');
    expect(cellOf(venn, renamed, item('Cy'), 'sets')).toBe('Bees, Ponds, Paths');
  });
  it('can not take the name of another, none, or one that would be read as two', () => {
    expect(renameSet(chart, idOf('Pond'), 'bees')).toMatch(/is a set bees already/);
    expect(renameSet(chart, idOf('Pond'), ' ')).toMatch(/needs a name/);
    expect(renameSet(chart, idOf('Pond'), 'Ponds, small')).toMatch(/no comma/);
    expect(addSet(chart, 'n', 'POND')).toMatch(/already/);
    expect(names(changed(chart, addSet(chart, 'n', 'Beds')))).toEqual(['Bees 2', 'Pond 2', 'Paths 1', 'Beds 0']);
  });
});

describe('the cell that says the sets of a line', () => {
  it('renames a set that only this line names', () => {
    const next = written(chart, 'Cy', 'Bees, Pond, Walks');
    expect(names(next)).toEqual(['Bees 2', 'Pond 2', 'Walks 1']);
    expect(next.sets[idOf('Paths')]!.name).toBe('Walks');
  });
  it('moves the line alone where others belong to the set too', () => {
    expect(names(written(chart, 'Ann', 'Wasps'))).toEqual(['Bees 1', 'Pond 2', 'Paths 1', 'Wasps 1']);
  });
  it('leaves no set behind that no line names', () => {
    expect(names(written(chart, 'Cy', 'Bees, Pond'))).toEqual(['Bees 2', 'Pond 2']);
    expect(names(written(chart, 'Cy', 'Moths, Walks'))).toEqual(['Bees 1', 'Pond 1', 'Moths 1', 'Walks 1']);
  });
});
