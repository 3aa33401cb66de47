/** One class: its code, who is in it, what is set, and its end. */
import { useEffect, useState } from 'react';
import type { ClassCard, Learner, Task } from '../../server/classes';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button, Tick } from '../shared/controls';
import { Learners } from './Learners';
import { type KindInTasks, NewTask } from './NewTask';
import { Sure } from './Sure';
import { when, words } from './words';

interface Whole extends ClassCard {
  readonly people: readonly Learner[];
  readonly work: readonly Task[];
}

const AGAIN_MS = 10_000;

function TaskRow({ task, onDone }: { task: Task; onDone: () => void }) {
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded border border-rule bg-sheet p-3">
      <a className="min-w-48 flex-1 font-semibold underline" href={`/tasks/${task.id}`} dir="auto">
        {task.title}
      </a>
      <span className="text-[13px] text-quiet">
        {task.due === null ? words.notDue : words.due(when(task.due))} · {words.progress(task.works)}
      </span>
      <Sure
        label={`${words.removeTask}: ${task.title}`}
        ask={words.removeTaskSure}
        onYes={async () => {
          await call('DELETE', `/api/tasks/${task.id}`);
          onDone();
        }}
      />
    </li>
  );
}

export function ClassPage({ id, initial, kinds }: { id: string; initial: Whole; kinds: readonly KindInTasks[] }) {
  const [of, setOf] = useState(initial);
  const [wrong, setWrong] = useState('');
  const [setting, setSetting] = useState(false);
  const [ending, setEnding] = useState('');
  const address = `/api/classes/${id}`;
  const load = async () => {
    const answer = await call<Whole>('GET', address);
    if (answer.ok) setOf(answer.value);
    else if (answer.status !== 0) setWrong(answer.detail);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: learners come while it is open
  useEffect(() => {
    const timer = setInterval(() => void load(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [id]);
  const change = async (what: object) => {
    const answer = await call('PATCH', address, what);
    setWrong(answer.ok ? '' : answer.detail);
    await load();
  };
  return (
    <div className="mx-auto flex w-[980px] max-w-[94vw] flex-col gap-5 py-6">
      <header className="flex items-center gap-3">
        <Brand />
        <a className="ml-auto text-[13px] underline" href="/classes">
          {words.classes}
        </a>
      </header>
      <main className="flex flex-col gap-6">
        <section className="flex flex-wrap items-center gap-x-8 gap-y-3">
          <h1 className="min-w-60 flex-1 text-2xl" dir="auto">
            {of.name}
          </h1>
          <p className="flex flex-col items-center rounded border border-rule bg-sheet px-6 py-3">
            <code className="text-4xl font-semibold tracking-[0.2em]" data-code>
              {of.code}
            </code>
            <span className="text-[13px] text-quiet">
              {words.joinAt(typeof location === 'undefined' ? '/join' : `${location.host}/join`)}
            </span>
          </p>
          <div className="flex flex-col">
            <Tick label={words.classOpen} value={of.open} onChange={(open) => void change({ open })} />
            <Tick label={words.classApprove} value={of.approve} onChange={(approve) => void change({ approve })} />
            <Tick label={words.classNames} value={of.names} onChange={(names) => void change({ names })} />
            <Button tone="quiet" className="self-start" onClick={() => void change({ code: 'new' })}>
              {words.newCode}
            </Button>
          </div>
        </section>
        <p role="alert" className="text-wrong empty:hidden">
          {wrong}
        </p>
        <section aria-label={words.setTasks} className="flex flex-col gap-2">
          <h2 className="text-lg">{words.setTasks}</h2>
          {of.work.length === 0 && <p>{words.noTask}</p>}
          <ul className="flex flex-col gap-2">
            {of.work.map((task) => (
              <TaskRow key={task.id} task={task} onDone={() => void load()} />
            ))}
          </ul>
          <Button tone="strong" className="min-h-[36px] self-start px-4" onClick={() => setSetting(true)}>
            {words.set}
          </Button>
        </section>
        <Learners id={id} code={of.code} people={of.people} onChanged={() => void load()} />
        <section aria-label={words.endClass} className="flex flex-col gap-2 border-t border-rule pt-4">
          <h2 className="text-lg">{words.endClass}</h2>
          <p className="text-[13px] text-quiet">{words.endAbout}</p>
          <form
            className="flex flex-wrap gap-2"
            onSubmit={async (event) => {
              event.preventDefault();
              const answer = await call('DELETE', address);
              if (answer.ok) location.assign('/classes');
              else setWrong(answer.detail);
            }}
          >
            <input
              aria-label={words.endAbout}
              className="field w-72"
              dir="auto"
              value={ending}
              onChange={({ target }) => setEnding(target.value)}
            />
            <Button type="submit" disabled={ending.trim() !== of.name}>
              {words.endButton}
            </Button>
          </form>
        </section>
      </main>
      {setting && (
        <NewTask
          id={id}
          kinds={kinds}
          onClose={() => setSetting(false)}
          onSet={() => {
            setSetting(false);
            void load();
          }}
        />
      )}
    </div>
  );
}
