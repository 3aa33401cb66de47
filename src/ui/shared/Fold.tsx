import { type ReactNode, useState } from 'react';

/** Which folds are open, by name: one that was opened stays so when what it is about changes. */
const openFolds = new Map<string, boolean>();

/** A part of a panel that folds away. */
export function Fold({
  name,
  title,
  open: initial = false,
  className = '',
  children,
}: {
  name: string;
  title: ReactNode;
  open?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(openFolds.get(name) ?? initial);
  return (
    <details
      className={className}
      open={open}
      onToggle={({ currentTarget }) => {
        openFolds.set(name, currentTarget.open);
        setOpen(currentTarget.open);
      }}
    >
      <summary className="rounded px-2.5 py-1.5 text-[13px]">{title}</summary>
      {children}
    </details>
  );
}
