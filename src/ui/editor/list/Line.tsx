/** One line of the outline: a row to stand on, and fields to write in. */
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { type KeyboardEvent, memo, useEffect, useRef } from 'react';
import type { Chart } from '../../../core/chart';
import { fieldHint, fieldLabel, lineColumns } from '../../shared/fields';
import { focusDone, focusLine, focusRow, light, say, select, useEditor } from '../state/store';
import { words } from '../words';
import { CellInput } from './CellInput';
import { levelKeys, useLeftward } from './leftward';
import { addAfter, addAt, additionFor, moveAlong, moveIn, moveOut, remove, understandTyped } from './lines';
import { MarkBadge } from './MarkBadge';
import { ProblemEntry } from './ProblemEntry';
import { problemsOf, worst } from './problems';

export const ROW_HEIGHT = 32;
const INDENT = 16;
/** Deeper levels are set no further in, so that words keep room. */
const MOST_INDENT = 9;

interface Props {
  readonly id: string;
  readonly number: number;
  /** Place among the rows in view, from 0. */
  readonly index: number;
  /** From 0. */
  readonly level: number;
  readonly top: number;
  readonly above: string | undefined;
  readonly below: string | undefined;
  /** Lines under it; 0 where there are none. */
  readonly under: number;
  readonly folded: boolean;
  readonly onFold: (id: string, folded: boolean) => void;
  readonly onPaste: (text: string) => void;
  /** Whether its problems are open. */
  readonly open: boolean;
  readonly onOpen: (id: string | null) => void;
  readonly measure: (row: HTMLElement | null) => void;
  /** Where what is dragged would go relative to this line. */
  readonly drop: 'before' | 'after' | 'under' | null;
  /** The line at which Tab comes into the list. */
  readonly stop: boolean;
  readonly onRowMouse: (id: string, how: { readonly shift: boolean; readonly more: boolean }) => void;
}

/** Columns as one text, so that a line is drawn anew only when they change. */
const columnsOf = (chart: Chart) => lineColumns(chart).join('\n');
const severities = { error: 'text-wrong', warning: 'text-caution', note: 'text-quiet' };

export const Line = memo(function Line(props: Props) {
  const {
    id,
    number,
    index,
    level,
    top,
    above,
    below,
    under,
    folded,
    onFold,
    onPaste,
    open,
    onOpen,
    measure,
    drop,
    stop,
    onRowMouse,
  } = props;
  const fields = useEditor((state) => state.chart.items[id]?.fields);
  const kind = useEditor((state) => state.chart.kind);
  const selected = useEditor((state) => state.selected === id);
  const among = useEditor((state) => state.chosen.includes(id));
  const tier = useEditor((state) => state.composition?.tierOf[id]);
  const fill = useEditor((state) =>
    tier === undefined ? undefined : state.composition?.tiers.find((band) => band.tier === tier)?.fill,
  );
  // A line that only names an item which stands elsewhere.
  const again = useEditor((state) => state.composition?.standsFor[id] !== undefined);
  const names = useEditor((state) => columnsOf(state.chart)).split('\n');
  const leftward = useLeftward();
  const lit = useEditor((state) => tier !== undefined && state.litTier === tier);
  const wish = useEditor((state) => (state.focusWish?.item === id ? state.focusWish : null));
  const severity = useEditor((state) => worst(problemsOf(state.composition?.problems ?? [], id)));
  const row = useRef<HTMLDivElement>(null);
  const dragged = useDraggable({ id: `drag ${id}`, data: { id } });
  /** The line that is left once its words were understood. */
  const meant = useRef<string | null>(null);
  const place = useDroppable({ id: `drop ${id}`, data: { id } });

  useEffect(() => {
    if (!wish || !row.current) return;
    if (wish.field === null) {
      row.current.focus({ preventScroll: true });
      return focusDone();
    }
    const input = row.current.querySelector<HTMLTextAreaElement>(`[data-field="${CSS.escape(wish.field)}"]`);
    if (!input) return;
    input.focus({ preventScroll: true });
    const at = wish.caret === 'start' ? 0 : input.value.length;
    input.setSelectionRange(at, at);
    focusDone();
  }, [wish]);

  if (!fields) return null;
  const key = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    const input = event.currentTarget;
    const field = input.dataset['field']!;
    const at = names.indexOf(field);
    const [before, after] = [names[at - 1], names[at + 1]];
    const { altKey, shiftKey, ctrlKey, metaKey } = event;
    const caret = input.selectionStart === input.selectionEnd ? input.selectionStart : null;
    const { inward, outward } = levelKeys();
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
    const addition = additionFor(event);
    if (addition) return go(() => addAt(addition, id));
    switch (event.key) {
      case 'Enter':
        if (altKey) return go(() => onOpen(open ? null : id));
        if (shiftKey) return;
        return go(() => addAfter(meant.current ?? id));
      case 'Tab':
        return stay(() => {
          // Where it can't move that is said, and how the keyboard goes on.
          if (!(shiftKey ? moveOut(id) : moveIn(id))) say(words.list.stays(useEditor.getState().message?.text ?? ''));
        });
      case 'Escape':
        return go(() => focusRow(id));
      case 'ArrowUp':
      case 'ArrowDown': {
        const up = event.key === 'ArrowUp';
        if (altKey) return stay(() => moveAlong(id, up ? -1 : 1));
        if (shiftKey) return;
        // Between the lines of one item the caret moves first.
        const rest = up ? input.value.slice(0, input.selectionStart) : input.value.slice(input.selectionEnd);
        if (rest.includes('\n')) return;
        const next = up ? above : below;
        return go(() => next && focusLine(next, field));
      }
      case inward:
        if (altKey) return stay(() => moveIn(id));
        if (caret === input.value.length && after !== undefined) return go(() => focusLine(id, after, 'start'));
        return;
      case outward:
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
      aria-label={`${words.list.line(number)}, ${words.list.level(level + 1)}, ${fieldLabel(kind, field)}`}
      className={`field-sizing-content min-w-0 bg-transparent py-[5px] text-[13.5px] leading-[21px] outline-none placeholder:text-quiet ${className}`}
      // Where nothing is written yet, the words for it would only push the name aside.
      placeholder={selected ? fieldHint(kind, field) : ''}
      // The line as a whole is where the keyboard comes by; Enter leads into its words.
      tabIndex={-1}
      onFocus={() => select(id)}
      onKeyDown={key}
      {...(field === 'name' && {
        onWritten: (words) => {
          meant.current = understandTyped(id, words) ?? null;
          return meant.current !== null;
        },
      })}
      onPaste={(event) => {
        event.stopPropagation();
        const text = event.clipboardData.getData('text/plain');
        if (!text.trimEnd().includes('\n')) return;
        event.preventDefault();
        onPaste(text);
      }}
      onCopy={(event) => event.stopPropagation()}
      onCut={(event) => event.stopPropagation()}
    />
  );
  const at = names.indexOf('name');
  const marked = selected || among;
  return (
    <div
      ref={(element) => {
        row.current = element;
        measure(element);
        place.setNodeRef(element);
      }}
      data-index={index}
      data-row={id}
      role="treeitem"
      aria-level={level + 1}
      aria-selected={marked}
      aria-expanded={under > 0 ? !folded : undefined}
      aria-label={`${words.list.line(number)}, ${fields['name'] || ''}`}
      tabIndex={stop ? 0 : -1}
      onFocus={(event) => event.target === event.currentTarget && !selected && !among && select(id)}
      className={`absolute inset-x-0 border-b border-[#eceacb]/70 ps-3 outline-none focus:shadow-[inset_3px_0_0_var(--color-plum)] focus-within:shadow-[inset_2px_0_0_var(--color-plum)] ${marked ? 'bg-tint' : lit ? 'bg-[#f3f1e4]' : ''} ${dragged.isDragging ? 'opacity-50' : ''}`}
      style={{ top, minHeight: ROW_HEIGHT }}
      onMouseEnter={() => light(tier ?? null)}
      onMouseLeave={() => light(null)}
      onMouseDown={(event) => {
        const target = event.target as Element;
        if (target.closest('button')) return;
        const more = event.ctrlKey || event.metaKey;
        if (!target.closest('textarea, [contenteditable=true]') || event.shiftKey || more) {
          event.preventDefault();
          onRowMouse(id, { shift: event.shiftKey, more });
        }
      }}
    >
      <div className="flex min-h-[31px] items-start gap-1.5 pe-1.5">
        <span className="w-5 flex-none pt-[5px] text-end text-[11px] leading-[21px] text-quiet tabular-nums">
          {number}
        </span>
        <span
          className="flex flex-none items-center"
          style={{ marginInlineStart: Math.min(level, MOST_INDENT) * INDENT }}
        >
          <button
            type="button"
            tabIndex={-1}
            aria-label={folded ? words.list.unfold : words.list.fold}
            className={`mt-[9px] grid size-3.5 place-items-center rounded text-[9px] text-quiet hover:bg-bench ${under > 0 ? '' : 'invisible'}`}
            onClick={() => onFold(id, !folded)}
          >
            {folded ? (leftward ? '◂' : '▸') : '▾'}
          </button>
          <span
            {...dragged.listeners}
            ref={dragged.setNodeRef}
            title={words.list.drag}
            className="mt-[9px] ms-0.5 size-3 flex-none cursor-grab touch-none rounded-[2px] border border-ink/30"
            style={{ backgroundColor: fill }}
          />
        </span>
        {names
          .slice(0, at)
          .map((field) => cell(field, 'max-w-[38%] min-w-3 shrink-0 text-[12.5px]! text-quiet italic'))}
        {cell(
          'name',
          `shrink ${again ? 'text-quiet' : 'font-semibold'} ${at === names.length - 1 ? 'flex-1' : 'max-w-[62%]'}`,
        )}
        {names
          .slice(at + 1)
          .map((field) =>
            cell(field, `min-w-8 flex-1 ${leftward ? 'text-left!' : 'text-right!'} text-[12.5px]! text-quiet`),
          )}
        {folded && <span className="flex-none pt-[5px] text-[11px] leading-[21px] text-quiet">+{under}</span>}
        <MarkBadge id={id} />
        {severity && (
          <button
            type="button"
            tabIndex={selected ? 0 : -1}
            aria-label={words.list.problems}
            title={words.list.problems}
            aria-expanded={open}
            className={`mt-1 grid size-[24px] flex-none place-items-center rounded border border-rule bg-sheet text-[12px] leading-none font-bold hover:bg-tint ${severities[severity]}`}
            onClick={() => onOpen(open ? null : id)}
          >
            !
          </button>
        )}
      </div>
      {open && severity && <LineProblems id={id} onClose={() => focusLine(id)} />}
      {drop && (
        <span
          aria-hidden
          className={`pointer-events-none absolute end-0 z-10 ${drop === 'under' ? 'inset-y-0 border-2 border-good' : drop === 'before' ? 'top-[-1.5px] h-[3px] bg-good' : 'bottom-[-1.5px] h-[3px] bg-good'}`}
          style={{ insetInlineStart: 34 + Math.min(level, MOST_INDENT) * INDENT }}
        />
      )}
    </div>
  );
});

function LineProblems({ id, onClose }: { id: string; onClose: () => void }) {
  const all = useEditor((state) => state.composition?.problems) ?? [];
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => list.current?.querySelector('button')?.focus(), []);
  return (
    <ul
      ref={list}
      className="flex flex-col gap-1.5 py-1.5 pe-2.5 ps-6"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
    >
      {problemsOf(all, id).map((problem) => (
        <ProblemEntry key={`${problem.code} ${problem.message}`} problem={problem} all={all} />
      ))}
    </ul>
  );
}
