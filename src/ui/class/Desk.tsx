/** The teacher's desk: the works of all learners, live and small, in one view. */
import { useState } from 'react';
import type { ClassCompared } from '../../core/marking';
import type { DeskPlace, State } from '../../server/classes';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { CardPicture } from '../shared/CardPicture';
import { Button, Select, Tick } from '../shared/controls';
import { type DeskView, useDesk } from './useDesk';
import { WholeClass } from './WholeClass';
import { when, words } from './words';

type Compared = ClassCompared & { readonly scores: Readonly<Record<string, { points: number; of: number }>> };

/** What wants the teacher first. */
const ORDER: readonly State[] = ['handed-in', 'working', 'not-begun', 'returned'];
/** Of more than these each is smaller, so that a class of thirty is seen at once. */
const MANY = 18;

const CHIPS: Readonly<Record<State, string>> = {
  'handed-in': 'bg-plum text-white',
  working: 'bg-tint text-ink',
  'not-begun': 'border border-dashed border-quiet text-quiet',
  returned: 'bg-good text-white',
};

function Place({
  place,
  revision,
  score,
}: {
  place: DeskPlace;
  revision: number | undefined;
  score: { points: number; of: number } | undefined;
}) {
  const { learner, state, late, work, remarks } = place;
  const about = [
    ...(late ? [words.late] : []),
    ...(work?.marked.text ? [work.marked.text] : []),
    ...(score ? [words.likeness(score.points, score.of)] : []),
    ...(remarks > 0 ? [words.remarks(remarks)] : []),
    ...(work?.shown ? [words.shownTag] : []),
  ];
  return (
    <li className="relative flex flex-col overflow-hidden rounded border border-rule bg-sheet focus-within:border-plum hover:border-plum">
      {work ? (
        <CardPicture address={`/api/charts/${work.chart}/picture?as=svg&r=${revision ?? work.revision}`} />
      ) : (
        <span className="aspect-[3/2] w-full bg-bench" aria-hidden />
      )}
      <div className="flex flex-1 flex-col gap-0.5 border-t border-rule px-2.5 py-1.5">
        <p className="flex flex-wrap items-center gap-x-2">
          {work ? (
            // The whole place leads to it.
            <a
              className="min-w-24 flex-1 truncate font-semibold after:absolute after:inset-0"
              href={`/works/${work.id}`}
              dir="auto"
            >
              {learner.name}
            </a>
          ) : (
            <b className="min-w-24 flex-1 truncate" dir="auto">
              {learner.name}
            </b>
          )}
          <span className={`flex-none rounded px-1.5 text-xs ${CHIPS[state]}`}>{words.states[state]}</span>
        </p>
        <p className={`text-xs ${late ? 'text-wrong' : 'text-quiet'}`}>{about.join(' · ')}</p>
      </div>
    </li>
  );
}

export function Desk({ id, className, initial }: { id: string; className: string; initial: DeskView }) {
  const [sort, setSort] = useState('state');
  const [state, setState] = useState('all');
  const [withMarks, setWithMarks] = useState(true);
  const [said, setSaid] = useState('');
  const [compared, setCompared] = useState<Compared | null>();
  const compare = () =>
    void call<Compared>('GET', `/api/tasks/${id}/compared`).then((answer) => {
      if (answer.ok) setCompared(answer.value);
      else if (answer.status === 404) setCompared(null);
    });
  const { desk, revisions, wrong, load } = useDesk(id, initial, compare);
  const { task, places } = desk;
  const scoreOf = ({ work }: DeskPlace) => (work ? compared?.scores[work.id] : undefined);
  const likeness = (place: DeskPlace) => scoreOf(place)?.points ?? -1;
  const orders: Readonly<Record<string, (a: DeskPlace, b: DeskPlace) => number>> = {
    state: (a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state),
    name: () => 0,
    score: (a, b) => likeness(b) - likeness(a),
  };
  // They come by name, and stay so where nothing else tells them apart.
  const shown = places.filter((place) => state === 'all' || place.state === state).sort(orders[sort]);
  const returnAll = async () => {
    const answer = await call<{ returned: number }>('POST', `/api/tasks/${id}/return`, { mark: withMarks });
    setSaid(answer.ok ? words.returnedAll(answer.value.returned) : answer.detail);
    await load();
  };
  const counts = ORDER.map((one) => ({ one, count: places.filter((place) => place.state === one).length }));
  return (
    <div className="flex min-h-screen flex-col gap-4 px-6 py-4">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Brand />
        <h1 className="min-w-0 flex-1 truncate text-xl" dir="auto">
          {task.title}
        </h1>
        <span className="text-[13px] text-quiet">{task.due === null ? words.notDue : words.due(when(task.due))}</span>
        {task.model !== null && (
          <a className="text-[13px] underline" href={`/chart/${task.model}`}>
            {words.model}
          </a>
        )}
        <a className="text-[13px] underline" href={`/classes/${task.class}`} dir="auto">
          {className}
        </a>
      </header>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-y border-rule py-2">
        <label htmlFor="desk-sort" className="flex items-center gap-2 text-[13px] text-quiet">
          {words.sortBy}
          <Select
            id="desk-sort"
            value={sort}
            options={Object.entries(words.sorts).map(([value, label]) => ({ value, label }))}
            onChange={setSort}
          />
        </label>
        <label htmlFor="desk-show" className="flex items-center gap-2 text-[13px] text-quiet">
          {words.show}
          <Select
            id="desk-show"
            value={state}
            options={[
              { value: 'all', label: `${words.all} (${places.length})` },
              ...counts.map(({ one, count }) => ({ value: one as string, label: `${words.states[one]} (${count})` })),
            ]}
            onChange={setState}
          />
        </label>
        <span className="flex-1" />
        <Tick label={words.withMarks} value={withMarks} onChange={setWithMarks} />
        <Button onClick={() => void returnAll()}>{words.returnAll}</Button>
        <span className="text-[13px]">
          {words.marksAs}{' '}
          <a className="underline" download href={`/api/tasks/${id}/marks?as=csv`}>
            CSV
          </a>{' '}
          <a className="underline" download href={`/api/tasks/${id}/marks?as=xlsx`}>
            XLSX
          </a>
        </span>
      </div>
      <p role="status" className="empty:hidden">
        {said}
      </p>
      <p role="alert" className="text-wrong empty:hidden">
        {wrong}
      </p>
      <main className="flex flex-col gap-6">
        {places.length === 0 && <p>{words.nobody}</p>}
        <ul
          className={`grid gap-3 ${places.length > MANY ? 'grid-cols-[repeat(auto-fill,minmax(140px,1fr))]' : 'grid-cols-[repeat(auto-fill,minmax(190px,1fr))]'}`}
        >
          {shown.map((place) => (
            <Place
              key={place.learner.id}
              place={place}
              revision={place.work ? revisions.get(place.work.chart) : undefined}
              score={scoreOf(place)}
            />
          ))}
        </ul>
        <WholeClass compared={compared} />
      </main>
    </div>
  );
}
