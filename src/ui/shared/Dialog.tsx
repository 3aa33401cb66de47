import { type ReactNode, useEffect, useId, useRef } from 'react';
import { Button } from './controls';

/** A modal dialog; Escape and the close button leave it. */
export function Dialog({
  title,
  onClose,
  onFinish,
  children,
  wide = false,
}: {
  title: string;
  onClose: () => void;
  /** What Ctrl Enter does wherever the keyboard is. */
  onFinish?: (() => void) | undefined;
  children: ReactNode;
  wide?: boolean;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  const heading = useId();
  useEffect(() => {
    ref.current?.showModal();
    // Where the dialog begins, rather than at its close button.
    const begin = ['[data-first]', 'textarea'].map((what) => ref.current?.querySelector<HTMLElement>(what));
    begin.find(Boolean)?.focus();
  }, []);
  // Also where nothing in it has the keyboard, as when what had it is gone.
  const finish = useRef(onFinish);
  finish.current = onFinish;
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!finish.current || event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      finish.current();
    };
    document.addEventListener('keydown', key, true);
    return () => document.removeEventListener('keydown', key, true);
  }, []);
  return (
    <dialog
      ref={ref}
      aria-labelledby={heading}
      onClose={onClose}
      onKeyDown={(event) => event.stopPropagation()}
      className={`m-auto flex max-h-[92vh] flex-col rounded border border-rule bg-paper p-0 text-ink ${wide ? 'h-[700px] w-[1120px] max-w-[96vw]' : 'w-[460px]'}`}
    >
      <header className="flex items-center justify-between border-b border-rule px-5 py-3">
        <h2 id={heading} className="text-lg">
          {title}
        </h2>
        <Button tone="quiet" onClick={() => ref.current?.close()}>
          Close
        </Button>
      </header>
      {children}
    </dialog>
  );
}
