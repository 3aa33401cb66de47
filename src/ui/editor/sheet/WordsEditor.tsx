/** Editing an item's words where they stand. */
import { useEffect, useRef, useState } from 'react';
import type { SceneItem } from '../../../core/scene';
import { fieldLabel, shownFields } from '../../shared/fields';
import { change, useEditor } from '../state/store';
import type { View } from './view';

const LEAST_WIDTH = 170;

export function WordsEditor({ item, view, onDone }: { item: SceneItem; view: View; onDone: () => void }) {
  const kind = useEditor((state) => state.chart.kind);
  const fields = useEditor((state) => state.chart.items[item.id]?.fields);
  const [first, second] = shownFields(kind);
  const [typed, setTyped] = useState({ [first]: fields?.[first] ?? '', [second]: fields?.[second] ?? '' });
  const box = useRef<HTMLFormElement>(null);
  const done = useRef(false);
  useEffect(() => box.current?.querySelector('input')?.select(), []);

  const finish = (keep: boolean) => {
    if (done.current) return;
    done.current = true;
    const patch = Object.fromEntries(
      Object.entries(typed).filter(([field, value]) => (fields?.[field] ?? '') !== value),
    );
    if (keep && Object.keys(patch).length > 0)
      change({
        type: 'edit-fields',
        id: item.id,
        fields: Object.fromEntries(
          Object.entries(patch).map(([field, value]) => [field, value === '' && field !== first ? null : value]),
        ),
      });
    onDone();
  };
  const width = Math.max(LEAST_WIDTH, item.box.width * view.k);
  const centre = view.x + (item.box.x + item.box.width / 2) * view.k;
  const middle = view.y + (item.box.y + item.box.height / 2) * view.k;
  return (
    <form
      ref={box}
      className="absolute z-10 flex -translate-y-1/2 flex-col gap-1 rounded border border-plum bg-sheet p-1.5 shadow-sm"
      style={{ left: Math.max(4, centre - width / 2), top: middle, width }}
      onSubmit={(event) => {
        event.preventDefault();
        finish(true);
      }}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') finish(false);
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) finish(true);
      }}
    >
      {[first, second].map((field) => (
        <input
          key={field}
          aria-label={fieldLabel(kind, field)}
          placeholder={fieldLabel(kind, field)}
          className={`field min-h-[26px] text-[13px] ${field === first ? 'font-semibold' : ''}`}
          value={typed[field] ?? ''}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
        />
      ))}
      <button type="submit" className="sr-only">
        {fieldLabel(kind, first)}
      </button>
    </form>
  );
}
