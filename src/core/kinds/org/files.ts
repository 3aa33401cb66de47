/** Org charts as graphs for other programs. */
import type { Chart } from '../../chart';
import { writeGraphml } from '../../formats';
import { type Column, gridOf } from '../../list';
import type { ListWriter } from '../kind';
import { FIELD, SECOND } from './second';

/** @param columns of the kind; the dotted line's label says of an edge that it is one */
export const graphmlWriter =
  (columns: readonly Column[], cell: (chart: Chart, item: string, field: string) => string | undefined): ListWriter =>
  (chart) => {
    const grid = gridOf(chart, columns, (item, field) => cell(chart, item, field));
    const referring = new Set(columns.filter(({ refers }) => refers !== undefined).map(({ field }) => field));
    const idOf = new Map(grid.items.map((item, i) => [item, `n${i + 1}`]));
    const nodes = grid.items.map((item, row) => ({
      id: idOf.get(item)!,
      name: chart.items[item]!.fields['name'] || '?',
      fields: Object.fromEntries(
        grid.columns.flatMap(({ field, label }, at) => {
          const text = field === 'id' ? (chart.items[item]!.fields['id'] ?? '') : grid.rows[row]![at]!;
          return field === 'name' || referring.has(field) || text === '' ? [] : [[label, text] as const];
        }),
      ),
    }));
    const label = columns.find(({ field }) => field === FIELD)!.label;
    const edges = [
      ...grid.items.flatMap((item) => {
        const { parent } = chart.items[item]!;
        return parent === null ? [] : [{ source: idOf.get(parent)!, target: idOf.get(item)!, label: '' }];
      }),
      ...Object.values(chart.links)
        .filter(({ role }) => role === SECOND)
        .map(({ from, to }) => ({ source: idOf.get(from)!, target: idOf.get(to)!, label })),
    ];
    return writeGraphml({ nodes, edges }, 'org');
  };
