/** In a trial: what it would do to its chart as that is now; adopted, in whole or in part, brought up to date, or dropped. */
import { useMemo, useState } from 'react';
import { entryKey } from '../../core/list/compare';
import { LOOKS } from '../../core/trial/chosen';
import { flush, say, select, useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import { Button, Tick } from '../shared/controls';
import { Clashes } from './Clashes';
import { EntryLists, entriesOf, FiguresTable } from './Differences';
import { Drop, TrialFields } from './TrialParts';
import type { ClashCard, DifferencesAnswer } from './types';
import { askDifferencesAgain, useDifferences } from './useDifferences';
import { words } from './words';

const said = words.trial;
const MOST_LISTED = 200;

type Side = 'real' | 'trial';

export function Adopting() {
  const found = useDifferences();
  if (found === null) return <p className="p-4 text-quiet">{words.history.loading}</p>;
  if (typeof found === 'string') return <p className="p-4 text-wrong">{`${said.missing} ${found}`}</p>;
  return <Differing key={found.trial.id} found={found} />;
}

function Differing({ found }: { found: DifferencesAnswer }) {
  const id = useEditor((state) => state.id);
  const kind = useEditor((state) => state.chart.kind);
  const { trial } = found;
  const entries = useMemo(() => entriesOf(kind, found), [kind, found]);
  const keys = useMemo(
    () => [...entries.map((entry) => entryKey(entry.kind, entry.item)), ...(found.looks ? [LOOKS] : [])],
    [entries, found.looks],
  );
  const [refused, setRefused] = useState<ReadonlySet<string>>(new Set());
  const [take, setTake] = useState<Readonly<Record<string, Side>>>({});
  const [late, setLate] = useState<readonly ClashCard[]>([]);
  const [busy, setBusy] = useState(false);
  const chosen = useMemo(() => new Set(keys.filter((key) => !refused.has(key))), [keys, refused]);
  const clashes = [...found.clashes, ...late.filter(({ key }) => !found.clashes.some((one) => one.key === key))];
  const undecided = clashes.filter(({ key }) => !take[key]).length;
  const all = chosen.size === keys.length;
  const choose = (some: readonly string[], on: boolean) => {
    const next = new Set(refused);
    for (const key of some)
      if (on) next.delete(key);
      else next.add(key);
    setRefused(next);
  };
  const ask = async (address: string, body: object, done: () => void) => {
    setBusy(true);
    await flush();
    const answer = await call('POST', `/api/charts/${id}/${address}`, body);
    setBusy(false);
    if (answer.ok) return done();
    // Somebody changed the chart at this very moment, so that there is more to decide.
    setLate(((answer.body as { clashes?: ClashCard[] }).clashes ?? []) as ClashCard[]);
    say(answer.detail);
  };
  const adopt = () =>
    ask('adopt', { take, ...(!all && { only: [...chosen] }) }, () => {
      if (all) location.assign(`/chart/${trial.trialOf}`);
      else {
        say(said.adoptedSome);
        askDifferencesAgain();
      }
    });
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{said.differs}</h2>
      <p role="status" className="text-[13px]">
        {entries.length === 0 && !found.looks ? said.same : found.summary}
      </p>
      {found.behind > 0 && (
        <p className="flex flex-wrap items-center gap-2 pt-1 text-[13px]">
          {said.behind(found.behind)}
          <Button
            disabled={busy || undecided > 0}
            onClick={() =>
              void ask('up-to-date', { take }, () => {
                say(said.upToDateDone);
                askDifferencesAgain();
              })
            }
          >
            {said.upToDate}
          </Button>
        </p>
      )}
      <h3 className="pt-3 font-semibold">{said.figures}</h3>
      <FiguresTable figures={found.figures} was={said.real} is={said.trial} />
      {clashes.length > 0 && (
        <Clashes clashes={clashes} take={take} onTake={(key, side) => setTake({ ...take, [key]: side })} />
      )}
      <EntryLists
        entries={entries}
        most={MOST_LISTED}
        chosen={chosen}
        onChoose={choose}
        onGo={(item) => select(useEditor.getState().chart.items[item] ? item : null)}
      />
      {found.looks && <Tick label={said.looks} value={chosen.has(LOOKS)} onChange={(on) => choose([LOOKS], on)} />}
      <div className="flex flex-wrap gap-1.5 pt-3">
        <Button
          tone="strong"
          disabled={busy || keys.length === 0 || chosen.size === 0 || undecided > 0}
          onClick={() => void adopt()}
        >
          {all ? said.adoptAll : said.adoptSome(chosen.size)}
        </Button>
        <Button onClick={() => window.open(`/compare?a=${trial.trialOf}&b=${id}`)}>{words.history.comparePage}</Button>
        <Drop trial={trial} onDone={() => location.assign(`/chart/${trial.trialOf}`)} />
      </div>
      <About trial={trial} onDone={askDifferencesAgain} />
    </div>
  );
}

/** What the trial is called, what is noted of it, its day. */
function About({ trial, onDone }: { trial: DifferencesAnswer['trial']; onDone: () => void }) {
  const [name, setName] = useState(trial.name);
  const [note, setNote] = useState(trial.note);
  const [day, setDay] = useState(trial.day ?? '');
  const keep = async (patch: object) => {
    const answer = await call('PATCH', `/api/charts/${trial.id}/trial`, patch);
    if (!answer.ok) say(answer.detail);
    onDone();
  };
  return (
    <section className="mt-4 rounded border border-rule bg-sheet px-2.5 py-2">
      {trial.said !== null && <p className="text-[13px] text-wrong">{said.daySaid(trial.said)}</p>}
      <TrialFields
        name={name}
        note={note}
        day={day}
        onName={setName}
        onNote={setNote}
        onDay={setDay}
        onLeave={() => {
          const patch = {
            ...(name.trim() && name.trim() !== trial.name && { name: name.trim() }),
            ...(note !== trial.note && { note }),
            ...((day || null) !== trial.day && { day: day || null }),
          };
          if (Object.keys(patch).length > 0) void keep(patch);
        }}
      />
    </section>
  );
}
