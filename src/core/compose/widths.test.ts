/** Boxes narrower than their looks allow, tier by tier. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { readAs } from '../../../tests/support/kinds';
import { type Chart, defaultPage } from '../chart';
import { measure, narrowestBox } from './measure';
import { prepare } from './prepare';
import { alike, FULL, narrowing, WIDTHS } from './widths';

const LIST =
  'Oriel Tansley | Garden director\n\tAgathe Lindqvist | Head of plants\n\t\tDov Pennick | Propagation bench and seed store\n\t\tIda Vann | Ferns\n';
const chartOf = (list: string, over: Partial<Chart> = {}): Chart => ({
  ...readAs('org', list).chart,
  page: defaultPage,
  ...over,
});
function narrowed(chart: Chart) {
  const { worded, lookOf, set, sizes, cut } = prepare(chart, fonts, { asIs: true });
  return {
    worded,
    lookOf,
    full: { set, sizes, cut },
    at: narrowing(chart, worded, lookOf, { set, sizes, cut }, fonts),
  };
}
const widthsOf = (chart: Chart, by: readonly number[]) => {
  const { worded, at } = narrowed(chart);
  const found = at(by);
  return found && worded.map(({ id }) => Math.round(found.sizes.get(id)!.width));
};

describe('boxes of parts of their widths', () => {
  it('are as they were where no part is asked for', () => {
    expect(narrowed(chartOf(LIST)).at(FULL)).toBeUndefined();
    expect(narrowed(chartOf(LIST)).at(alike(1, 3))).toBeUndefined();
  });
  it('become narrower in the tiers that are told of, and stay in the others', () => {
    const { worded, full, at } = narrowed(chartOf(LIST));
    const found = at([1, 0.82])!;
    for (const { id, tier } of worded) {
      const [before, after] = [full.sizes.get(id)!.width, found.sizes.get(id)!.width];
      if (tier === 2) expect(after).toBeLessThan(before);
      else expect(after).toBe(before);
    }
  });
  it('are those that the look itself would give at that width', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...WIDTHS), { minLength: 3, maxLength: 3 }), (by) => {
        const { worded, lookOf, full, at } = narrowed(chartOf(readFileSync('demo/saltmarsh-garden.txt', 'utf8')));
        const found = at(by);
        if (!found) return;
        const parts = (tier: number) => lookOf(tier).width * (by[tier - 1] ?? 1);
        const longest = (tier: number) =>
          Math.max(...worded.filter((item) => item.tier === tier).map((item) => narrowestBox(fonts, item)));
        const own = measure(
          worded,
          (tier) => ({ ...lookOf(tier), width: Math.min(lookOf(tier).width, Math.max(parts(tier), longest(tier))) }),
          fonts,
        );
        for (const { id, tier } of worded) {
          expect(found.sizes.get(id)).toEqual(own.sizes.get(id));
          if ((by[tier - 1] ?? 1) === 1) expect(found.sizes.get(id)).toEqual(full.sizes.get(id));
        }
      }),
      { numRuns: 20 },
    );
  });
  it('are never narrower than the longest word, and what a person set stays', () => {
    const long = chartOf('Top\n\tGlasshousekeepingdepartment\n\tBo\n');
    expect(widthsOf(long, [1, 0.56])).toBeUndefined();
    const own = chartOf(LIST, { tiers: { '2': { look: { width: 140 } } } });
    expect(widthsOf(own, [1, 0.56])).toBeUndefined();
  });
  it('are not there where a name would take more than three lines', () => {
    const list = chartOf('Top | Head\n\tAnn Bea Cy Di Ed Flo Gus Hal Ida Jo Kit Leo Mia | Post\n', {
      tiers: { '2': { look: { size: 20 } } },
    });
    expect(widthsOf(list, [1, 0.56])).toBeUndefined();
  });
});
