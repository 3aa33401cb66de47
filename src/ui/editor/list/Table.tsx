/** The list as a table: cells chosen by mouse and keyboard, blocks copied and pasted, a view that can be sorted and filtered. */
import {
  columnFilteringFeature,
  columnVisibilityFeature,
  createFilteredRowModel,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import {
  type ClipboardEvent,
  type KeyboardEvent,
  type PointerEvent,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { byType, folded, isYes } from '../../../core/list';
import { kindFor } from '../../shared/fields';
import { change, focusDone, say, select, useEditor } from '../state/store';
import { words } from '../words';
import { asCells, type Block, blockOf, fromCells, goOn, type Place } from './block';
import { useLeftward } from './leftward';
import { addAfter, removeAll } from './lines';
import { problemsOf } from './problems';
import { rowsOfList } from './rows';
import { TableBar } from './TableBar';
import { TableHead } from './TableHead';
import { ColumnsMenu, type ColumnView } from './TableMenus';
import { TableRow } from './TableRow';
import { cellKey } from './table-keys';
import { NUMBER_WIDTH, ROW, tableLayout } from './table-layout';
import { type TableColumn, TICK, tableCell, tableColumns, writeTable } from './table-model';
import { pasteBlock } from './table-paste';

interface Line {
  readonly id: string;
}
const features = tableFeatures({
  columnFilteringFeature,
  columnVisibilityFeature,
  rowSortingFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
});

export function Table({ onPaste }: { onPaste: (text: string) => void }) {
  const chart = useEditor((state) => state.chart);
  const leftward = useLeftward();
  const kind = kindFor(chart.kind);
  const selected = useEditor((state) => state.selected);
  const problems = useEditor((state) => state.composition?.problems) ?? [];
  const { items } = chart;
  const { all: lines, numbers } = rowsOfList(items);
  const data = useMemo((): Line[] => lines.map(({ id }) => ({ id })), [lines]);
  const all = useMemo(() => tableColumns(chart, kind), [chart, kind]);
  const shape = JSON.stringify(all);
  // biome-ignore lint/correctness/useExhaustiveDependencies: by what they are, not by which chart they come from
  const columns = useMemo(() => all.filter(({ hidden }) => !hidden), [shape]);
  const now = useRef(chart);
  now.current = chart;
  const table = useTable({
    features,
    data,
    // Cells are read from the chart as it is when rows are put in order.
    columns: useMemo(
      () =>
        columns.map((column) => ({
          id: column.id,
          accessorFn: ({ id }: Line) => tableCell(now.current, kind, id, column),
          sortFn: (a: { original: Line }, b: { original: Line }) =>
            byType(column.type, now.current.language)(
              tableCell(now.current, kind, a.original.id, column),
              tableCell(now.current, kind, b.original.id, column),
            ),
          filterFn: (row: { original: Line }, _: string, wanted: string) =>
            folded(tableCell(now.current, kind, row.original.id, column)).includes(folded(wanted)),
        })),
      [columns, kind],
    ),
    getRowId: ({ id }: Line) => id,
  });
  const { sorting, columnFilters } = table.state;
  const rows = table.getRowModel().rows.map(({ original }) => original.id);

  const [at, setAt] = useState<Place>({ row: 0, column: 0 });
  const [anchor, setAnchor] = useState<Place | null>(null);
  const [editing, setEditing] = useState<{ readonly first: string | null } | null>(null);
  const [menu, setMenu] = useState<string | null>(null);
  const [frozen, setFrozen] = useState(1);
  const [filling, setFilling] = useState<number | null>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 8,
    scrollPaddingStart: ROW + 4,
  });
  const place = { row: Math.min(at.row, rows.length - 1), column: Math.min(at.column, columns.length - 1) };
  const block = blockOf(place, anchor ?? place);
  const layout = tableLayout(columns, frozen);
  const cell = (row: number, column: number) => tableCell(chart, kind, rows[row]!, columns[column]!);

  // What is selected elsewhere is gone to here.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the selection counts
  useEffect(() => {
    const row = selected === null ? -1 : rows.indexOf(selected);
    if (row >= 0 && row !== place.row) {
      setAt({ row, column: place.column });
      setAnchor(null);
      virtual.scrollToIndex(row, { align: 'auto' });
    }
    if (useEditor.getState().focusWish) {
      scroll.current?.focus();
      focusDone();
    }
  }, [selected]);

  const go = (next: Place, extend = false) => {
    const row = Math.min(rows.length - 1, Math.max(0, next.row));
    const column = Math.min(columns.length - 1, Math.max(0, next.column));
    setAnchor(extend ? (anchor ?? place) : null);
    setAt({ row, column });
    virtual.scrollToIndex(row, { align: 'auto' });
    const box = scroll.current;
    if (box && column >= frozen) {
      const covered = layout.starts[frozen] ?? NUMBER_WIDTH;
      const [start, end] = [layout.starts[column]!, layout.starts[column]! + layout.width(column)];
      // From the right browsers count scrolling below nought (CSSOM View).
      const way = leftward ? -1 : 1;
      const scrolled = box.scrollLeft * way;
      if (start - scrolled < covered) box.scrollLeft = (start - covered) * way;
      else if (end - scrolled > box.clientWidth) box.scrollLeft = (end - box.clientWidth) * way;
    }
    if (rows[row] !== undefined && rows[row] !== selected) select(rows[row]!);
  };
  const write = (cells: readonly { row: number; column: number; text: string }[]) => {
    const { change: what, wrong } = writeTable(
      chart,
      kind,
      cells.map(({ row, column, text }) => ({ item: rows[row]!, column: columns[column]!, text })),
    );
    if (what) change(what);
    if (wrong.length > 0) say(wrong.length === 1 ? wrong[0]! : words.table.notWritten(wrong.length, wrong[0]!));
  };
  const each = ({ top, left, bottom, right }: Block, text: (row: number, column: number) => string) => {
    const cells = [];
    for (let row = top; row <= bottom; row++)
      for (let column = left; column <= right; column++) cells.push({ row, column, text: text(row, column) });
    return cells;
  };
  const leaving = useRef(false);
  const isTick = (column: TableColumn) => column.type === 'yes-no';
  const toggle = () => {
    const on = !isYes(cell(place.row, place.column));
    const word = columns[place.column]!.set === undefined ? 'yes' : TICK;
    write(each(block, () => (on ? word : '')));
  };

  const key = (event: KeyboardEvent) => {
    if (editing || event.nativeEvent.isComposing || rows.length === 0) return;
    // After Escape, Tab goes on through the page instead of through the cells.
    const onward = event.key === 'Tab' && (leaving.current || event.target !== scroll.current);
    leaving.current = event.key === 'Escape' || (leaving.current && event.key === 'Shift');
    if (onward) return;
    const page = Math.max(1, Math.floor((scroll.current?.clientHeight ?? 0) / ROW) - 2);
    const what = cellKey(event, place, {
      rows: rows.length,
      columns: columns.length,
      page,
      isTick: (column) => isTick(columns[column]!),
      leftward,
    });
    if (!what) return;
    event.preventDefault();
    event.stopPropagation();
    switch (what.do) {
      case 'go':
        return go(what.to, what.extend);
      case 'edit':
        return setEditing({ first: what.first });
      case 'tick':
        return toggle();
      case 'clear':
        return write(each(block, () => ''));
      case 'add':
        return addAfter(rows[place.row]!);
      case 'menu':
        return setMenu(columns[place.column]!.id);
      case 'fill-down':
        return write(each(block, (_, c) => cell(block.top, c)));
      case 'all':
        setAt({ row: 0, column: 0 });
        return setAnchor({ row: rows.length - 1, column: columns.length - 1 });
      case 'leave':
        setAnchor(null);
        say(words.table.leave);
    }
  };

  const copy = (event: ClipboardEvent) => {
    if (editing) return;
    event.preventDefault();
    const { top, left, bottom, right } = block;
    const lines = Array.from({ length: bottom - top + 1 }, (_, r) =>
      Array.from({ length: right - left + 1 }, (_, c) => cell(top + r, left + c)),
    );
    event.clipboardData.setData('text/plain', asCells(lines));
    if (event.type === 'cut') write(each(block, () => ''));
  };
  const paste = (event: ClipboardEvent) => {
    if (editing) return;
    event.preventDefault();
    const text = event.clipboardData.getData('text/plain');
    const pasted = fromCells(text);
    const width = Math.max(...pasted.map((line) => line.length));
    // A whole list with headings of its own is brought in as one.
    if (pasted.length > 1 && place.row === 0 && place.column === 0 && rows.length <= 1) return onPaste(text);
    if (pasted.length === 1 && width === 1) return write(each(block, () => pasted[0]![0] ?? ''));
    const { top, left } = block;
    const whole = sorting.length + columnFilters.length === 0;
    const {
      change: what,
      wrong,
      added,
    } = pasteBlock(chart, kind, rows, columns, { row: top, column: left }, pasted, whole);
    if (what && change(what)) {
      setAt({ row: top, column: left });
      setAnchor({
        row: Math.min(top + pasted.length, rows.length + added) - 1,
        column: Math.min(left + width, columns.length) - 1,
      });
    }
    if (wrong.length > 0) say(words.table.notWritten(wrong.length, wrong[0]!), what !== undefined);
    else if (what) say(words.table.pasted(pasted.length, width), true);
  };

  /** The cell at a pointer. */
  const placeAt = (event: PointerEvent): Place | null => {
    const element = (event.target as Element).closest<HTMLElement>('[data-cell]');
    if (!element) return null;
    const [row, column] = element.dataset['cell']!.split(' ').map(Number);
    return { row: row!, column: column! };
  };
  const press = (event: PointerEvent) => {
    const target = event.target as Element;
    if (event.button !== 0 || target.closest('[role=dialog]')) return;
    if (target.closest('[data-fill]')) {
      event.preventDefault();
      setFilling(block.bottom);
      return;
    }
    const next = placeAt(event);
    if (!next) return;
    if (!target.closest('input')) scroll.current?.focus();
    setEditing(null);
    go(next, event.shiftKey);
  };
  const move = (event: PointerEvent) => {
    if (event.buttons !== 1) return;
    const next = placeAt(event);
    if (!next) return;
    if (filling !== null) setFilling(Math.max(block.bottom, next.row));
    else if (!editing && (next.row !== place.row || next.column !== place.column)) {
      setAnchor(anchor ?? place);
      setAt(next);
    }
  };
  const release = () => {
    if (filling === null) return;
    const { top, left, bottom, right } = block;
    const count = filling - bottom;
    setFilling(null);
    if (count <= 0) return;
    const cells = [];
    for (let column = left; column <= right; column++) {
      const source = Array.from({ length: bottom - top + 1 }, (_, r) => cell(top + r, column));
      for (const [i, text] of goOn(source, count).entries()) cells.push({ row: bottom + 1 + i, column, text });
    }
    write(cells);
    setAt({ row: top, column: left });
    setAnchor({ row: filling, column: right });
  };
  const finish = (text: string | null, how: 'enter' | 'tab' | 'leave') => {
    setEditing(null);
    if (text !== null && text !== cell(place.row, place.column)) write([{ ...place, text: text.trim() }]);
    if (how === 'leave') return;
    scroll.current?.focus();
    if (text !== null)
      go(how === 'tab' ? { row: place.row, column: place.column + 1 } : { row: place.row + 1, column: place.column });
  };

  const viewOf = (column: TableColumn, i: number): ColumnView => ({
    sorted: sorting.find(({ id }) => id === column.id) ? (sorting[0]!.desc ? 'desc' : 'asc') : false,
    filter: (columnFilters.find(({ id }) => id === column.id)?.value as string | undefined) ?? '',
    onSort: (how) => table.setSorting(how === false ? [] : [{ id: column.id, desc: how === 'desc' }]),
    onFilter: (text) =>
      table.setColumnFilters((before) => [
        ...before.filter(({ id }) => id !== column.id),
        ...(text === '' ? [] : [{ id: column.id, value: text }]),
      ]),
    frozen: i === frozen - 1,
    onFreeze: () => setFrozen(i === frozen - 1 ? 0 : i + 1),
  });
  const remove = () => {
    removeAll(rows.slice(block.top, block.bottom + 1), 'line');
    setAnchor(null);
  };
  const closeMenu = () => {
    setMenu(null);
    scroll.current?.focus();
  };

  return (
    <>
      <TableBar
        sorting={sorting}
        filters={columnFilters}
        labelOf={(id) => columns.find((column) => column.id === id)?.label ?? id}
        shown={rows.length}
        of={data.length}
        menuOpen={menu === 'columns'}
        menu={menu === 'columns' && <ColumnsMenu columns={all} onClose={closeMenu} />}
        onUnsort={() => table.setSorting([])}
        onUnfilter={(id) => table.setColumnFilters((before) => before.filter((filter) => filter.id !== id))}
        onAdd={() => addAfter(rows[place.row] ?? null)}
        onRemove={remove}
        onMenu={() => setMenu(menu === 'columns' ? null : 'columns')}
      />
      {/* The grid has the keyboard as a whole; the cell it is at is named to it. */}
      <div
        ref={scroll}
        data-table
        dir={leftward ? 'rtl' : undefined}
        role="grid"
        aria-label={words.table.label}
        aria-rowcount={rows.length + 1}
        aria-colcount={columns.length + 1}
        aria-multiselectable
        aria-activedescendant={rows.length > 0 ? `cell-${place.row}-${place.column}` : undefined}
        tabIndex={0}
        className="relative min-h-0 flex-1 overflow-auto contain-strict outline-none select-none"
        onKeyDown={key}
        onCopy={copy}
        onCut={copy}
        onPaste={paste}
        onMouseDown={(event) => {
          // The keyboard stays with the grid as a whole.
          if (!(event.target as Element).closest('input, textarea, select, button, label, li')) event.preventDefault();
        }}
        onPointerDown={press}
        onPointerMove={move}
        onPointerUp={release}
        onDoubleClick={(event) => {
          if ((event.target as Element).closest('[data-cell]') && !isTick(columns[place.column]!))
            setEditing({ first: null });
        }}
      >
        <TableHead
          columns={columns}
          layout={layout}
          viewOf={viewOf}
          current={place.column}
          menu={menu}
          onMenu={(column) => (column === null ? closeMenu() : setMenu(column))}
        />
        <div className="relative" style={{ height: virtual.getTotalSize(), width: layout.whole }}>
          {rows.length === 0 && <p className="p-4 text-quiet">{words.table.none}</p>}
          {virtual.getVirtualItems().map(({ index: row, start }) => {
            const id = rows[row]!;
            return (
              <TableRow
                key={id}
                chart={chart}
                kind={kind}
                id={id}
                row={row}
                start={start}
                number={numbers.get(id)!}
                columns={columns}
                layout={layout}
                selected={id === selected}
                problems={problemsOf(problems, id)}
                place={place}
                block={block}
                many={anchor !== null}
                filling={filling}
                editing={editing}
                onDone={finish}
              />
            );
          })}
        </div>
      </div>
    </>
  );
}
