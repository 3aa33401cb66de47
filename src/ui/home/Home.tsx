/** All charts as cards; new, search, rename, copy, bin. */
import { useEffect, useRef, useState } from 'react';
import type { ChartCard } from '../../server/charts';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { composeWorker } from '../shared/composer';
import { Button } from '../shared/controls';
import { Card } from './Card';
import { NewChart } from './NewChart';
import { words } from './words';

interface ListPage {
  readonly charts: readonly ChartCard[];
  readonly next: string | null;
}
const SEARCH_PAUSE_MS = 180;

export function Home({ initial }: { initial: ListPage }) {
  const [page, setPage] = useState(initial);
  const [q, setQ] = useState('');
  const [bin, setBin] = useState(false);
  const [making, setMaking] = useState(false);
  const [note, setNote] = useState<{ text: string; undo?: () => void } | null>(() =>
    location.search === '?missing' ? { text: words.missing } : null,
  );
  const asked = useRef(0);
  const search = useRef<HTMLInputElement>(null);

  const load = async (cursor?: string) => {
    const mine = ++asked.current;
    const query = new URLSearchParams({ ...(q && { q }), ...(bin && { binned: '1' }), ...(cursor && { cursor }) });
    const answer = await call<ListPage>('GET', `/api/charts?${query}`);
    if (mine !== asked.current) return;
    if (!answer.ok) setNote({ text: words.failed(answer.detail) });
    else
      setPage((now) =>
        cursor ? { charts: [...now.charts, ...answer.value.charts], next: answer.value.next } : answer.value,
      );
  };
  const first = useRef(true);
  // biome-ignore lint/correctness/useExhaustiveDependencies: load reads q and bin
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    const timer = setTimeout(() => void load(), SEARCH_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [q, bin]);
  useEffect(() => {
    // Fonts and code are there by the time a list is pasted.
    composeWorker();
  }, []);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (
        event.key !== '/' ||
        event.target instanceof HTMLInputElement ||
        event.target instanceof HTMLTextAreaElement ||
        document.querySelector('dialog[open]')
      )
        return;
      event.preventDefault();
      search.current?.focus();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);

  /** One call that changes the list of charts, then the list anew. */
  const act = async (method: string, address: string, body?: unknown, done?: { text: string; undo?: () => void }) => {
    const answer = await call(method, address, body);
    setNote(answer.ok ? (done ?? null) : { text: words.failed(answer.detail) });
    await load();
  };
  const restore = (id: string) => void act('POST', `/api/charts/${id}/restore`);
  const copy = async (card: ChartCard) => {
    const stored = await call<{ chart: unknown }>('GET', `/api/charts/${card.id}`);
    if (!stored.ok) return setNote({ text: words.failed(stored.detail) });
    await act('POST', '/api/charts', { title: words.copyOf(card.title), kind: card.kind, chart: stored.value.chart });
  };
  const rename = (card: ChartCard, title: string) =>
    act('PATCH', `/api/charts/${card.id}/changes`, { base: card.revision, changes: [{ type: 'rename', title }] });

  return (
    <div className="mx-auto flex min-h-full max-w-[1240px] flex-col px-8 pb-16">
      <header className="flex h-14 items-center gap-4">
        <Brand />
        <input
          ref={search}
          type="search"
          aria-label={words.search}
          placeholder={`${words.search}  ( / )`}
          className="field ml-auto w-64"
          value={q}
          onChange={(event) => setQ(event.target.value)}
        />
        <Button onClick={() => setBin(!bin)} aria-pressed={bin}>
          {bin ? words.backToCharts : words.bin}
        </Button>
        <Button tone="strong" onClick={() => setMaking(true)}>
          {words.newChart}
        </Button>
      </header>
      <main>
        <h1 className="pt-6 pb-1 text-2xl">{bin ? words.binHeading : words.heading}</h1>
        {bin && <p className="pb-2 text-quiet">{words.binAbout}</p>}
        {page.charts.length === 0 && (
          <div className="mt-10 flex flex-col items-start gap-3 text-quiet">
            <p>{q ? words.none : bin ? words.binEmpty : words.empty}</p>
            {!q && !bin && (
              <Button tone="strong" onClick={() => setMaking(true)}>
                {words.newChart}
              </Button>
            )}
          </div>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-6 pt-4">
          {page.charts.map((card) => (
            <Card
              key={card.id}
              card={card}
              bin={bin}
              onRename={(title) => void rename(card, title)}
              onCopy={() => void copy(card)}
              onBin={() =>
                void act('DELETE', `/api/charts/${card.id}`, undefined, {
                  text: words.binned(card.title),
                  undo: () => restore(card.id),
                })
              }
              onRestore={() => restore(card.id)}
            />
          ))}
        </ul>
        {page.next && (
          <div className="pt-6">
            <Button onClick={() => void load(page.next!)}>{words.more}</Button>
          </div>
        )}
      </main>
      <div role="status" className="fixed bottom-5 left-1/2 -translate-x-1/2">
        {note && (
          <p className="flex items-center gap-3 rounded border border-ink bg-ink px-4 py-2 text-sheet">
            {note.text}
            {note.undo && (
              <button type="button" className="rounded font-semibold underline" onClick={note.undo}>
                {words.undo}
              </button>
            )}
          </p>
        )}
      </div>
      {making && <NewChart onClose={() => setMaking(false)} />}
    </div>
  );
}
