import type { ReactNode } from 'react';

/** A part of a page with a heading, and what it is for. */
export function Section({ title, about, children }: { title: string; about?: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-2.5">
      <h2 className="text-lg">{title}</h2>
      {about && <p className="text-[13px] text-quiet">{about}</p>}
      {children}
    </section>
  );
}
