/** One line of the list. */
import { type KeyboardEvent, memo, useEffect, useRef } from 'react';
import type { Chart } from '../../../core/chart';
import { fieldLabel, lineColumns } from '../../shared/fields';
import { focusDone, focusLine, light, select, useEditor } from '../state/store';
import { words } from '../words';
import { CellInput } from './CellInput';
import { addAfter, moveAlong, moveIn, moveOut, remove } from './lines';

export const ROW_HEIGHT = 32;
const INDENT = 16;
/** Deeper levels are set no further in, so that words keep room. */
const MOST_INDENT = 9;

interface Props {
  readonly id: string;
  readonly number: number;
  /** From 0. */
  readonly level: number;
  readonly top: number;
  readonly above: string | undefined;
  readonly below: string | undefined;
  readonly onPaste: (text: string) => void;
}

/** Columns as one text, so that a line is drawn anew only when they change. */
const columnsOf = (chart: Chart) => lineColumns(chart).join('\n');

export const Line = memo(function Line({ id, number, level, top, above, below, onPaste }: Props) {
  const fields = useEditor((state) => state.chart.items[id]?.fields);
  const kind = useEditor((state) => state.chart.kind);
  const selected = useEditor((state) => state.selected === id);
  const tier = useEditor((state) => state.composition?.tierOf[id]);
  const fill = useEditor((state) => (tier === undefined ? undefined : state.composition?.tiers[tier - 1]?.fill));
  // A line that only names an item which stands elsewhere.
  const again = useEditor((state) => state.composition?.standsFor[id] !== undefined);
  const names = useEditor((state) => columnsOf(state.chart)).split('\n');
  const lit = useEditor((state) => tier !== undefined && state.litTier === tier);
  const wish = useEditor((state) => (state.focusWish?.item === id ? state.focusWish : null));
  const row = useRef<HTMLDivElement>(null);

  useEffect(() => {
    if (!wish) return;
    const input = row.current?.querySelector<HTMLInputElement>(`[data-field="${CSS.escape(wish.field)}"]`);
    if (!input) return;
    input.focus({ preventScroll: true });
    const at = wish.caret === 'start' ? 0 : input.value.length;
    input.setSelectionRange(at, at);
    focusDone();
  }, [wish]);

  if (!fields) return null;
  const key = (event: KeyboardEvent<HTMLInputElement>) => {
    const input = event.currentTarget;
    const field = input.dataset['field']!;
    const at = names.indexOf(field);
    const [before, after] = [names[at - 1], names[at + 1]];
    const { altKey, shiftKey, ctrlKey, metaKey } = event;
    const caret = input.selectionStart === input.selectionEnd ? input.selectionStart : null;
    const go = (run: () => unknown) => {
      event.preventDefault();
      run();
    };
    const stay = (run: () => unknown) =>
      go(() => {
        run();
        focusLine(id, field);
      });
    if (event.nativeEvent.isComposing || ctrlKey || metaKey) return;
    switch (event.key) {
      case 'Enter':
        return go(() => addAfter(id));
      case 'Tab':
        return stay(() => (shiftKey ? moveOut(id) : moveIn(id)));
      case 'Escape':
        // Out of the list: from the stage's tab, Tab goes on through the page.
        return go(() => document.getElementById('stage-list')?.focus());
      case 'ArrowUp':
      case 'ArrowDown': {
        const up = event.key === 'ArrowUp';
        if (altKey) return stay(() => moveAlong(id, up ? -1 : 1));
        const next = up ? above : below;
        return go(() => next && focusLine(next, field));
      }
      case 'ArrowRight':
        if (altKey) return stay(() => moveIn(id));
        if (caret === input.value.length && after !== undefined) return go(() => focusLine(id, after, 'start'));
        return;
      case 'ArrowLeft':
        if (altKey) return stay(() => moveOut(id));
        if (caret === 0 && before !== undefined) return go(() => focusLine(id, before, 'end'));
        return;
      case 'Backspace':
        if (field === 'name' && Object.values(fields).every((value) => value === ''))
          return go(() => remove(id, 'line'));
        return;
    }
  };
  const cell = (field: string, className: string) => (
    <CellInput
      key={field}
      item={id}
      field={field}
      aria-label={`${words.list.line(number)}, ${words.list.level(level + 1)}, ${field}`}
      className={`h-full min-w-0 bg-transparent text-[13.5px] text-ellipsis outline-none placeholder:text-transparent focus:placeholder:text-quiet ${className}`}
      // Where nothing is written yet, the words for it would only push the name aside.
      placeholder={selected || field === 'name' ? fieldLabel(kind, field) : ''}
      tabIndex={selected || (number === 1 && field === 'name') ? 0 : -1}
      onFocus={() => select(id)}
      onKeyDown={key}
      onPaste={(event) => {
        const text = event.clipboardData.getData('text/plain');
        if (!text.trimEnd().includes('\n')) return;
        event.preventDefault();
        onPaste(text);
      }}
    />
  );
  const at = names.indexOf('name');
  return (
    <div
      ref={row}
      role="treeitem"
      aria-level={level + 1}
      aria-selected={selected}
      tabIndex={-1}
      className={`absolute right-0 left-0 flex items-center contain-strict gap-2 border-b border-[#eceacb]/70 pr-3 pl-3.5 focus-within:shadow-[inset_2px_0_0_var(--color-plum)] ${selected ? 'bg-tint' : lit ? 'bg-[#f3f1e4]' : ''}`}
      style={{ top, height: ROW_HEIGHT }}
      onMouseEnter={() => light(tier ?? null)}
      onMouseLeave={() => light(null)}
      onMouseDown={(event) => {
        if (event.target instanceof HTMLInputElement) return;
        event.preventDefault();
        focusLine(id);
      }}
    >
      <span className="w-5 flex-none text-right text-[11px] text-quiet tabular-nums">{number}</span>
      <span
        className="size-2.5 flex-none rounded-[2px] border border-ink/30"
        style={{ marginLeft: Math.min(level, MOST_INDENT) * INDENT, backgroundColor: fill }}
      />
      {names
        .slice(0, at)
        .map((field) =>
          cell(field, 'field-sizing-content max-w-[38%] min-w-3 shrink-0 text-[12.5px]! text-quiet italic'),
        )}
      {cell(
        'name',
        `field-sizing-content shrink ${again ? 'text-quiet' : 'font-semibold'} ${at === names.length - 1 ? 'flex-1' : ''}`,
      )}
      {names.slice(at + 1).map((field) => cell(field, 'min-w-8 flex-1 text-right text-[12.5px]! text-quiet'))}
    </div>
  );
});
