/** A chart's list as a grid of cells: the kind's columns that have a cell, then the list's own fields. */

import { type Chart, type FieldType, treeOf, walk } from '../chart';
import { sectionsOf } from './printed';
import type { Column } from './types';

export interface GridColumn {
  readonly field: string;
  readonly label: string;
  readonly type: FieldType;
}

export interface Grid {
  readonly columns: readonly GridColumn[];
  /** Items in list order. */
  readonly items: readonly string[];
  /** Cells of each item, one a column. */
  readonly rows: readonly (readonly string[])[];
}

/** Fields that lines have, or that the chart knows of, beyond the kind's columns; in the order they first come. */
export function ownFields(chart: Chart, columns: readonly Column[]): string[] {
  const taken = new Set(columns.map(({ field }) => field));
  const own = new Set(Object.keys(chart.columns ?? {}));
  for (const { id } of walk(treeOf(chart.items)))
    for (const field of Object.keys(chart.items[id]!.fields)) own.add(field);
  return [...own].filter((field) => !taken.has(field));
}

/** What a field is called: its own name where no column of the kind has it. */
export const fieldLabel = (columns: readonly Column[], field: string): string =>
  columns.find((column) => column.field === field)?.label ?? field;

/** What the cells of a field are: as the person said, else as the kind's column. */
export const fieldTypeOf = (chart: Pick<Chart, 'columns'>, columns: readonly Column[], field: string): FieldType =>
  chart.columns?.[field]?.type ?? columns.find((column) => column.field === field)?.type ?? 'text';

/** @param cell a cell that is not simply the item's field of that name; undefined where it is */
export function gridOf(
  chart: Chart,
  columns: readonly Column[],
  cell: (item: string, field: string) => string | undefined = () => undefined,
): Grid {
  const items = walk(treeOf(chart.items)).map(({ id }) => id);
  const gathered = (field: string, label: string) => ({
    column: { field, label, type: fieldTypeOf(chart, columns, field) },
    cells: items.map((id) => cell(id, field) ?? chart.items[id]!.fields[field] ?? ''),
  });
  const known = columns.map(({ field, label, refers }) => ({ ...gathered(field, label), refers }));
  const isUsed = ({ column, cells }: (typeof known)[number]) =>
    column.field === 'name' || cells.some((text) => text !== '');
  const own = ownFields(chart, columns).map((field) => gathered(field, field));
  const rowsOf = (all: readonly { readonly cells: readonly string[] }[]) =>
    items.map((_, i) => all.map(({ cells }) => cells[i]!));
  // Names alone between others would be read as headings: an empty column says that all stand at the top.
  const headed = sectionsOf(rowsOf([...known.filter(isUsed), ...own]).map((cells, line) => ({ line, cells })));
  const all = [...known.filter((one) => isUsed(one) || (headed && one.refers === 'one')), ...own];
  return {
    columns: all.map(({ column }) => column),
    items,
    rows: rowsOf(all),
  };
}
