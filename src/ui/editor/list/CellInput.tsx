/** A cell of the list: letters are taken as they are typed, or when the words are finished where they touch other lines. */
import { type TextareaHTMLAttributes, useEffect, useRef, useState } from 'react';
import { cellText, writeCell } from '../../shared/fields';
import { change, say, useEditor } from '../state/store';

interface Props extends Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, 'value' | 'onChange'> {
  readonly item: string;
  readonly field: string;
  /** Called once words were written and are finished. */
  readonly onWritten?: () => void;
}

export function CellInput({ item, field, onWritten, onBlur, onKeyDown, className = '', ...rest }: Props) {
  const text = useEditor((state) => cellText(state.chart, item, field));
  const [typed, setTyped] = useState<string | null>(null);
  const box = useRef<HTMLTextAreaElement>(null);
  const wanted = useRef(false);
  const written = useRef(false);

  // An Enter that brought the keyboard here, such as on a button, must not break the words: only one with Shift does.
  useEffect(() => {
    const element = box.current;
    const before = (event: InputEvent) => {
      if (event.inputType === 'insertLineBreak' && !wanted.current) event.preventDefault();
    };
    element?.addEventListener('beforeinput', before);
    return () => element?.removeEventListener('beforeinput', before);
  }, []);

  const type = (next: string) => {
    written.current = true;
    const write = writeCell(useEditor.getState().chart, item, field, next);
    // Begun as whole words, it stays so until it is finished.
    if (typed !== null || 'wrong' in write || write.whole) setTyped(next);
    else change(write.change, `${item} ${field}`);
  };
  const finish = () => {
    take();
    if (!written.current) return;
    written.current = false;
    onWritten?.();
  };
  const take = () => {
    if (typed === null) return;
    setTyped(null);
    if (typed === text) return;
    const write = writeCell(useEditor.getState().chart, item, field, typed.trim());
    if ('wrong' in write) say(write.wrong);
    else change(write.change);
  };
  return (
    <textarea
      {...rest}
      ref={box}
      rows={1}
      spellCheck={false}
      className={`resize-none ${className}`}
      data-field={field}
      data-words={typed ?? text}
      value={typed ?? text}
      onChange={(event) => type(event.target.value)}
      onBlur={(event) => {
        finish();
        onBlur?.(event);
      }}
      onKeyDown={(event) => {
        wanted.current = event.key === 'Enter' && event.shiftKey;
        if (typed !== null && event.key === 'Escape') {
          event.preventDefault();
          setTyped(null);
          return;
        }
        const leaves = ['Enter', 'Tab', 'ArrowUp', 'ArrowDown'].includes(event.key) && !event.shiftKey;
        if (leaves) finish();
        onKeyDown?.(event);
        // One line where nobody says what Enter does; Shift and Enter begin a second.
        if (event.key === 'Enter' && !event.shiftKey && !event.defaultPrevented) event.preventDefault();
      }}
    />
  );
}
