/** A cell of the table while it is written in. */
import { useRef, useState } from 'react';
import { words } from '../words';
import { ReferInput } from './ReferInput';
import type { TableColumn } from './table-model';

export function TableCellEditor({
  item,
  column,
  text,
  first,
  onDone,
}: {
  item: string;
  column: TableColumn;
  text: string;
  /** The key it was opened with, which takes the place of what was there; null: goes on with what is there. */
  first: string | null;
  onDone: (text: string | null, how: 'enter' | 'tab' | 'leave') => void;
}) {
  const [typed, setTyped] = useState(first ?? text);
  const done = useRef(false);
  const label = words.table.cell(column.label);
  if (column.refers)
    return (
      <ReferInput
        initial={first ?? text}
        many={column.refers === 'many'}
        label={label}
        without={item}
        onDone={onDone}
      />
    );
  const finish = (next: string | null, how: 'enter' | 'tab' | 'leave') => {
    if (done.current) return;
    done.current = true;
    onDone(next, how);
  };
  return (
    <textarea
      dir="auto"
      aria-label={label}
      rows={Math.min(6, typed.split('\n').length)}
      // biome-ignore lint/a11y/noAutofocus: the cell was opened to be written in
      autoFocus
      spellCheck={false}
      className="absolute top-0 left-0 min-h-full w-full min-w-[120px] resize-none bg-sheet px-2 py-[3px] text-left text-[13px] leading-[22px] font-normal outline-2 -outline-offset-2 outline-plum select-text"
      value={typed}
      maxLength={2000}
      onFocus={(event) => event.currentTarget.setSelectionRange(typed.length, typed.length)}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => finish(typed, 'leave')}
      onPaste={(event) => event.stopPropagation()}
      onCopy={(event) => event.stopPropagation()}
      onCut={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        // What is pressed here is not for the cells around; the stages' keys are for the whole editor.
        if (!event.altKey) event.stopPropagation();
        if (event.nativeEvent.isComposing) return;
        if (event.key === 'Escape') finish(null, 'enter');
        else if (event.key === 'Tab' || (event.key === 'Enter' && !event.shiftKey)) {
          event.preventDefault();
          finish(typed, event.key === 'Tab' ? 'tab' : 'enter');
        }
      }}
    />
  );
}
