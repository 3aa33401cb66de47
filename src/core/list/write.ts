/** A chart's list written out: as a table or as an outline. */
import { type Chart, treeOf, walk } from '../chart';
import { writeOutline } from './outline';
import { writeCsv } from './table';
import type { Column } from './types';
import { folded } from './words';

/** Rows in list order, the kind's columns first, then the list's own fields; `superior` as a name, or as an id where names repeat. */
export function listAsCsv(chart: Chart, columns: readonly Column[]): string {
  const order = [...walk(treeOf(chart.items))].map(({ id }) => chart.items[id]!);
  const used = new Set(order.flatMap((item) => Object.keys(item.fields)));
  const times = new Map<string, number>();
  for (const { fields } of order)
    times.set(folded(fields['name'] ?? ''), (times.get(folded(fields['name'] ?? '')) ?? 0) + 1);
  // Where a superior's name does not say who is meant, every line gets an id to refer to.
  const ownId = order.some(({ parent }) => {
    const { id, name } =
      parent === null ? { id: 'top', name: '' } : { id: '', name: '', ...chart.items[parent]!.fields };
    return !id && (!name || times.get(folded(name))! > 1);
  });
  const numberOf = new Map(order.map((item, i) => [item.id, item.fields['id'] || String(i + 1)]));
  const known = columns.filter(
    ({ field }) => field === 'name' || field === 'superior' || used.has(field) || (field === 'id' && ownId),
  );
  const others = [...used].filter((field) => !columns.some((column) => column.field === field));
  const reference = (parent: string | null) => {
    if (parent === null) return undefined;
    return ownId || chart.items[parent]!.fields['id'] ? numberOf.get(parent)! : chart.items[parent]!.fields['name'];
  };
  return writeCsv([
    [...known.map((column) => column.label), ...others],
    ...order.map((item) => [
      ...known.map(({ field }) => {
        if (field === 'superior') return reference(item.parent) ?? item.fields['superior'] ?? '';
        return field === 'id' && ownId ? numberOf.get(item.id)! : (item.fields[field] ?? '');
      }),
      ...others.map((field) => item.fields[field] ?? ''),
    ]),
  ]);
}

/** Names and the second column, a tab a level. */
export function listAsOutline(chart: Chart, columns: readonly Column[]): string {
  const second = columns.find((column) => column.field !== 'name')?.field ?? '';
  return writeOutline(
    [...walk(treeOf(chart.items))].map(({ id, depth }) => {
      const { fields } = chart.items[id]!;
      const cells = [fields['name'] || 'Vacant post', fields[second] ?? ''];
      return { level: depth, cells: cells[1] === '' ? cells.slice(0, 1) : cells };
    }),
  );
}
