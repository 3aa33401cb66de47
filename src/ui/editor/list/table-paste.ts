/** A block of cells put into the table: over the cells that are there, and as new lines beyond the last. */
import { nanoid } from 'nanoid';
import { apply, type Change, type Chart } from '../../../core/chart';
import type { KindOnPage } from '../../../core/kinds';
import type { Place } from './block';
import { type TableColumn, writeTable } from './table-model';

export interface PastedBlock {
  /** Absent where nothing changes. */
  readonly change: Change | undefined;
  readonly wrong: readonly string[];
  /** Lines that are new. */
  readonly added: number;
}

/**
 * @param rows items in the order in which they are shown
 * @param mayAdd whether cells beyond the last row become new lines; not so in a view that leaves lines out
 */
export function pasteBlock(
  chart: Chart,
  kind: KindOnPage,
  rows: readonly string[],
  columns: readonly TableColumn[],
  { row: top, column: left }: Place,
  pasted: readonly (readonly string[])[],
  mayAdd: boolean,
): PastedBlock {
  const within = pasted.slice(0, rows.length - top).map((line, i) => ({ id: rows[top + i]!, line }));
  const fresh = (mayAdd ? pasted.slice(rows.length - top) : []).map((line) => ({ id: nanoid(12), line }));
  const adding: Change[] =
    fresh.length === 0
      ? []
      : [{ type: 'add-items', items: fresh.map(({ id }) => ({ id, parent: null, fields: { name: '' } })) }];
  // The new lines must be there before anybody can stand under them.
  const added = adding[0] ? apply(chart, adding[0]) : undefined;
  if (added && !added.ok) return { change: undefined, wrong: [added.problem.message], added: 0 };
  const { change, wrong } = writeTable(
    added?.chart ?? chart,
    kind,
    [...within, ...fresh].flatMap(({ id, line }) =>
      line
        .slice(0, columns.length - left)
        .map((words, c) => ({ item: id, column: columns[left + c]!, text: words.trim() })),
    ),
  );
  const changes = [...adding, ...(change ? [change] : [])];
  return { change: changes.length === 0 ? undefined : { type: 'group', changes }, wrong, added: fresh.length };
}
