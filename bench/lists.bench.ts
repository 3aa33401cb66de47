/** Reading long lists, finding what is wrong in them, comparing two, and work on all of their lines. */
import { bench, describe } from 'vitest';
import { apply } from '../src/core/chart';
import { listProblems } from '../src/core/compose';
import { readSheets } from '../src/core/formats';
import { kindOf } from '../src/core/kinds';
import { compareList } from '../src/core/list';
import { chartOfList, readList } from '../src/core/read';
import { sortLines } from '../src/core/tools';
import { listAsXlsx } from '../src/core/write';
import { staffList } from './staff';

const org = kindOf('org')!;
const read = (text: string, prefix = 'i') => {
  let count = 0;
  const result = readList(org, text, { newId: () => `${prefix}${++count}` });
  if (!result.ok) throw new Error(result.problem.message);
  return result.list;
};

for (const count of [1_000, 10_000, 30_000]) {
  const text = staffList(count);
  describe(`list of ${count} lines`, () => {
    bench('read and find problems', () => {
      const list = read(text);
      listProblems(org, chartOfList(org, 'Bench', list), (item) => list.lines[item]);
    });
  });
}

const list = read(staffList(10_000));
const chart = chartOfList(org, 'Bench', list);
const id = list.items[5_000]!.id;
describe('chart of 10000 lines', () => {
  bench('one letter', () => {
    apply(chart, { type: 'edit-fields', id, fields: { name: 'Ann' } });
  });
  bench('sort all by name', () => {
    const { change } = sortLines(org, chart, null, 'name');
    if (change) apply(chart, change);
  });
  const newer = read(staffList(10_000, 37), 'n');
  bench('compare with a newer list and take it in', () => {
    apply(chart, compareList(chart, newer).change);
  });
  bench('write and read back as a spreadsheet', async () => {
    readSheets(await listAsXlsx(org, chart));
  });
});
