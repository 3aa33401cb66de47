import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, readAs } from '../../tests/support/kinds';
import { outlineOf, parents } from '../../tests/support/trees';
import { apply, type Chart, mirrored, treeOf, walk } from './chart';
import { onlyPart } from './only';

const LIST = `Name,Reports to,Dotted line to
Top,,
Ann,Top,
Bo,Ann,
Cy,Ann,Di
Di,Top,
Ed,Di,
`;
const names = (chart: Chart) => walk(treeOf(chart.items)).map(({ id }) => chart.items[id]!.fields['name']);

describe('part of a chart', () => {
  const { chart, kind, id } = readAs('org', LIST);
  it('is a branch with its head on top, without lines that lead out of it', () => {
    const part = onlyPart(kind, chart, { branch: id('Ann') });
    expect(names(part)).toEqual(['Ann', 'Bo', 'Cy']);
    expect(part.items[id('Ann')]!.parent).toBeNull();
    expect(part.links).toEqual({});
    expect(drawn(part).items.find(({ name }) => name === 'Bo')!.tier).toBe(2);
  });
  it('is its upper tiers, counted in what is shown', () => {
    expect(names(onlyPart(kind, chart, { downTo: 2 }))).toEqual(['Top', 'Ann', 'Di']);
    expect(names(onlyPart(kind, chart, { branch: id('Ann'), downTo: 1 }))).toEqual(['Ann']);
    expect(onlyPart(kind, chart, { downTo: 9 }).items).toEqual(chart.items);
  });
  it('leaves the chart as it is where nothing is asked for', () => {
    expect(onlyPart(kind, chart, {})).toBe(chart);
    expect(onlyPart(kind, chart, { branch: 'nobody' })).toBe(chart);
  });
  it('is drawn for every kind, whatever is left out', () => {
    for (const [own, list] of [
      ['family', 'Ann (1900-1970)\n+ Karl (1898-1960)\n\tBo (1930-)\n\tCy (1932-)\n\t+ Lou (1930-)\n\t\tDi (1960-)\n'],
      ['decision', 'Wet?\n\tyes: Salt?\n\t\tyes: Samphire\n\t\tno: Flag\n\tno: Thyme\n'],
      ['concept', 'Tides - bring -> Mud\nMud - holds -> Salt\nSalt - feeds -> Samphire\n'],
      ['venn', 'Ann: A, B\nBo: B\nCy: A\n'],
    ] as const) {
      const read = readAs(own, list);
      for (const branch of Object.keys(read.chart.items))
        for (const downTo of [undefined, 1, 2]) {
          const part = onlyPart(read.kind, read.chart, { branch, downTo });
          expect(Object.keys(part.items).length).toBeLessThanOrEqual(Object.keys(read.chart.items).length);
          expect(() => drawn(part)).not.toThrow();
        }
    }
  });
});

describe('left and right exchanged', () => {
  const done = (chart: Chart, branch: string | null): Chart => {
    const change = mirrored(chart, branch);
    const result = change && apply(chart, change);
    return result?.ok ? result.chart : chart;
  };
  it('turns the order of lines under the same one, of a branch alone too', () => {
    const { chart, id } = readAs('org', 'Top\n\tAnn\n\t\tBo\n\t\tCy\n\tDi\n');
    expect(names(done(chart, null))).toEqual(['Top', 'Di', 'Ann', 'Cy', 'Bo']);
    expect(names(done(chart, id('Ann')))).toEqual(['Top', 'Ann', 'Cy', 'Bo', 'Di']);
    expect(mirrored(chart, id('Di'))).toBeUndefined();
  });
  it('is as it was when done twice', () => {
    fc.assert(
      fc.property(parents(30, true), (of) => {
        const { chart } = readAs('org', outlineOf(of));
        expect(done(done(chart, null), null).items).toEqual(chart.items);
      }),
    );
  });
});
