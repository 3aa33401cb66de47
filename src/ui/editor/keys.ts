import { useEffect } from 'react';
import { printChart } from './Print';
import { openStage, redo, STAGES, undo, useEditor } from './state/store';

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.matches('input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea, select') ||
    target.isContentEditable);

/** Keys that work anywhere in the editor: stages, undo and redo, find, print. */
export function useKeys(): void {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const command = event.ctrlKey || event.metaKey;
      // Over a dialog too: the browser's own would print the tool.
      if (command && event.key.toLowerCase() === 'p' && !event.shiftKey && !event.altKey) {
        event.preventDefault();
        void printChart();
        return;
      }
      if (document.querySelector('dialog[open]')) return;
      if (event.altKey && !command && /^Digit[1-8]$/.test(event.code)) {
        event.preventDefault();
        const stage = STAGES[Number(event.code.slice(-1)) - 1]!;
        openStage(stage);
        document.getElementById(`stage-${stage}`)?.focus();
        return;
      }
      if (command && event.key.toLowerCase() === 'k' && !useEditor.getState().me?.at) {
        event.preventDefault();
        useEditor.setState({ help: 'command' });
        return;
      }
      if (event.key === '?' && !command && !isTyping(event.target)) {
        event.preventDefault();
        useEditor.setState({ help: 'keys' });
        return;
      }
      if (command && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      } else if (command && event.key.toLowerCase() === 'y') {
        event.preventDefault();
        redo();
      } else if (event.key === '/' && !command && !event.altKey && !isTyping(event.target)) {
        event.preventDefault();
        document.getElementById('find')?.focus();
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}
