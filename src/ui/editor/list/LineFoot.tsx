/** What belongs to the selected line: where it stands, its other fields, and what can be done with it. */
import { useId, useState } from 'react';
import { ownFields } from '../../../core/list';
import { Button } from '../../shared/controls';
import { Explain } from '../../shared/Explain';
import { fieldAbout, fieldLabel, itemName, kindFor, lineColumns } from '../../shared/fields';
import { useEditor } from '../state/store';
import { words } from '../words';
import { CellInput } from './CellInput';
import { addAt, moveAlong, moveIn, moveOut, remove } from './lines';
import { rowsOfList } from './rows';

export function LineFoot() {
  const chart = useEditor((state) => state.chart);
  const id = useEditor((state) => state.selected);
  const [open, setOpen] = useState(false);
  const item = id === null ? undefined : chart.items[id];
  if (!item) return null;
  const branch = rowsOfList(chart.items).tree.childrenOf(item.id).length > 0;
  const kind = kindFor(chart.kind);
  const shown = lineColumns(chart);
  const above = item.parent === null ? null : itemName(chart, item.parent);
  const known = kind.columns.map((column) => column.field).filter((field) => !shown.includes(field));
  const fields = [
    ...known,
    // Also those that no line has yet: a column is there to be filled.
    ...ownFields(chart, kind.columns).filter((field) => !shown.includes(field) && !known.includes(field)),
  ];
  const filled = fields.filter((field) => item.fields[field]).length;
  return (
    <footer className="relative max-h-[46%] flex-none overflow-auto border-t border-rule px-3.5 py-2 text-[13px]">
      <div className="flex flex-wrap gap-1 pb-1">
        {kind.additions.map((addition) => (
          <Button
            key={addition.id}
            tone="plain"
            title={words.list.addKey(addition.key)}
            aria-keyshortcuts={`Alt+${addition.key.toUpperCase()}`}
            onClick={() => addAt(addition, item.id)}
          >
            + {addition.label}
          </Button>
        ))}
      </div>
      <div className="flex flex-wrap gap-1 pb-1">
        <Button tone="quiet" onClick={() => moveIn(item.id)}>
          {words.list.moveIn}
        </Button>
        <Button tone="quiet" onClick={() => moveOut(item.id)}>
          {words.list.moveOut}
        </Button>
        <Button tone="quiet" onClick={() => moveAlong(item.id, -1)}>
          {words.list.up}
        </Button>
        <Button tone="quiet" onClick={() => moveAlong(item.id, 1)}>
          {words.list.down}
        </Button>
        <Button tone="quiet" onClick={() => remove(item.id, 'line')}>
          {words.list.removeLine}
        </Button>
        {branch && (
          <Button tone="quiet" onClick={() => remove(item.id, 'branch')}>
            {words.list.removeBranch}
          </Button>
        )}
      </div>
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary className="rounded py-1 text-quiet">
          {above === null ? (
            kind.words.top
          ) : (
            <>
              {kind.words.under} <strong className="text-ink">{above}</strong>
            </>
          )}{' '}
          · {words.list.fields(filled)}
        </summary>
        {/* Some cells are worked out of all lines: only while they are looked at. */}
        {open &&
          fields.map((field) => (
            <FieldRow
              key={`${item.id} ${field}`}
              item={item.id}
              field={field}
              label={fieldLabel(chart.kind, field)}
              about={fieldAbout(chart.kind, field)}
            />
          ))}
      </details>
    </footer>
  );
}

function FieldRow({
  item,
  field,
  label,
  about,
}: {
  item: string;
  field: string;
  label: string;
  about: string | undefined;
}) {
  const id = useId();
  return (
    <div className="grid grid-cols-[104px_1fr] items-center py-0.5">
      <span className="flex min-w-0 items-center pr-1">
        <label htmlFor={id} className="truncate text-quiet">
          {label}
        </label>
        {about && <Explain of={label} about={about} />}
      </span>
      <CellInput id={id} item={item} field={field} className="field min-h-[26px]" maxLength={2000} />
    </div>
  );
}
