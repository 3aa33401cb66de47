/**
 * A field whose words look while they are written as they will be drawn: bold, slanted, links. What it holds is the text of
 * the list, with its signs; they are not seen.
 */
import { type HTMLAttributes, useLayoutEffect, useRef } from 'react';
import { markupOf, type Paragraph, type RichRun, richOf } from '../../core/text';

type Style = Omit<RichRun, 'text'>;

const escapeHtml = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** Words as elements. */
function htmlOf(text: string): string {
  const paragraphs: readonly Paragraph[] =
    richOf(text) ?? text.split('\n').map((line) => ({ bullet: false, runs: [{ text: line }] }));
  return paragraphs
    .map(({ bullet, runs }) => {
      const words = runs
        .map(({ text: own, strong, slant, href }) => {
          const inner = escapeHtml(own);
          const link = href === undefined ? inner : `<a href="${escapeHtml(href)}">${inner}</a>`;
          const slanted = slant ? `<i>${link}</i>` : link;
          return strong ? `<b>${slanted}</b>` : slanted;
        })
        .join('');
      return bullet ? `• ${words}` : words;
    })
    .join('<br>');
}

/** What elements say, as the text of the list. */
export function textOf(root: Node): string {
  const lines: RichRun[][] = [[]];
  const add = (text: string, style: Style) => {
    const line = lines.at(-1)!;
    const last = line.at(-1);
    const same = last && last.strong === style.strong && last.slant === style.slant && last.href === style.href;
    if (same) line[line.length - 1] = { ...last, text: last.text + text };
    else line.push({ text, ...style });
  };
  const walk = (node: Node, style: Style) => {
    if (node.nodeType === Node.TEXT_NODE) {
      const parts = (node.textContent ?? '').replaceAll('\u00a0', ' ').split('\n');
      for (const [i, part] of parts.entries()) {
        if (i > 0) lines.push([]);
        if (part !== '') add(part, style);
      }
      return;
    }
    if (!(node instanceof HTMLElement)) return;
    if (node.tagName === 'BR') {
      lines.push([]);
      return;
    }
    if ((node.tagName === 'DIV' || node.tagName === 'P') && node !== root && lines.at(-1)!.length > 0) lines.push([]);
    const { fontWeight, fontStyle } = node.style;
    const next: Style = {
      ...style,
      ...((/^(B|STRONG)$/.test(node.tagName) || Number(fontWeight) >= 600 || fontWeight === 'bold') && {
        strong: true,
      }),
      ...((/^(I|EM)$/.test(node.tagName) || fontStyle === 'italic') && { slant: true }),
      ...(node.tagName === 'A' && { href: node.getAttribute('href') ?? '' }),
    };
    for (const child of node.childNodes) walk(child, next);
  };
  walk(root, {});
  // A line break at the very end only makes room for the caret.
  if (lines.length > 1 && lines.at(-1)!.length === 0) lines.pop();
  const paragraphs = lines.map((runs): Paragraph => {
    const bullet = /^[•]\s+/.exec(runs[0]?.text ?? '');
    if (!bullet) return { bullet: false, runs };
    const [first, ...rest] = runs;
    return { bullet: true, runs: [{ ...first!, text: first!.text.slice(bullet[0].length) }, ...rest] };
  });
  return markupOf(paragraphs);
}

/** What fields of plain words have, so that the keys of a line work in both. */
export interface TextLike extends HTMLElement {
  value: string;
  selectionStart: number;
  selectionEnd: number;
  setSelectionRange(from: number, to: number): void;
}

function asTextLike(element: HTMLElement): void {
  if ('value' in element) return;
  const offset = (end: 'start' | 'end') => {
    const selection = window.getSelection();
    if (!selection || selection.rangeCount === 0 || !element.contains(selection.anchorNode)) return 0;
    const range = selection.getRangeAt(0).cloneRange();
    const before = document.createRange();
    before.selectNodeContents(element);
    before.setEnd(
      end === 'start' ? range.startContainer : range.endContainer,
      end === 'start' ? range.startOffset : range.endOffset,
    );
    return before.toString().length;
  };
  Object.defineProperties(element, {
    value: { get: () => element.innerText },
    selectionStart: { get: () => offset('start') },
    selectionEnd: { get: () => offset('end') },
    setSelectionRange: {
      value: (from: number) => {
        const selection = window.getSelection();
        selection?.selectAllChildren(element);
        if (from === 0) selection?.collapseToStart();
        else selection?.collapseToEnd();
      },
    },
  });
}

interface Props extends Omit<HTMLAttributes<HTMLDivElement>, 'onChange' | 'onInput'> {
  readonly text: string;
  readonly label: string;
  readonly onText: (text: string) => void;
}

export function RichInput({ text, label, onText, onKeyDown, className = '', ...rest }: Props) {
  const box = useRef<HTMLDivElement>(null);
  /** What was given out last: it must not be put in again, or the caret would jump. */
  const given = useRef<string | null>(null);
  useLayoutEffect(() => {
    if (!box.current) return;
    asTextLike(box.current);
    if (given.current === text) return;
    const here = document.activeElement === box.current;
    box.current.innerHTML = htmlOf(text);
    given.current = text;
    if (here) (box.current as unknown as TextLike).setSelectionRange(1, 1);
  }, [text]);
  const told = () => {
    const next = textOf(box.current!);
    given.current = next;
    onText(next);
  };
  return (
    // biome-ignore lint/a11y/useFocusableInteractive: what can be edited takes the keyboard
    <div
      {...rest}
      ref={box}
      role="textbox"
      aria-label={label}
      aria-multiline
      dir="auto"
      contentEditable
      suppressContentEditableWarning
      spellCheck={false}
      className={`whitespace-pre-wrap [&_a]:underline ${className}`}
      onInput={told}
      onPaste={(event) => {
        rest.onPaste?.(event);
        if (event.defaultPrevented) return;
        event.preventDefault();
        document.execCommand('insertText', false, event.clipboardData.getData('text/plain'));
      }}
      onKeyDown={(event) => {
        const sign = (event.ctrlKey || event.metaKey) && { b: 'bold', i: 'italic' }[event.key.toLowerCase()];
        if (sign) {
          event.preventDefault();
          // Old and still the one way that every browser has to make a selection bold.
          document.execCommand(sign);
          return;
        }
        if (event.key === 'Enter' && event.shiftKey) {
          event.preventDefault();
          document.execCommand('insertLineBreak');
          return;
        }
        onKeyDown?.(event);
      }}
    />
  );
}
