/** A learner's page: what is to be done, what was done, and what came back. */
import { useEffect, useState } from 'react';
import type { Mine } from '../../server/classes';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { when, words } from './words';

const AGAIN_MS = 15_000;

type Place = Mine['tasks'][number];

function TaskPlace({ place, onBegin }: { place: Place; onBegin: () => void }) {
  const { title, instructions, due, late, work, remarks, shown } = place;
  const state = work?.state ?? 'not-begun';
  const said = late
    ? work?.handedAt
      ? words.handedLate
      : `${words.states[state]}, ${words.late}`
    : words.states[state];
  const button =
    'inline-flex min-h-[44px] items-center rounded border border-plum bg-plum px-5 text-base font-semibold text-white';
  return (
    <li className="flex flex-col gap-2 rounded border border-rule bg-sheet p-4">
      <h2 className="text-xl" dir="auto">
        {title}
      </h2>
      <p className="flex flex-wrap gap-x-3 text-[13px] text-quiet">
        <span>{due === null ? words.notDue : words.due(when(due))}</span>
        <b className={late ? 'text-wrong' : 'text-ink'}>{said}</b>
        {remarks > 0 && <span>{words.remarks(remarks)}</span>}
      </p>
      {instructions !== '' && (
        <p className="line-clamp-3 whitespace-pre-line" dir="auto">
          {instructions}
        </p>
      )}
      {work?.state === 'returned' && (
        <div className="rounded bg-tint p-3">
          {work.marked.text !== '' && <p className="text-lg font-semibold">{words.markIs(work.marked.text)}</p>}
          {work.marked.lines.length > 0 && (
            <ul className="text-[13px]">
              {work.marked.lines.map(({ label, points, says }) => (
                <li key={label}>
                  {label}: {says} ({points})
                </li>
              ))}
            </ul>
          )}
          {work.mark?.words && (
            <p className="whitespace-pre-line" dir="auto">
              {work.mark.words}
            </p>
          )}
          {work.marked.text === '' && !work.mark?.words && <p>{words.isReturned}</p>}
        </div>
      )}
      <p className="flex flex-wrap items-center gap-4">
        {work ? (
          <a className={button} href={`/chart/${work.chart}`}>
            {work.state === 'working' ? words.carryOn : words.lookAt}
          </a>
        ) : (
          <button type="button" className={button} onClick={onBegin}>
            {words.begin}
          </button>
        )}
        {shown.map(({ chart, title: of }) => (
          <a key={chart} className="underline" href={`/chart/${chart}`} title={of}>
            {words.example}
          </a>
        ))}
      </p>
    </li>
  );
}

export function MyWork({ initial }: { initial: Mine }) {
  const [mine, setMine] = useState(initial);
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    const load = async () => {
      const answer = await call<Mine>('GET', '/api/classes/mine');
      if (answer.ok) setMine(answer.value);
    };
    const timer = setInterval(() => void load(), AGAIN_MS);
    const back = () => document.visibilityState === 'visible' && void load();
    document.addEventListener('visibilitychange', back);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', back);
    };
  }, []);
  const begin = async (task: string) => {
    const answer = await call<{ chart: string }>('POST', `/api/tasks/${task}/works`);
    if (answer.ok) location.assign(`/chart/${answer.value.chart}`);
    else setWrong(answer.detail);
  };
  const leave = async () => {
    await call('DELETE', '/api/sign-in');
    location.assign('/join');
  };
  return (
    <div className="mx-auto flex w-[760px] max-w-[94vw] flex-col gap-5 py-6">
      <header className="flex flex-wrap items-center gap-3">
        <Brand />
        <span className="flex-1 text-right text-[13px] text-quiet" dir="auto">
          {mine.class.name} · {words.youAre(mine.name)}
        </span>
        <Button onClick={() => void leave()}>{words.leave}</Button>
      </header>
      <main className="flex flex-col gap-4">
        <h1 className="text-2xl">{words.mine}</h1>
        <p role="alert" className="text-wrong empty:hidden">
          {wrong}
        </p>
        {mine.waiting && <p role="status">{words.notLetIn}</p>}
        {!mine.waiting && mine.tasks.length === 0 && <p>{words.noTasks}</p>}
        <ul className="flex flex-col gap-4">
          {mine.tasks.map((place) => (
            <TaskPlace key={place.id} place={place} onBegin={() => void begin(place.id)} />
          ))}
        </ul>
      </main>
    </div>
  );
}
