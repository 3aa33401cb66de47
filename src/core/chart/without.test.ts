import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { compose } from '../compose';
import { kindOf } from '../kinds';
import { chartOfList, readList } from '../read';
import { type Chart, chartSchema } from './model';
import { withoutFields } from './without';

const LIST =
  'Name,Superior,Post,salary,phone\nAnn,,Head,w71000w,555-1\nBo,Ann,Lead,w48123w,555-2\nCy,Ann,Guide,w39999w,555-3\n';
function staff(): Chart {
  const kind = kindOf('org')!;
  const read = readList(kind, LIST);
  if (!read.ok) throw new Error('not read');
  const chart = chartOfList(kind, 'Staff', read.list);
  const rich = (face: readonly string[]) => [{ fields: [...face], strong: false, size: 1 }];
  const first = Object.keys(chart.items)[0]!;
  return {
    ...chart,
    items: { ...chart.items, [first]: { ...chart.items[first]!, face: rich(['salary']) } },
    face: [...rich(['name', 'salary']), ...rich(['salary'])],
    tiers: { 2: { name: 'Leads', face: rich(['salary']) } },
    columns: { salary: { type: 'money' }, phone: {} },
    rules: [
      { type: 'scale', id: 'a', field: 'salary', low: '#ffffff', high: '#000000' },
      { type: 'when', id: 'b', when: { field: 'salary', test: 'over', value: 'w48123w' }, look: { fill: '#ff0000' } },
      { type: 'values', id: 'c', field: 'phone', colours: {} },
    ],
    carried: { 'row 1': 'salary w48123w' },
    answers: { salary: { choice: 'x', says: 'w48123w' } },
    settled: { 'odd-number salary w48123w': true },
    arrangement: { ...chart.arrangement, sortBy: 'salary' },
  };
}

describe('a chart without fields', () => {
  it('has neither their values nor their names anywhere, and is a chart all the same', () => {
    const cut = withoutFields(staff(), ['salary']);
    const text = JSON.stringify(cut);
    for (const secret of ['salary', 'w71000', 'w48123', 'w39999']) expect(text).not.toContain(secret);
    expect(text).toContain('555-2');
    expect(chartSchema.safeParse(cut).success).toBe(true);
    expect(cut.rules?.map(({ id }) => id)).toEqual(['c']);
    expect(Object.values(cut.items).map(({ fields }) => fields['name'])).toEqual(['Ann', 'Bo', 'Cy']);
    const drawn = JSON.stringify(compose(cut, fonts));
    for (const secret of ['salary', 'w71000', 'w48123', 'w39999']) expect(drawn).not.toContain(secret);
  });

  it('keeps names, and what nobody keeps back; pictures go with the field of that name', () => {
    const chart = staff();
    expect(withoutFields(chart, [])).toBe(chart);
    expect(withoutFields(chart, ['name'])).toBe(chart);
    const [id] = Object.keys(chart.items);
    const pictured = { ...chart, items: { [id!]: { ...chart.items[id!]!, picture: { symbol: 'leaf' as never } } } };
    expect(withoutFields(pictured, ['phone']).items[id!]!.picture).toBeDefined();
    expect(withoutFields(pictured, ['picture']).items[id!]!.picture).toBeUndefined();
    // The same way of seeing it is the same value, so that what is worked out of it is worked out once.
    expect(withoutFields(chart, ['phone', 'salary'])).toBe(withoutFields(chart, ['salary', 'phone']));
  });

  it('whatever the fields are called', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.stringMatching(/^[a-z]{3,8}$/), { minLength: 2, maxLength: 6 }), (fields) => {
        const [secret, ...open] = fields.map((field, i) => [`${field}-f${i}`, `${field} is ${i}!`] as const);
        const chart = staff();
        const [id, item] = Object.entries(chart.items)[0]!;
        const own = { ...item, fields: { name: 'Ann', ...Object.fromEntries([secret!, ...open]) } };
        const cut = JSON.stringify(withoutFields({ ...chart, items: { [id]: own } }, [secret![0]]));
        expect(cut).not.toContain(secret![1]);
        for (const [, value] of open) expect(cut).toContain(value);
      }),
      { numRuns: 50 },
    );
  });
});
