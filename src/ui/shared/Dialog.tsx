import { type ReactNode, useEffect, useId, useRef } from 'react';
import { Button } from './controls';

/** A modal dialog; Escape and the close button leave it. */
export function Dialog({
  title,
  onClose,
  children,
  wide = false,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  const heading = useId();
  useEffect(() => {
    ref.current?.showModal();
    // Where the dialog begins, rather than at its close button.
    ref.current?.querySelector<HTMLElement>('[data-first], textarea')?.focus();
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
