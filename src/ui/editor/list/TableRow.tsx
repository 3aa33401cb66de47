/** A row of the table. */
import type { Chart } from '../../../core/chart';
import type { KindOnPage } from '../../../core/kinds';
import { isYes, type Problem } from '../../../core/list';
import { words } from '../words';
import { type Block, inBlock, type Place } from './block';
import { worst } from './problems';
import { TableCellEditor } from './TableCellEditor';
import { NUMBER_WIDTH, ROW, type TableLayout } from './table-layout';
import { type TableColumn, tableCell } from './table-model';

export function TableRow({
  chart,
  kind,
  id,
  row,
  start,
  number,
  columns,
  layout,
  selected,
  problems,
  place,
  block,
  many,
  filling,
  editing,
  onDone,
}: {
  chart: Chart;
  kind: KindOnPage;
  id: string;
  /** Place among the rows that are shown, from 0. */
  row: number;
  /** Top edge in pixels. */
  start: number;
  /** Line of the list. */
  number: number;
  columns: readonly TableColumn[];
  layout: TableLayout;
  selected: boolean;
  problems: readonly Problem[];
  /** The cell that the keyboard is in, and the block that is selected around it. */
  place: Place;
  block: Block;
  /** Whether the block is more than the cell. */
  many: boolean;
  /** The row down to which the block is being filled. */
  filling: number | null;
  editing: { readonly first: string | null } | null;
  onDone: (text: string | null, how: 'enter' | 'tab' | 'leave') => void;
}) {
  const severity = worst(problems);
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={row + 2}
      aria-selected={selected}
      className="absolute start-0 flex"
      style={{ top: start, height: ROW, width: layout.whole }}
    >
      <span
        role="rowheader"
        tabIndex={-1}
        className={`sticky start-0 z-10 flex flex-none items-center justify-end gap-1 border-e border-b border-rule/70 px-1.5 text-[11px] tabular-nums ${selected ? 'bg-tint' : 'bg-bench'} ${severity === 'error' ? 'text-wrong' : severity === 'warning' ? 'text-caution' : 'text-quiet'}`}
        style={{ width: NUMBER_WIDTH }}
        title={problems[0]?.message}
      >
        {severity && severity !== 'note' && <b aria-hidden>!</b>}
        {number}
      </span>
      {columns.map((column, i) => {
        const here = row === place.row && i === place.column;
        const inside = inBlock(block, row, i);
        const text = tableCell(chart, kind, id, column);
        const fill = filling !== null && i >= block.left && i <= block.right && row > block.bottom && row <= filling;
        const figures = column.type === 'number' || column.type === 'money';
        return (
          <div
            key={column.id}
            id={`cell-${row}-${i}`}
            role="gridcell"
            tabIndex={-1}
            aria-colindex={i + 2}
            aria-selected={inside}
            data-cell={`${row} ${i}`}
            className={`relative flex-none border-e border-b border-rule/60 px-2 text-[13px] leading-[29px] ${column.id === 'name' ? 'font-semibold' : ''} ${inside && many ? 'bg-tint' : fill ? 'bg-[#e8efe9]' : 'bg-sheet'} ${layout.rule(i)} ${figures ? 'text-end tabular-nums' : ''}`}
            style={{ ...layout.style(i), ...(here && editing && { zIndex: 15 }) }}
          >
            {column.type === 'yes-no' ? (
              <span className="block text-center">{isYes(text) ? '✓' : text}</span>
            ) : (
              <span dir="auto" className="block truncate">
                {text.replaceAll('\n', ' ⏎ ')}
              </span>
            )}
            {here && editing && (
              <TableCellEditor
                key={`${id} ${column.id}`}
                item={id}
                column={column}
                first={editing.first}
                text={text}
                onDone={onDone}
              />
            )}
            {here && !editing && (
              <span aria-hidden className="pointer-events-none absolute inset-0 border-2 border-plum" />
            )}
            {!editing && row === block.bottom && i === block.right && (
              <span
                data-fill
                title={words.table.fill}
                className="absolute end-[-3px] bottom-[-3px] z-10 size-[7px] cursor-crosshair border border-sheet bg-plum"
              />
            )}
          </div>
        );
      })}
    </div>
  );
}
