/** Trials of a chart; or, in one, what it would do to its chart, and adopting or dropping it. */
import { useEffect, useState } from 'react';
import { say, useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import { Button } from '../shared/controls';
import { Adopting } from './Adopting';
import { momentWords } from './state';
import { Drop, TrialFields } from './TrialParts';
import type { TrialCard } from './types';
import { words } from './words';

const said = words.trial;

export function TrialStage() {
  const id = useEditor((state) => state.id);
  const inTrial = useEditor((state) => state.chart.trial !== undefined);
  return inTrial ? <Adopting /> : <Trials id={id} />;
}

function Trials({ id }: { id: string }) {
  const [trials, setTrials] = useState<readonly TrialCard[] | null>(null);
  const [again, setAgain] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again once one was dropped
  useEffect(() => {
    void call<{ trials: TrialCard[] }>('GET', `/api/charts/${id}/trials`).then((answer) =>
      setTrials(answer.ok ? answer.value.trials : []),
    );
  }, [id, again]);
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{said.title}</h2>
      <p className="pb-2 text-[13px] text-quiet">{said.about}</p>
      <NewTrial id={id} />
      {trials?.length === 0 && <p className="pt-4 text-[13px] text-quiet">{said.none}</p>}
      <ul className="flex flex-col gap-2 pt-4">
        {trials?.map((trial) => (
          <li key={trial.id} className="rounded border border-rule bg-sheet px-2.5 py-2">
            <p className="flex items-baseline gap-2">
              <b className="min-w-0 flex-1 truncate font-semibold" dir="auto">
                {trial.name}
              </b>
              <span className="text-xs whitespace-nowrap text-quiet">{momentWords(trial.madeAt)}</span>
            </p>
            {trial.note !== '' && (
              <p className="text-[13px]" dir="auto">
                {trial.note}
              </p>
            )}
            {trial.day !== null && <p className="text-[13px] text-quiet">{said.dayOn(trial.day)}</p>}
            {trial.said !== null && <p className="text-[13px] text-wrong">{said.daySaid(trial.said)}</p>}
            <div className="flex gap-1.5 pt-1.5">
              <Button onClick={() => location.assign(`/chart/${trial.id}`)}>{said.open}</Button>
              <Drop trial={trial} onDone={() => setAgain(again + 1)} />
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}

function NewTrial({ id }: { id: string }) {
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const [day, setDay] = useState('');
  const begin = async () => {
    const answer = await call<{ id: string }>('POST', `/api/charts/${id}/trials`, {
      name: name.trim(),
      ...(note.trim() && { note: note.trim() }),
      ...(day && { day }),
    });
    if (answer.ok) location.assign(`/chart/${answer.value.id}`);
    else say(answer.detail);
  };
  return (
    <form
      className="rounded border border-rule bg-sheet px-2.5 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim()) void begin();
      }}
    >
      <TrialFields name={name} note={note} day={day} onName={setName} onNote={setNote} onDay={setDay} />
      <Button type="submit" tone="strong" className="mt-1" disabled={name.trim() === ''}>
        {said.make}
      </Button>
    </form>
  );
}
