/** A cell of the list: letters are taken as they are typed, or when the words are finished where they touch other lines. */
import {
  type FocusEvent,
  type KeyboardEvent,
  type TextareaHTMLAttributes,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import { isRich, plainOf } from '../../../core/text';
import { cellText, writeCell } from '../../shared/fields';
import { RichInput, type TextLike } from '../../shared/RichInput';
import { emphasised } from '../sheet/emphasis';
import { change, say, useEditor } from '../state/store';

interface Props extends Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, 'value' | 'onChange'> {
  readonly item: string;
  readonly field: string;
  /** Called once words were written and are finished. @returns whether they were understood, and need no writing any more */
  readonly onWritten?: (words: string) => boolean;
}

/** Signs that the usual keys put round plain words, with Ctrl. */
const SIGNS: Readonly<Record<string, string>> = { b: '**', i: '*' };

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
    const fresh = written.current;
    written.current = false;
    if (fresh && onWritten?.(typed ?? useEditor.getState().chart.items[item]?.fields[field] ?? '')) setTyped(null);
    else take();
  };
  const take = () => {
    if (typed === null) return;
    setTyped(null);
    if (typed === text) return;
    const write = writeCell(useEditor.getState().chart, item, field, typed.trim());
    if ('wrong' in write) say(write.wrong);
    else change(write.change);
  };
  const shown = typed ?? text;
  const rich = isRich(shown);
  // From plain words to such as stand out, and back: another element, the same place to write.
  const here = useRef(false);
  const whole = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: when the one takes the other's place
  useLayoutEffect(() => {
    if (!here.current) return;
    const element = rich ? whole.current?.querySelector<HTMLElement>('[data-field]') : box.current;
    element?.focus({ preventScroll: true });
    (element as TextLike | null)?.setSelectionRange(shown.length, shown.length);
  }, [rich]);
  if (rich)
    return (
      <div ref={whole} className="contents">
        <RichInput
          text={shown}
          label={rest['aria-label'] ?? field}
          tabIndex={rest.tabIndex}
          className={className}
          data-field={field}
          data-words={plainOf(shown)}
          onText={type}
          onFocus={(event) => {
            here.current = true;
            rest.onFocus?.(event as unknown as FocusEvent<HTMLTextAreaElement>);
          }}
          onBlur={(event) => {
            here.current = false;
            finish();
            onBlur?.(event as unknown as FocusEvent<HTMLTextAreaElement>);
          }}
          onKeyDown={(event) => {
            const leaves = ['Enter', 'Tab', 'ArrowUp', 'ArrowDown'].includes(event.key) && !event.shiftKey;
            if (leaves) finish();
            onKeyDown?.(event as unknown as KeyboardEvent<HTMLTextAreaElement>);
            if (event.key === 'Enter' && !event.shiftKey && !event.defaultPrevented) event.preventDefault();
          }}
        />
      </div>
    );
  return (
    <textarea
      dir="auto"
      {...rest}
      ref={box}
      rows={1}
      spellCheck={false}
      className={`resize-none ${className}`}
      data-field={field}
      data-words={shown}
      value={shown}
      onChange={(event) => type(event.target.value)}
      onFocus={(event) => {
        here.current = true;
        rest.onFocus?.(event);
      }}
      onBlur={(event) => {
        here.current = false;
        finish();
        onBlur?.(event);
      }}
      onKeyDown={(event) => {
        const sign = event.ctrlKey || event.metaKey ? SIGNS[event.key.toLowerCase()] : undefined;
        if (sign) {
          event.preventDefault();
          const { value, selectionStart, selectionEnd } = event.currentTarget;
          return type(emphasised(value, selectionStart, selectionEnd, sign).text);
        }
        wanted.current = event.key === 'Enter' && event.shiftKey;
        // A name in the making is kept, as every other name is; a reference that is half written is given up.
        if (typed !== null && event.key === 'Escape' && !onWritten) {
          event.preventDefault();
          setTyped(null);
          return;
        }
        const leaves = ['Enter', 'Tab', 'Escape', 'ArrowUp', 'ArrowDown'].includes(event.key) && !event.shiftKey;
        if (leaves) finish();
        onKeyDown?.(event);
        // One line where nobody says what Enter does; Shift and Enter begin a second.
        if (event.key === 'Enter' && !event.shiftKey && !event.defaultPrevented) event.preventDefault();
      }}
    />
  );
}
