import type { Chart } from '../../chart';
import type { FigureChart, ShownFigure } from '../kind';
import { heldOf } from './arrange';
import { membershipOf, overlap, setsIn, together } from './sets';
import { type Range, showRange, solutionOf } from './solve';

/** `count` where it is known, else what it is between; `most` is left out where nothing limits it. */
const rangeOf = ({ least, most }: Range) =>
  least === most ? { count: least } : { least, ...(Number.isFinite(most) && { most }) };

const named = (chart: Chart, region: number) => setsIn(membershipOf(chart).sets, region).map(({ name }) => name);
/** A region in words: "only A", "A and B". */
export function regionName(chart: Chart, region: number): string {
  const count = overlap(region);
  if (count === 0) return 'In none';
  const names = together(membershipOf(chart).sets, region);
  return count === 1 ? `Only ${names}` : names;
}

/** Sum of the least and most of some regions; exact only where each is. */
const total = (ranges: readonly Range[]): Range => ({
  least: ranges.reduce((sum, { least }) => sum + least, 0),
  most: ranges.reduce((sum, { most }) => sum + most, 0),
});

function itemFigures(chart: Chart) {
  const { sets, items, regionOf } = membershipOf(chart);
  const { items: byRegion } = heldOf(chart);
  const outside = byRegion.get(0)?.length ?? 0;
  return {
    items: items.length,
    union: items.length - outside,
    outside,
    sets: Object.fromEntries(
      sets.map(({ name }, i) => [name, [...regionOf.values()].filter((region) => (region >> i) & 1).length]),
    ),
    regions: [...byRegion]
      .sort(([a], [b]) => a - b)
      .map(([region, ids]) => ({ sets: named(chart, region), count: ids.length })),
  };
}

export const figures = (chart: Chart): Record<string, unknown> =>
  membershipOf(chart).counted ? countFigures(chart) : itemFigures(chart);

function countFigures(chart: Chart) {
  const { sets } = membershipOf(chart);
  const solution = solutionOf(chart);
  const name = (id: string) => chart.items[id]!.fields['name'] ?? '';
  const regions = [...solution.regions].map(([region, range]) => ({ sets: named(chart, region), ...rangeOf(range) }));
  const result = { status: solution.status, regions };
  if (solution.status === 'contradiction')
    return { sets: {}, solution: { ...result, clash: solution.clash.map(name) } };
  const inside = total([...solution.regions].filter(([region]) => region > 0).map(([, range]) => range));
  const all = total([...solution.regions.values()]);
  const exact = ({ least, most }: Range) => (least === most ? least : undefined);
  return {
    ...(exact(all) !== undefined && { items: exact(all) }),
    ...(exact(inside) !== undefined && { union: exact(inside) }),
    outside: solution.regions.has(0) ? (exact(solution.regions.get(0)!) ?? null) : 0,
    sets: Object.fromEntries(
      sets.flatMap(({ name: set }, i) => {
        const sum = exact(
          total([...solution.regions].filter(([region]) => (region >> i) & 1).map(([, range]) => range)),
        );
        return sum === undefined ? [] : [[set, sum]];
      }),
    ),
    solution: {
      ...result,
      asked: solution.asked.map(({ item, ...range }) => ({ line: name(item), ...rangeOf(range) })),
    },
  };
}

export function shownFigures(chart: Chart): ShownFigure[] {
  const { sets, items, counted } = membershipOf(chart);
  if (!counted) {
    const f = itemFigures(chart);
    const share = (count: number) => (items.length === 0 ? '' : ` (${Math.round((count / items.length) * 100)} %)`);
    return [
      { label: 'Items', value: String(items.length), about: 'Lines of the list.' },
      { label: 'In at least one set', value: `${f.union}${share(f.union)}`, about: 'The union of all sets.' },
      { label: 'In none', value: `${f.outside}${share(f.outside)}`, about: 'They stand in the frame.' },
      ...sets.map(({ name }): ShownFigure => {
        const count = f.sets[name] ?? 0;
        return { label: name, value: `${count}${share(count)}`, about: 'In this set, whatever else they are in.' };
      }),
    ];
  }
  const { status, asked, clash, regions } = solutionOf(chart);
  const name = (id: string) => chart.items[id]!.fields['name'] ?? '';
  const says = {
    unique: 'Every region has just one count that fits all lines.',
    range: 'The lines leave some regions open: what is shown is the least and the most they can hold.',
    contradiction: `These can't all be true: ${clash.map(name).join('; ')}.`,
  }[status];
  return [
    { label: 'Solution', value: { unique: 'One', range: 'Several', contradiction: 'None' }[status], about: says },
    ...asked.map(({ item, ...range }) => ({
      label: name(item),
      value: showRange(range),
      about: 'Asked for with a question mark.',
    })),
    ...[...regions].map(([region, range]) => ({
      label: regionName(chart, region),
      value: showRange(range),
      about: region === 0 ? 'What belongs to no set.' : 'Just this region, by inclusion and exclusion.',
    })),
  ];
}

export function figureCharts(chart: Chart): FigureChart[] {
  const { counted } = membershipOf(chart);
  const { counts } = heldOf(chart);
  const data = [...counts]
    .sort(([a], [b]) => a - b)
    .map(([region, text]) => ({ name: regionName(chart, region), value: Number(text) }))
    .filter(({ value }) => Number.isFinite(value));
  if (data.length < 2) return [];
  return [
    {
      label: counted ? 'Counts by region' : 'Items by region',
      about: counted ? 'Regions whose count is known.' : 'Regions that hold something; each item is in just one.',
      form: 'bars',
      across: 'Region',
      up: counted ? 'Count' : 'Items',
      data,
    },
  ];
}
