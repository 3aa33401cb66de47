/** All charts as cards; new, search, rename, copy, bin. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { ChartCard } from '../../server/charts';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button, Select } from '../shared/controls';
import { later, whenIdle } from '../shared/later';
import { isField, type Pasted, pastedFrom } from '../shared/pasted';
import { Card } from './Card';
import { ChosenBar, type Folder } from './ChosenBar';
import { walkCards } from './walk-cards';
import { words } from './words';

interface ListPage {
  readonly charts: readonly ChartCard[];
  readonly next: string | null;
}
const SEARCH_PAUSE_MS = 180;
/** Fetched when they are asked for, or once the page stands. */
const Guide = later(() => import('../editor/help/Guide').then((part) => part.Guide));
const ShareDialog = later(() => import('../sharing/ShareDialog').then((part) => part.ShareDialog));
const NewChart = later(() => import('./NewChart').then((part) => part.NewChart));

type Sort = keyof typeof words.sorts;
const SORTS = Object.keys(words.sorts) as Sort[];

/** What a card says of its kind. */
export interface KindWords {
  readonly id: string;
  readonly name: string;
  readonly item: string;
  readonly items: string;
}

export function Home({
  initial,
  folders: first,
  kinds,
  person,
}: {
  initial: ListPage;
  folders: readonly Folder[];
  kinds: readonly KindWords[];
  /** Who signed in; absent where somebody is alone here. */
  person?: string | undefined;
}) {
  const [kind, setKind] = useState('');
  const [sort, setSort] = useState<Sort>('opened');
  const [folder, setFolder] = useState('');
  const [folders, setFolders] = useState(first);
  const [of, setOf] = useState<'' | 'own' | 'others'>('');
  const [sharing, setSharing] = useState(false);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [page, setPage] = useState(initial);
  const [q, setQ] = useState('');
  const [bin, setBin] = useState(false);
  // What a new chart is made from; null while none is made.
  const [making, setMaking] = useState<{ pasted?: Pasted } | null>(null);
  const [guide, setGuide] = useState(false);
  const [note, setNote] = useState<{ text: string; undo?: () => void } | null>(() =>
    location.search === '?missing' ? { text: words.missing } : null,
  );
  const asked = useRef(0);
  const search = useRef<HTMLInputElement>(null);

  const load = async (cursor?: string) => {
    const mine = ++asked.current;
    const query = new URLSearchParams({
      sort,
      ...(q && { q }),
      ...(kind && { kind }),
      ...(folder && { folder }),
      ...(of && { of }),
      ...(bin && { binned: '1' }),
      ...(cursor && { cursor }),
    });
    const answer = await call<ListPage>('GET', `/api/charts?${query}`);
    if (mine !== asked.current) return;
    if (!answer.ok) setNote({ text: words.failed(answer.detail) });
    else {
      // What is no more in view is chosen no more.
      if (!cursor) setChosen((now) => new Set(answer.value.charts.flatMap(({ id }) => (now.has(id) ? [id] : []))));
      setPage((now) =>
        cursor ? { charts: [...now.charts, ...answer.value.charts], next: answer.value.next } : answer.value,
      );
    }
  };
  const loadFolders = async () => {
    const answer = await call<{ folders: Folder[] }>('GET', '/api/folders');
    if (answer.ok) setFolders(answer.value.folders);
  };
  const begun = useRef(true);
  // biome-ignore lint/correctness/useExhaustiveDependencies: load reads them
  useEffect(() => {
    if (begun.current) {
      begun.current = false;
      return;
    }
    const timer = setTimeout(() => void load(), SEARCH_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [q, bin, kind, sort, folder, of]);
  useEffect(() => {
    // Fonts and code are there by the time a list is pasted.
    return whenIdle(() => {
      NewChart.fetch();
      void import('../shared/composer').then(
        ({ offerWorker }) => offerWorker(),
        () => undefined,
      );
    });
  }, []);
  // Before the page is seen: a key that is pressed as soon as it is there counts.
  useLayoutEffect(() => {
    const key = (event: KeyboardEvent) => {
      const { target } = event;
      const typing =
        (target instanceof HTMLInputElement && target.type !== 'checkbox') ||
        target instanceof HTMLTextAreaElement ||
        target instanceof HTMLSelectElement;
      if (typing || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) return;
      if (event.key === '/') search.current?.focus();
      else if (event.key.toLowerCase() === 'n') setMaking({});
      else if (event.key.startsWith('Arrow')) {
        if (!walkCards(event.key)) return;
      } else return;
      event.preventDefault();
    };
    /** A list that is pasted on this page is a chart to be made. */
    const paste = (event: ClipboardEvent) => {
      if (!event.clipboardData || isField(event.target) || document.querySelector('dialog[open]')) return;
      const pasted = pastedFrom(event.clipboardData);
      if (!pasted.file && pasted.text.trim() === '') return;
      event.preventDefault();
      setMaking({ pasted });
    };
    window.addEventListener('keydown', key);
    document.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('keydown', key);
      document.removeEventListener('paste', paste);
    };
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

  const choose = (id: string, on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(id);
    else next.delete(id);
    setChosen(next);
  };
  /** The same done to all that are chosen, then the list anew. */
  const each = async (work: (id: string) => Promise<{ ok: boolean }>, said: string) => {
    const answers = await Promise.all([...chosen].map(work));
    const failed = answers.filter(({ ok }) => !ok).length;
    setNote({ text: failed > 0 ? words.failed(`${failed} of ${answers.length}`) : said });
    setChosen(new Set());
    await Promise.all([load(), loadFolders()]);
  };
  const moveTo = (to: string | null) =>
    each((id) => call('PATCH', `/api/charts/${id}`, { folder: to }), words.moved(chosen.size, to));
  const filtered = kind !== '' || folder !== '' || of !== '';
  return (
    <div className="mx-auto flex min-h-full max-w-[1240px] flex-col px-8 pb-16">
      <header className="flex h-14 items-center gap-4">
        <Brand />
        <input
          dir="auto"
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
        <Button tone="strong" onClick={() => setMaking({})}>
          {words.newChart}
        </Button>
        {person !== undefined && (
          <>
            <a href="/classes" className="text-[13px] underline">
              {words.classes}
            </a>
            <a href="/account" className="max-w-40 truncate text-[13px] underline" dir="auto">
              {person}
            </a>
          </>
        )}
      </header>
      <main>
        <h1 className="pt-6 pb-1 text-2xl">{bin ? words.binHeading : words.heading}</h1>
        {bin && <p className="pb-2 text-quiet">{words.binAbout}</p>}
        <div className="flex flex-wrap items-center gap-2 pt-1 [&>select]:max-w-52">
          <Select
            label={words.kind}
            value={kind}
            options={[
              { value: '', label: words.everyKind },
              ...kinds.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={setKind}
          />
          <Select
            label={words.sort}
            value={sort}
            options={SORTS.map((value) => ({ value, label: words.sorts[value] }))}
            onChange={setSort}
          />
          {folders.length > 0 && (
            <Select
              label={words.folder}
              value={folder}
              options={[
                { value: '', label: words.everyFolder },
                ...folders.map(({ name, charts }) => ({ value: name, label: `${name} (${charts})` })),
              ]}
              onChange={setFolder}
            />
          )}
          {person !== undefined && (
            <Select
              label={words.of}
              value={of}
              options={[
                { value: '', label: words.ofAll },
                { value: 'own', label: words.ofMine },
                { value: 'others', label: words.ofOthers },
              ]}
              onChange={setOf}
            />
          )}
          {person !== undefined && folder !== '' && (
            <Button onClick={() => setSharing(true)}>{words.shareFolder}</Button>
          )}
          <p className="ml-auto max-w-[56ch] text-xs text-quiet">{words.keys}</p>
        </div>
        {chosen.size > 0 && !bin && (
          <ChosenBar
            count={chosen.size}
            folders={folders}
            onMove={(to) => void moveTo(to)}
            onBin={() => void each((id) => call('DELETE', `/api/charts/${id}`), words.binnedMany(chosen.size))}
            onClear={() => setChosen(new Set())}
          />
        )}
        {page.charts.length === 0 && (
          <div className="mt-10 flex flex-col items-start gap-3 text-quiet">
            <p>{filtered ? words.noneSuch : q ? words.none : bin ? words.binEmpty : words.empty}</p>
            {!q && !bin && !filtered && (
              <span className="flex gap-2">
                <Button tone="strong" onClick={() => setMaking({})}>
                  {words.newChart}
                </Button>
                <Button onClick={() => setGuide(true)}>{words.guide}</Button>
              </span>
            )}
          </div>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-6 pt-4">
          {page.charts.map((card) => (
            <Card
              key={card.id}
              card={card}
              kind={kinds.find(({ id }) => id === card.kind)}
              bin={bin}
              chosen={chosen.has(card.id)}
              onChoose={(on) => choose(card.id, on)}
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
      {sharing && (
        <ShareDialog
          address={`/api/folders/${encodeURIComponent(folder)}`}
          title={folder}
          onClose={() => setSharing(false)}
        />
      )}
      {guide && <Guide onClose={() => setGuide(false)} />}
      {making && <NewChart pasted={making.pasted} onClose={() => setMaking(null)} />}
    </div>
  );
}
