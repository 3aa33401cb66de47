/** What belongs to the selected line: where it stands, its other fields, and what can be done with it. */
import { useId } from 'react';
import { branchOf, treeOf } from '../../../core/chart';
import { kindOf } from '../../../core/kinds';
import { Button } from '../../shared/controls';
import { fieldLabel, shownFields } from '../../shared/fields';
import { change, useEditor } from '../state/store';
import { words } from '../words';
import { addAfter, moveAlong, moveIn, moveOut, remove } from './lines';

export function LineFoot() {
  const chart = useEditor((state) => state.chart);
  const id = useEditor((state) => state.selected);
  const item = id === null ? undefined : chart.items[id];
  if (!item) return null;
  const kind = kindOf(chart.kind)!;
  const shown = shownFields(chart.kind);
  const superior = item.parent === null ? null : chart.items[item.parent]?.fields['name'] || kind.words.newItem;
  // Where an item stands says who is above it; the words for that are kept only while they are unresolved.
  const known = kind.columns
    .map((column) => column.field)
    .filter((field) => !shown.includes(field) && (field !== 'superior' || item.fields[field]));
  const fields = [
    ...known,
    ...Object.keys(item.fields).filter((field) => !shown.includes(field) && !known.includes(field)),
  ];
  const filled = fields.filter((field) => item.fields[field]).length;
  const branch = branchOf(treeOf(chart.items), item.id).length > 1;
  return (
    <footer className="max-h-[46%] flex-none overflow-auto border-t border-rule px-3.5 py-2 text-[13px]">
      <div className="flex flex-wrap gap-1 pb-1">
        <Button tone="quiet" onClick={() => addAfter(item.id)}>
          {words.list.add}
        </Button>
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
      <details>
        <summary className="rounded py-1 text-quiet">
          {superior === null ? (
            words.list.top
          ) : (
            <>
              {kind.words.under} <strong className="text-ink">{superior}</strong>
            </>
          )}{' '}
          · {words.list.fields(filled)}
        </summary>
        {fields.map((field) => (
          <FieldRow
            key={`${item.id} ${field}`}
            item={item.id}
            field={field}
            label={fieldLabel(chart.kind, field)}
            value={item.fields[field] ?? ''}
          />
        ))}
      </details>
    </footer>
  );
}

function FieldRow({ item, field, label, value }: { item: string; field: string; label: string; value: string }) {
  const id = useId();
  return (
    <div className="grid grid-cols-[104px_1fr] items-center py-0.5">
      <label htmlFor={id} className="truncate pr-2 text-quiet">
        {label}
      </label>
      <input
        id={id}
        className="field min-h-[26px]"
        value={value}
        maxLength={2000}
        onChange={(event) =>
          change({ type: 'edit-fields', id: item, fields: { [field]: event.target.value || null } }, `${item} ${field}`)
        }
      />
    </div>
  );
}
