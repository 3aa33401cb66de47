/** Editing an item's words where they stand. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { asOne, type Change } from '../../../core/chart';
import type { SceneItem } from '../../../core/scene';
import { cellText, fieldLabel, lineColumns, writeCell } from '../../shared/fields';
import { change, say, useEditor } from '../state/store';
import { words } from '../words';
import { emphasised } from './emphasis';
import type { View } from './view';

const LEAST_WIDTH = 170;
/** What the usual keys put round words, with Ctrl. */
const SIGNS: Readonly<Record<string, string>> = { b: '**', i: '*' };

export function WordsEditor({ item, view, onDone }: { item: SceneItem; view: View; onDone: () => void }) {
  const chart = useEditor((state) => state.chart);
  const kind = chart.kind;
  const fields = lineColumns(chart);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const box = useRef<HTMLFormElement>(null);
  const done = useRef(false);
  /** What is to be selected once the words are there. */
  const select = useRef<{ element: HTMLTextAreaElement; from: number; to: number } | null>(null);
  useLayoutEffect(() => {
    const { current } = select;
    select.current = null;
    current?.element.setSelectionRange(current.from, current.to);
  });
  useEffect(() => box.current?.querySelector<HTMLTextAreaElement>('[data-field=name]')?.select(), []);

  const finish = (keep: boolean) => {
    if (done.current) return;
    done.current = true;
    const changes: Change[] = [];
    for (const [field, text] of keep ? Object.entries(typed) : []) {
      if (text === cellText(chart, item.id, field)) continue;
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
        const sign = event.ctrlKey || event.metaKey ? SIGNS[event.key.toLowerCase()] : undefined;
        if (sign && event.target instanceof HTMLTextAreaElement) {
          event.preventDefault();
          const { value, selectionStart, selectionEnd } = event.target;
          const marked = emphasised(value, selectionStart, selectionEnd, sign);
          setTyped({ ...typed, [event.target.dataset['field']!]: marked.text });
          select.current = { element: event.target, ...marked };
        }
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
        <textarea
          rows={1}
          spellCheck={false}
          key={field}
          aria-label={fieldLabel(kind, field)}
          placeholder={fieldLabel(kind, field)}
          data-field={field}
          className={`field field-sizing-content min-h-[26px] resize-none text-[13px] ${field === 'name' ? 'font-semibold' : ''}`}
          value={typed[field] ?? cellText(chart, item.id, field)}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
        />
      ))}
      <p className="text-[11px] text-quiet">{words.sheet.emphasis}</p>
      <button type="submit" className="sr-only">
        {fieldLabel(kind, 'name')}
      </button>
    </form>
  );
}
