/** The headings of the table, each with its menu. */
import { words } from '../words';
import { ColumnMenu, type ColumnView } from './TableMenus';
import { NUMBER_WIDTH, ROW, type TableLayout } from './table-layout';
import type { TableColumn } from './table-model';

export function TableHead({
  columns,
  layout,
  viewOf,
  current,
  menu,
  onMenu,
}: {
  columns: readonly TableColumn[];
  layout: TableLayout;
  viewOf: (column: TableColumn, at: number) => ColumnView;
  /** The column that the keyboard is in. */
  current: number;
  /** The column whose menu is open. */
  menu: string | null;
  onMenu: (column: string | null) => void;
}) {
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={1}
      className="sticky top-0 z-20 flex"
      style={{ width: layout.whole, height: ROW }}
    >
      <span
        role="columnheader"
        tabIndex={-1}
        aria-label={words.table.number}
        className="sticky start-0 z-10 flex-none border-e border-b border-rule bg-bench"
        style={{ width: NUMBER_WIDTH }}
      />
      {columns.map((column, i) => {
        const view = viewOf(column, i);
        return (
          <div
            key={column.id}
            role="columnheader"
            tabIndex={-1}
            aria-colindex={i + 2}
            aria-sort={view.sorted === 'asc' ? 'ascending' : view.sorted === 'desc' ? 'descending' : 'none'}
            className={`relative flex-none border-e border-b border-rule bg-bench ${layout.rule(i)}`}
            style={{ ...layout.style(i), ...(menu === column.id && { zIndex: 30 }) }}
          >
            <button
              type="button"
              tabIndex={i === current ? 0 : -1}
              aria-expanded={menu === column.id}
              className="flex h-full w-full items-center gap-1 px-2 text-start text-[12.5px] font-semibold hover:bg-tint"
              onClick={() => onMenu(menu === column.id ? null : column.id)}
            >
              <span className="truncate">{column.label}</span>
              {view.sorted && <span aria-hidden>{view.sorted === 'asc' ? '↑' : '↓'}</span>}
              {view.filter !== '' && <span className="size-1.5 flex-none rounded-full bg-plum" />}
            </button>
            {menu === column.id && <ColumnMenu column={column} view={view} onClose={() => onMenu(null)} />}
          </div>
        );
      })}
    </div>
  );
}
