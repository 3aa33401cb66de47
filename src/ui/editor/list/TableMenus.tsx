/** What can be done with a column of the table: sort and filter the view, hide, keep in view, say what it holds. */
import { useEffect, useRef, useState } from 'react';
import { type ColumnSetting, DATE_FORMS, FIELD_TYPES } from '../../../core/chart';
import { Button, Row, Select } from '../../shared/controls';
import { change, say, useEditor } from '../state/store';
import { words } from '../words';
import type { TableColumn } from './table-model';

/** A small panel under what opened it; Escape and a press elsewhere close it. */
export function Panel({
  label,
  onClose,
  children,
  align = 'left',
}: {
  label: string;
  onClose: () => void;
  children: React.ReactNode;
  align?: 'left' | 'right';
}) {
  const ref = useRef<HTMLDivElement>(null);
  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    ref.current?.querySelector<HTMLElement>('input, select, button')?.focus();
    const away = (event: PointerEvent) => {
      if (!ref.current?.contains(event.target as Node)) close.current();
    };
    // On the window too: what had the keyboard may be gone with the column it stood for.
    const leave = (event: KeyboardEvent) => {
      if (event.key === 'Escape') close.current();
    };
    window.addEventListener('pointerdown', away, true);
    window.addEventListener('keydown', leave);
    return () => {
      window.removeEventListener('pointerdown', away, true);
      window.removeEventListener('keydown', leave);
    };
  }, []);
  return (
    <div
      ref={ref}
      role="dialog"
      aria-label={label}
      className={`absolute top-full z-40 w-[272px] rounded border border-rule bg-sheet p-2.5 text-left font-normal shadow-md ${align === 'left' ? 'left-0' : 'right-0'}`}
      onKeyDown={(event) => {
        if (!event.altKey && !event.ctrlKey && !event.metaKey) event.stopPropagation();
        if (event.key === 'Escape') onClose();
      }}
    >
      {children}
    </div>
  );
}

const setting = (field: string, patch: Partial<{ [K in keyof ColumnSetting]: ColumnSetting[K] | undefined }>) => {
  const before = useEditor.getState().chart.columns?.[field] ?? {};
  const next = Object.fromEntries(Object.entries({ ...before, ...patch }).filter(([, value]) => value !== undefined));
  change({ type: 'set-columns', columns: { [field]: next } });
};
export const hideColumn = (field: string, hidden: boolean) => setting(field, { hidden });

/** What a column holds and how it is written on the sheet. */
function Kinds({ column }: { column: TableColumn }) {
  const own = useEditor((state) => state.chart.columns?.[column.id]) ?? {};
  return (
    <>
      <Row label={words.table.holds}>
        {(id) => (
          <Select
            id={id}
            value={column.type}
            options={FIELD_TYPES.map((value) => ({ value, label: words.table.types[value] }))}
            onChange={(type) => setting(column.id, { type })}
          />
        )}
      </Row>
      {column.type === 'date' && (
        <Row label={words.table.onSheet}>
          {(id) => (
            <Select
              id={id}
              value={own.dates ?? 'long'}
              options={DATE_FORMS.map((value) => ({ value, label: words.table.dates[value] }))}
              onChange={(dates) => setting(column.id, { dates })}
            />
          )}
        </Row>
      )}
      {(column.type === 'number' || column.type === 'money') && (
        <Row label={words.table.decimals}>
          {(id) => (
            <Select
              id={id}
              value={own.decimals === undefined ? '' : String(own.decimals)}
              options={[
                { value: '', label: words.table.asNeeded },
                ...['0', '1', '2'].map((value) => ({ value, label: value })),
              ]}
              onChange={(value) => setting(column.id, { decimals: value === '' ? undefined : Number(value) })}
            />
          )}
        </Row>
      )}
      {column.type === 'money' && (
        <Row label={words.table.currency}>
          {(id) => (
            <input
              dir="auto"
              id={id}
              className="field w-20 text-[13px]"
              maxLength={8}
              value={own.currency ?? ''}
              onChange={(event) => setting(column.id, { currency: event.target.value || undefined })}
            />
          )}
        </Row>
      )}
    </>
  );
}

export interface ColumnView {
  readonly sorted: false | 'asc' | 'desc';
  readonly filter: string;
  readonly onSort: (how: false | 'asc' | 'desc') => void;
  readonly onFilter: (text: string) => void;
  readonly frozen: boolean;
  readonly onFreeze: () => void;
}

export function ColumnMenu({ column, view, onClose }: { column: TableColumn; view: ColumnView; onClose: () => void }) {
  const pick = (run: () => void) => () => {
    run();
    onClose();
  };
  const remove = () => {
    const { items } = useEditor.getState().chart;
    const edits = Object.fromEntries(
      Object.values(items).flatMap(({ id, fields }) =>
        fields[column.id] === undefined ? [] : [[id, { [column.id]: null }]],
      ),
    );
    if (
      change({
        type: 'group',
        changes: [
          ...(Object.keys(edits).length > 0 ? [{ type: 'edit-lines', edits } as const] : []),
          { type: 'set-columns', columns: { [column.id]: null } },
        ],
      })
    )
      say(words.table.removed(column.label), true);
  };
  return (
    <Panel label={words.table.columnMenu(column.label)} onClose={onClose}>
      <Row label={words.table.filter}>
        {(id) => (
          <input
            dir="auto"
            id={id}
            type="search"
            className="field w-full min-w-0 text-[13px]"
            placeholder={words.table.filterHint}
            value={view.filter}
            onChange={(event) => view.onFilter(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && onClose()}
          />
        )}
      </Row>
      <div className="flex flex-wrap gap-1 py-1">
        <Button
          aria-pressed={view.sorted === 'asc'}
          onClick={pick(() => view.onSort(view.sorted === 'asc' ? false : 'asc'))}
        >
          {view.sorted === 'asc' ? words.table.unsort : words.table.up}
        </Button>
        <Button
          aria-pressed={view.sorted === 'desc'}
          onClick={pick(() => view.onSort(view.sorted === 'desc' ? false : 'desc'))}
        >
          {view.sorted === 'desc' ? words.table.unsort : words.table.down}
        </Button>
        <Button aria-pressed={view.frozen} onClick={pick(view.onFreeze)}>
          {view.frozen ? words.table.unfreeze : words.table.freeze}
        </Button>
        {column.id !== 'name' && column.set === undefined && (
          <Button onClick={pick(() => hideColumn(column.id, true))}>{words.table.hide}</Button>
        )}
        {column.own && column.set === undefined && (
          <Button onClick={pick(remove)} className="text-wrong">
            {words.table.remove}
          </Button>
        )}
      </div>
      <p className="pb-1 text-xs text-quiet">{words.table.viewOnly}</p>
      {column.set === undefined && column.refers === undefined && column.id !== 'name' && <Kinds column={column} />}
    </Panel>
  );
}

/** Which columns are shown, and a new one. */
export function ColumnsMenu({ columns, onClose }: { columns: readonly TableColumn[]; onClose: () => void }) {
  const [name, setName] = useState('');
  const [type, setType] = useState<(typeof FIELD_TYPES)[number]>('text');
  const wanted = name.replace(/\s+/g, ' ').trim();
  const taken = columns.some(({ id, label }) =>
    [id, label].some((text) => text.toLowerCase() === wanted.toLowerCase()),
  );
  const add = () => {
    if (wanted === '') return;
    if (taken || wanted in {} || wanted.startsWith('@')) return say(words.table.taken(wanted));
    if (change({ type: 'set-columns', columns: { [wanted]: { type } } })) setName('');
  };
  return (
    <Panel label={words.table.columns} onClose={onClose} align="right">
      <ul className="relative max-h-60 overflow-auto pb-2 text-[13px]">
        {columns
          .filter(({ set }) => set === undefined)
          .map(({ id, label, hidden }) => (
            <li key={id}>
              <label className="flex items-center gap-2 py-0.5">
                <input
                  type="checkbox"
                  checked={!hidden}
                  disabled={id === 'name'}
                  onChange={(event) => hideColumn(id, !event.target.checked)}
                />
                {label}
              </label>
            </li>
          ))}
      </ul>
      <form
        className="border-t border-rule pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <Row label={words.table.newColumn}>
          {(id) => (
            <input
              dir="auto"
              id={id}
              className="field w-full min-w-0 text-[13px]"
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </Row>
        <Row label={words.table.holds}>
          {(id) => (
            <Select
              id={id}
              value={type}
              options={FIELD_TYPES.map((value) => ({ value, label: words.table.types[value] }))}
              onChange={setType}
            />
          )}
        </Row>
        <Button type="submit" tone="strong" disabled={wanted === ''}>
          {words.table.add}
        </Button>
      </form>
    </Panel>
  );
}
