/** A part of Arrange that folds away, with what is set in it told in its line. */
import type { ReactNode } from 'react';
import { Fold } from '../../../shared/Fold';

export function Topic({
  name,
  title,
  now,
  children,
}: {
  name: string;
  title: string;
  now: string;
  children: ReactNode;
}) {
  return (
    <Fold
      name={`arrange ${name}`}
      className="border-b border-rule"
      title={
        <>
          <span className="font-semibold">{title}</span> <span className="text-quiet">{now}</span>
        </>
      }
    >
      <div className="px-2.5 pb-3">{children}</div>
    </Fold>
  );
}
