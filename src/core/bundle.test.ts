import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { outlineOf, parents } from '../../tests/support/trees';
import { BUNDLE_FORMS, bundleOf, MOST_FILES } from './bundle';
import { kindOf } from './kinds';

const org = kindOf('org')!;
const namesOf = (list: string, parts: 'whole' | 'branches' | 'both', forms = ['pdf', 'xlsx'] as const) =>
  bundleOf(org, { ...readAs('org', list).chart, title: 'Quay' }, { forms, parts }).map(({ name }) => name);

describe('many files of a chart', () => {
  it('are the whole, each main branch, or both; lists are of the whole', () => {
    const list = 'Ann\n\tBo\n\t\tCy\n\tDi\nEd\n';
    expect(namesOf(list, 'whole')).toEqual(['Quay.pdf', 'Quay.xlsx']);
    expect(namesOf(list, 'branches')).toEqual(['Quay - Bo.pdf', 'Quay - Di.pdf', 'Quay - Ed.pdf', 'Quay.xlsx']);
    expect(namesOf(list, 'both')).toHaveLength(5);
  });

  it('have names of their own, whatever items are called', () => {
    expect(namesOf('Ann\n\tBo\n\tbo\n\tB/o\n\tB:o\n', 'branches').slice(0, 4)).toEqual([
      'Quay - Bo.pdf',
      'Quay - bo (2).pdf',
      'Quay - B o.pdf',
      'Quay - B o (2).pdf',
    ]);
    fc.assert(
      fc.property(parents(30), fc.subarray([...BUNDLE_FORMS], { minLength: 1 }), (all, forms) => {
        const { chart } = readAs('org', outlineOf(all));
        const files = bundleOf(org, chart, { forms, parts: 'both' });
        expect(new Set(files.map(({ name }) => name.toLowerCase())).size).toBe(files.length);
        expect(new Set(files.map(({ address }) => address)).size).toBe(files.length);
        expect(files.length).toBeLessThanOrEqual(MOST_FILES);
        for (const { name } of files) expect(forms.some((form) => name.endsWith(`.${form}`))).toBe(true);
      }),
    );
  });

  it('of a kind without branches are whole; nothing of the chart is in them where that is asked for', () => {
    const { chart } = readAs('venn', 'Ann: boats, nets\nBo: nets\n');
    const files = bundleOf(kindOf('venn')!, chart, { forms: ['svg'], parts: 'branches', bare: true });
    expect(files).toEqual([{ name: `${chart.title}.svg`, address: 'picture?as=svg&save=1&data=none' }]);
  });
});
