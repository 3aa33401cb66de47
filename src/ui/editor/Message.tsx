import { useEffect } from 'react';
import { change, undo, unsay, useEditor } from './state/store';
import { words } from './words';

const SHOWN_MS = 9_000;

/** The strip at the foot: what just happened, with a way back. */
export function Message() {
  const message = useEditor((state) => state.message);
  useEffect(() => {
    if (!message) return;
    const timer = setTimeout(unsay, SHOWN_MS);
    return () => clearTimeout(timer);
  }, [message]);
  return (
    <div role="status" className="fixed bottom-10 left-1/2 z-20 max-w-[70vw] -translate-x-1/2">
      {message && (
        <p className="flex items-center gap-4 rounded bg-ink px-4 py-2 text-sheet">
          {message.text}
          {message.offer && (
            <button
              type="button"
              className="flex-none rounded font-semibold underline focus-visible:outline-sheet"
              onClick={() => change(message.offer!.change)}
            >
              {message.offer.label}
            </button>
          )}
          {message.undo && (
            <button
              type="button"
              className="rounded font-semibold underline focus-visible:outline-sheet"
              onClick={undo}
            >
              {words.undo}
            </button>
          )}
          <button type="button" className="rounded text-[13px] opacity-80 focus-visible:outline-sheet" onClick={unsay}>
            {words.dismiss}
          </button>
        </p>
      )}
    </div>
  );
}
