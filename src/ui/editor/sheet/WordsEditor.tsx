/** Editing an item's words where they stand. */
import { useEffect, useRef, useState } from 'react';
import { asOne, type Change } from '../../../core/chart';
import type { SceneItem } from '../../../core/scene';
import { cellText, fieldLabel, kindFor, lineColumns, writeCell } from '../../shared/fields';
import { RichInput } from '../../shared/RichInput';
import type { View } from '../../shared/view';
import { change, say, useEditor } from '../state/store';
import { words } from '../words';

const LEAST_WIDTH = 170;
export function WordsEditor({ item, view, onDone }: { item: SceneItem; view: View; onDone: () => void }) {
  const chart = useEditor((state) => state.chart);
  const kind = chart.kind;
  const fields = lineColumns(chart);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const box = useRef<HTMLFormElement>(null);
  const done = useRef(false);
  useEffect(() => {
    const name = box.current?.querySelector<HTMLElement>('[data-field=name]');
    name?.focus();
    if (name) window.getSelection()?.selectAllChildren(name);
  }, []);

  const finish = (keep: boolean) => {
    if (done.current) return;
    done.current = true;
    const changes: Change[] = [];
    for (const [field, text] of keep ? Object.entries(typed) : []) {
      if (text === cellText(chart, item.id, field)) continue;
      // Written here it means what it means in the list.
      const meant = field === 'name' ? kindFor(kind).typed?.(chart, item.id, text) : undefined;
      if (meant) {
        changes.push(meant);
        continue;
      }
      const write = writeCell(chart, item.id, field, text);
      if ('wrong' in write) say(write.wrong);
      else changes.push(write.change);
    }
    if (changes.length > 0) change(asOne(changes));
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
        // Shift and Enter begin a second line.
        if (event.key === 'Enter' && !event.shiftKey && !event.nativeEvent.isComposing) {
          event.preventDefault();
          finish(true);
        }
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) finish(true);
      }}
    >
      {fields.map((field) => (
        <RichInput
          key={field}
          label={fieldLabel(kind, field)}
          data-field={field}
          data-placeholder={fieldLabel(kind, field)}
          className={`field min-h-[26px] text-[13px] empty:before:text-quiet empty:before:content-[attr(data-placeholder)] ${field === 'name' ? 'font-semibold' : ''}`}
          text={typed[field] ?? cellText(chart, item.id, field)}
          onText={(text) => setTyped((now) => ({ ...now, [field]: text }))}
        />
      ))}
      <p className="text-[11px] text-quiet">{words.sheet.emphasis}</p>
      <button type="submit" className="sr-only">
        {fieldLabel(kind, 'name')}
      </button>
    </form>
  );
}
