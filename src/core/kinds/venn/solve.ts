/** Counts of regions from counts in words: inclusion and exclusion, as equations over the regions. */
import type { Chart } from '../../chart';
import { rememberedPair } from '../../remember';
import { isShare, isTotal, readCount, regionsOf } from './counts';
import { type Equation, leastOf } from './linear';
import { membershipOf } from './sets';

export interface Range {
  readonly least: number;
  /** Infinity where nothing limits it. */
  readonly most: number;
}
export interface Solution {
  readonly status: 'unique' | 'range' | 'contradiction';
  /** By region; the region outside all sets only where the list speaks of it. Empty where the counts contradict. */
  readonly regions: ReadonlyMap<number, Range>;
  /** Lines that ask for a count, with what it must be. */
  readonly asked: readonly ({ readonly item: string } & Range)[];
  /** Lines that can't all be true, as few as say so. */
  readonly clash: readonly string[];
}

interface Line extends Equation {
  readonly item: string;
  readonly regions: readonly number[];
}

const known = rememberedPair((items: Chart['items'], sets: Chart['sets']) => solve({ items, sets }));
export const solutionOf = (chart: Pick<Chart, 'items' | 'sets'>): Solution => known(chart.items, chart.sets);

function solve(chart: Pick<Chart, 'items' | 'sets'>): Solution {
  const { sets, items } = membershipOf(chart);
  const names = sets.map(({ name }) => name);
  const count = 1 << names.length;
  const lines: Line[] = [];
  const asked: { item: string; regions: readonly number[] }[] = [];
  let outside = false;
  // Shares are of the whole where that is counted; else they are percentages throughout.
  const whole = items
    .filter((item) => isTotal(chart.items[item]!.fields['name'] ?? ''))
    .map((item) => chart.items[item]!.fields['count'])
    .find((text) => !isShare(text) && typeof readCount(text) === 'number');
  const total = whole === undefined ? undefined : Number(readCount(whole));
  for (const item of items) {
    const { name = '', count: text } = chart.items[item]!.fields;
    const value = readCount(text);
    const regions = regionsOf(name, names);
    if (value === undefined || !regions) continue;
    outside ||= regions.includes(0);
    if (value === '?') asked.push({ item, regions });
    else {
      const equals = isShare(text) && total !== undefined ? (value / 100) * total : value;
      lines.push({ item, regions, equals, factors: factorsOf(regions, count) });
    }
  }
  // Nobody is outside where no line speaks of it.
  const fixed: Equation[] = outside ? [] : [{ factors: factorsOf([0], count), equals: 0 }];
  const nothing = Array.from({ length: count }, () => 0);
  const possible = (some: readonly Equation[]) => leastOf(nothing, [...fixed, ...some]) !== undefined;
  if (!possible(lines)) {
    // What can be left out while the rest still contradicts is no part of the clash.
    let clash = lines;
    for (const line of lines) {
      const without = clash.filter((other) => other !== line);
      if (!possible(without)) clash = without;
    }
    return { status: 'contradiction', regions: new Map(), asked: [], clash: clash.map(({ item }) => item) };
  }
  const equations = [...fixed, ...lines];
  const rangeOf = (regions: readonly number[]): Range => {
    const factors = factorsOf(regions, count);
    const low = leastOf(factors, equations)!;
    const high = leastOf(
      factors.map((factor) => -factor),
      equations,
    )!;
    if (!lines.every(({ equals }) => Number.isInteger(equals))) return { least: rounded(low), most: rounded(-high) };
    // Counts are whole: a bound between two is no count.
    return { least: Math.ceil(low - 1e-6), most: Math.floor(-high + 1e-6) };
  };
  const regions = new Map<number, Range>();
  for (let region = outside ? 0 : 1; region < count; region++) regions.set(region, rangeOf([region]));
  const unique = [...regions.values()].every(({ least, most }) => least === most);
  return {
    status: unique ? 'unique' : 'range',
    regions,
    asked: asked.map(({ item, regions: own }) => ({ item, ...rangeOf(own) })),
    clash: [],
  };
}

const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;

const factorsOf = (regions: readonly number[], count: number): number[] => {
  const factors = Array.from({ length: count }, () => 0);
  for (const region of regions) factors[region] = 1;
  return factors;
};

export const showRange = ({ least, most }: Range): string =>
  least === most ? String(least) : Number.isFinite(most) ? `${least} – ${most}` : `${least} or more`;
