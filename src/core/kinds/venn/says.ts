import type { Chart } from '../../chart';
import { listed, nameIn } from '../saying';
import { heldOf } from './arrange';
import { figures, regionName } from './figures';
import { membershipOf } from './sets';

/** Items of a region that are said by name. */
const MOST_ITEMS = 4;

export function says(chart: Chart): string[] {
  const { sets, counted } = membershipOf(chart);
  if (sets.length === 0) return [];
  const names = `Sets: ${listed(sets.map(({ name }) => name))}.`;
  if (counted) {
    const { solution } = figures(chart) as {
      solution: { status: string; regions: readonly { sets: readonly string[]; count?: number }[] };
    };
    if (solution.status === 'contradiction') return [names, 'The counts contradict each other.'];
    const known = solution.regions.flatMap(({ sets: of, count }) =>
      count === undefined
        ? []
        : [`${of.length === 0 ? 'in none' : `${of.length === 1 ? 'only ' : ''}${listed(of)}`}: ${count}`],
    );
    return known.length > 0 ? [names, `Region by region: ${known.join('; ')}.`] : [names];
  }
  const { items } = heldOf(chart);
  const regions = [...items].filter(([, ids]) => ids.length > 0).sort(([a], [b]) => a - b);
  return [
    names,
    ...regions.map(
      ([region, ids]) =>
        `${regionName(chart, region)}: ${listed(
          ids.map((id) => nameIn(chart, id, 'an item without a name')),
          MOST_ITEMS,
        )}.`,
    ),
  ];
}
