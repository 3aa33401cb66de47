/** What was done to a chart, in words; any moment of it to be looked at, named, put back. */
import { useEffect, useMemo, useState } from 'react';
import { useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import { Button, Select } from '../shared/controls';
import { itemName } from '../shared/fields';
import { Comparing } from './Comparing';
import { Moment } from './Moment';
import { tierOptions } from './NewView';
import { backToNow, momentWords, showDay, showMoment, useLooked } from './state';
import type { HistoryAnswer, HistoryEntry, TrialCard } from './types';
import { words } from './words';

const said = words.history;
/** What one person did with less than so much between is told together, in ms. */
const TOGETHER_MS = 10 * 60 * 1_000;

interface Group {
  readonly key: number;
  readonly who: string | null;
  readonly at: string;
  readonly entries: HistoryEntry[];
}

function groupsOf(entries: readonly HistoryEntry[]): Group[] {
  const groups: Group[] = [];
  for (const entry of entries) {
    const last = groups.at(-1);
    const near = last && Date.parse(last.entries.at(-1)!.at) - Date.parse(entry.at) < TOGETHER_MS;
    if (last && near && last.entries[0]!.of === entry.of) last.entries.push(entry);
    else groups.push({ key: entry.revision, who: entry.who, at: entry.at, entries: [entry] });
  }
  return groups;
}

export function HistoryStage() {
  const id = useEditor((state) => state.id);
  const chart = useEditor((state) => state.chart);
  const saved = useEditor((state) => state.savedAt);
  const unsent = useEditor((state) => state.unsent);
  const selected = useEditor((state) => state.selected);
  const looked = useLooked((state) => state.revision);
  const [found, setFound] = useState<HistoryAnswer | null | false>(null);
  const [trials, setTrials] = useState<readonly TrialCard[]>([]);
  const [filter, setFilter] = useState('');
  const [busy, setBusy] = useState(false);
  const [again, setAgain] = useState(0);
  // What is shown in place of the sheet goes with this panel.
  useEffect(() => backToNow, []);
  const query = filter === '' ? '' : `&${filter}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again once something was saved
  useEffect(() => {
    if (unsent > 0) return;
    let wanted = true;
    const timer = setTimeout(async () => {
      const [answer, tried] = await Promise.all([
        call<HistoryAnswer>('GET', `/api/charts/${id}/history?limit=80${query}`),
        call<{ trials: TrialCard[] }>('GET', `/api/charts/${id}/trials`),
      ]);
      if (!wanted) return;
      setFound(answer.ok ? answer.value : false);
      if (tried.ok) setTrials(tried.value.trials);
    }, 150);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [id, query, saved, unsent, again, chart.items]);
  const groups = useMemo(() => (found ? groupsOf(found.entries) : []), [found]);
  const more = async () => {
    if (!found || found.next === null) return;
    setBusy(true);
    const answer = await call<HistoryAnswer>('GET', `/api/charts/${id}/history?limit=80&before=${found.next}${query}`);
    setBusy(false);
    if (answer.ok) setFound({ ...answer.value, entries: [...found.entries, ...answer.value.entries] });
  };
  if (found === null) return <p className="p-4 text-quiet">{said.loading}</p>;
  if (found === false) return <p className="p-4 text-wrong">{said.missing}</p>;
  const now = found.revision;
  const at = looked ?? now;
  /** What was done last at a revision. */
  const lastAt = (revision: number) => found.entries.find((entry) => entry.revision <= revision);
  const wordsAt = (revision: number) => {
    const entry = lastAt(revision);
    return entry ? momentWords(entry.at) : said.start;
  };
  const go = (revision: number) => (revision >= now ? backToNow() : showMoment(revision, wordsAt(revision)));
  const filters = [
    { value: '', label: said.everything },
    ...(selected === null ? [] : [{ value: `item=${selected}`, label: said.ofSelected(itemName(chart, selected)) }]),
    ...(filter.startsWith('item=') && filter !== `item=${selected}`
      ? [{ value: filter, label: said.ofSelected(itemName(chart, filter.slice(5))) }]
      : []),
    ...tierOptions(chart).map(({ value, label }) => ({ value: `tier=${value}`, label: said.ofTier(label) })),
    ...(found.people.length > 1
      ? found.people.map((person) => ({ value: `by=${person.id}`, label: said.byWho(person.name) }))
      : []),
  ];
  const dated = trials.filter(({ day }) => day !== null).sort((a, b) => (a.day! < b.day! ? -1 : 1));
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{said.title}</h2>
      <p className="text-[13px] text-quiet">{said.about}</p>
      <div className="sticky top-0 z-10 -mx-3.5 border-b border-rule bg-sheet px-3.5 py-2">
        <label className="block text-[13px]">
          <span className="flex justify-between gap-2">
            <b className="font-semibold">{said.slider}</b>
            <span className="truncate text-quiet">{looked === null ? said.now : wordsAt(at)}</span>
          </span>
          <input
            type="range"
            className="w-full accent-plum"
            min={0}
            max={now}
            value={at}
            disabled={now === 0}
            aria-valuetext={looked === null ? said.now : said.sliderAt(wordsAt(at), lastAt(at)?.words ?? said.start)}
            onChange={(event) => go(Number(event.target.value))}
          />
        </label>
        {dated.length > 0 && (
          <p className="flex flex-wrap items-center gap-1.5 pt-1 text-[13px]">
            {said.days}:
            {dated.map((trial) => (
              <Button key={trial.id} title={trial.name} onClick={() => showDay(trial.day!, dayWords(trial.day!))}>
                {dayWords(trial.day!)}
              </Button>
            ))}
          </p>
        )}
      </div>
      <Moment id={id} revision={at} at={wordsAt(at)} onDone={() => setAgain(again + 1)} points={found.points} />
      <Comparing id={id} points={found.points} trials={trials} />
      <div className="flex items-center gap-2 pt-3 text-[13px]">
        <span className="text-quiet" aria-hidden>
          {said.filter}
        </span>
        <Select value={filter} options={filters} onChange={setFilter} label={said.filter} />
      </div>
      {found.entries.length === 0 && <p className="pt-2 text-quiet">{said.none}</p>}
      {groups.map((group) => (
        <section key={group.key} className="pt-3">
          <h3 className="text-[13px] font-semibold">
            {momentWords(group.at)}
            {found.people.length > 1 && group.who !== null && (
              <span className="font-normal text-quiet"> · {group.who}</span>
            )}
          </h3>
          <ul>
            {group.entries.map((entry) => (
              <li key={entry.revision}>
                <button
                  type="button"
                  aria-pressed={looked === entry.revision}
                  className={`w-full rounded px-1.5 py-1 text-left text-[13px] hover:bg-tint ${looked === entry.revision ? 'bg-tint font-semibold' : ''}`}
                  onClick={() => go(entry.revision)}
                  dir="auto"
                >
                  {entry.words}
                  {entry.note !== null && <span className="block text-xs font-normal text-quiet">{entry.note}</span>}
                </button>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {found.next !== null && (
        <Button className="mt-3 self-start" disabled={busy} onClick={() => void more()}>
          {said.more}
        </Button>
      )}
    </div>
  );
}

const dayWords = (day: string): string =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
