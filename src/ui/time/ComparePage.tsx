/** Two charts compared, on one page to be printed or sent by its address. */
import { useEffect, useState } from 'react';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { EntryLists, entriesOf, FiguresTable } from './Differences';
import type { ComparedAnswer } from './types';
import { words } from './words';

const said = words.compare;
/** Of each sort so many fit on one page beside the picture and the figures. */
const MOST_LISTED = 14;

interface Side {
  readonly id: string;
  readonly said: string;
}

export function ComparePage({
  title,
  kind,
  a,
  b,
  query,
}: {
  title: string;
  kind: string;
  a: Side;
  b: Side;
  query: string;
}) {
  const [found, setFound] = useState<ComparedAnswer | string | null>(null);
  useEffect(() => {
    void call<ComparedAnswer>('GET', `/api/compare?${query}`).then((answer) =>
      setFound(answer.ok ? answer.value : answer.detail),
    );
  }, [query]);
  const entries = typeof found === 'object' && found ? entriesOf(kind, found) : [];
  return (
    <div className="flex min-h-screen flex-col bg-paper print:bg-white">
      <header className="flex items-center gap-3 border-b border-rule bg-sheet px-4 py-2 print:hidden">
        <Brand />
        <span className="flex-1" />
        <Button tone="strong" onClick={() => window.print()}>
          {said.print}
        </Button>
        <a className="text-[13px] underline" href={`/chart/${b.id}`}>
          {said.to}
        </a>
      </header>
      <main className="mx-auto w-full max-w-[1080px] flex-1 p-5 print:max-w-none print:p-0">
        <h1 className="text-xl" dir="auto">
          {title}
        </h1>
        <p className="pb-2">{said.title(a.said, b.said)}</p>
        {found === null && <p className="text-quiet">{words.history.loading}</p>}
        {typeof found === 'string' && (
          <p role="alert" className="text-wrong">
            {said.missing} {found}
          </p>
        )}
        {typeof found === 'object' && found && (
          <>
            <p role="status" className="pb-2 font-semibold">
              {entries.length === 0 ? said.same : found.summary}
            </p>
            <div className="grid grid-cols-[1fr_290px] gap-5">
              <img
                className="max-h-[420px] w-full rounded border border-rule bg-sheet object-contain print:max-h-[92mm]"
                src={`/api/compare?${query}&as=svg`}
                alt={`${said.picture}: ${found.summary}`}
              />
              <section aria-label={said.figures}>
                <h2 className="text-base font-semibold">{said.figures}</h2>
                <FiguresTable figures={found.figures} was={said.was} is={said.is} />
              </section>
            </div>
            <section aria-label={said.list} className="columns-3 gap-6 pt-2 print:text-[9pt]">
              <EntryLists entries={entries} most={MOST_LISTED} />
            </section>
          </>
        )}
      </main>
    </div>
  );
}
