import { expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { totalsOf } from './totals';

it('only columns that measure are added up: no bands, codes, years or telephone numbers; a person can say which', () => {
  const list = `Name,Reports to,Salary,Salary band,Pay grade,FTE,Cost centre,Cost,Year,Phone,Budget code,Points
Ann,,50000,3,7,1,4100,200,2019,5551234,88,5
Bo,Ann,40000,2,6,0.5,4200,300,2020,5559876,99,6
`;
  const { chart, kind } = readAs('org', list);
  const labels = (own: typeof chart) => totalsOf(kind, own, own).map(({ label }) => label);
  const added = labels(chart);
  expect(added).toEqual(expect.arrayContaining(['Salary', 'FTE', 'Cost']));
  for (const label of ['Salary band', 'Pay grade', 'Cost centre', 'Year', 'Phone', 'Budget code', 'Points'])
    expect(added).not.toContain(label);
  const field = (label: string) =>
    Object.keys(chart.items[Object.keys(chart.items)[0]!]!.fields).find((one) => one === label)!;
  const told = {
    ...chart,
    columns: {
      ...chart.columns,
      [field('Points')]: { type: 'money' as const },
      [field('Cost')]: { type: 'text' as const },
    },
  };
  expect(labels(told)).toContain('Points');
  expect(labels(told)).not.toContain('Cost');
});
