/** Many cells written at once, by the rules of the kind. */
import { apply, asOne, type Change, type Chart } from './chart';
import type { KindOnPage } from './kinds';
import { folded, ownFields, tidy } from './list';

export interface CellText {
  readonly item: string;
  readonly field: string;
  readonly text: string;
}

/** The field of the column that is shown under a name; the name itself where there is none yet. */
export function fieldNamed(kind: KindOnPage, chart: Chart, name: string): string {
  const wanted = folded(name);
  const column = kind.columns.find(({ field, label }) => folded(label) === wanted || folded(field) === wanted);
  return column?.field ?? ownFields(chart, kind.columns).find((field) => folded(field) === wanted) ?? tidy(name);
}

/** The words of a cell of the list. */
export const cellOf = (kind: KindOnPage, chart: Chart, item: string, field: string): string =>
  kind.cell?.(chart, item, field) ?? chart.items[item]?.fields[field] ?? '';

/**
 * The change that writes cells. Cells that are an item's own field become one change; those that say something of other
 * lines too, such as who is above, are worked out one after another, each on what the ones before it made.
 * @returns sentences about cells that can't be written so; the others are
 */
export function writeCells(
  kind: KindOnPage,
  chart: Chart,
  cells: readonly CellText[],
): { readonly change: Change | undefined; readonly wrong: readonly string[]; readonly count: number } {
  const edits: Record<string, Record<string, string | null>> = {};
  const special: CellText[] = [];
  let count = 0;
  for (const cell of cells) {
    const { item, field, text } = cell;
    if (!chart.items[item] || cellOf(kind, chart, item, field) === text) continue;
    if (kind.writeCell?.(chart, item, field, text) !== undefined) {
      special.push(cell);
      continue;
    }
    edits[item] = { ...edits[item], [field]: text === '' && field !== 'name' ? null : text };
    count++;
  }
  const changes: Change[] = Object.keys(edits).length > 0 ? [{ type: 'edit-lines', edits }] : [];
  const wrong: string[] = [];
  let at = chart;
  const take = (change: Change): boolean => {
    const applied = apply(at, change);
    if (!applied.ok) wrong.push(applied.problem.message);
    else at = applied.chart;
    return applied.ok;
  };
  if (changes[0]) take(changes[0]);
  for (const { item, field, text } of special) {
    const change = kind.writeCell!(at, item, field, text);
    if (typeof change === 'string') wrong.push(change);
    else if (change !== undefined && take(change)) {
      changes.push(change);
      count++;
    }
  }
  return { change: changes.length === 0 ? undefined : asOne(changes), wrong, count };
}
