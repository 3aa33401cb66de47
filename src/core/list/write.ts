/** A chart's list written out as a table. */
import { type Chart, treeOf, walk } from '../chart';
import { writeCsv } from './table';
import type { Column } from './types';

/** Rows in list order: the kind's columns that have a cell, then the list's own fields. */
export function listAsCsv(
  chart: Chart,
  columns: readonly Column[],
  cell: (item: string, field: string) => string | undefined = () => undefined,
): string {
  const order = [...walk(treeOf(chart.items))].map(({ id }) => chart.items[id]!);
  const cells = columns.map(({ field }) => order.map((item) => cell(item.id, field) ?? item.fields[field] ?? ''));
  const shown = columns.flatMap(({ field, label }, i) =>
    field === 'name' || cells[i]!.some((text) => text !== '') ? [{ label, cells: cells[i]! }] : [],
  );
  const others = [...new Set(order.flatMap((item) => Object.keys(item.fields)))].filter(
    (field) => !columns.some((column) => column.field === field),
  );
  return writeCsv([
    [...shown.map((column) => column.label), ...others],
    ...order.map((item, i) => [
      ...shown.map((column) => column.cells[i]!),
      ...others.map((field) => item.fields[field] ?? ''),
    ]),
  ]);
}
