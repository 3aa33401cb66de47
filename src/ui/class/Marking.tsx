/** One work before the teacher: its picture, how it compares, remarks on it, and its mark. */
import { useEffect, useState } from 'react';
import type { CountedRow, Scored } from '../../core/marking';
import type { Pin } from '../../core/remarks';
import type { Task, Work } from '../../server/classes';
import { Picture } from '../look/Picture';
import { useSeen } from '../look/useSeen';
import { useSelected } from '../look/useSelected';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { RemarksPanel } from '../together/RemarksPanel';
import { beginTogether, openRemarks, useTogether } from '../together/state';
import { WhoIsHere } from '../together/WhoIsHere';
import { words as togetherWords } from '../together/words';
import { useWork } from './at-work';
import { MarkForm } from './MarkForm';
import { words } from './words';

interface Detail extends Work {
  readonly counted: Readonly<Record<string, number>>;
  readonly compared?: Scored;
}

const SIGNS: Readonly<Record<string, string>> = { same: '✓', phrase: '≈', turned: '↔', missing: '!', extra: '+' };
const INKS: Readonly<Record<string, string>> = {
  same: 'text-[#2f6156]',
  phrase: 'text-[#8a5a00]',
  turned: 'text-[#1f6b8f]',
  missing: 'text-[#a63d2f]',
  extra: 'text-[#5c2a4d]',
};

function Lines({ scored }: { scored: Scored }) {
  return (
    <section aria-label={words.compared} className="flex flex-col gap-1">
      <p className="font-semibold">{words.scoreSays(scored.points, scored.of)}</p>
      <ul className="text-[14px]">
        {scored.lines.map(({ verdict, text, instead, points, near }, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: two lines may say the same
            key={i}
            className="grid grid-cols-[18px_1fr_28px] gap-1 border-t border-rule py-0.5"
            data-verdict={verdict}
          >
            <b aria-hidden className={INKS[verdict]}>
              {SIGNS[verdict]}
            </b>
            <span dir="auto">
              <span className={`text-xs font-semibold ${INKS[verdict]}`}>{words.verdicts[verdict]}: </span>
              {text}
              {instead && <span className="block text-quiet">→ {instead}</span>}
              {near.map(({ own, model, likeness }) => (
                <span key={own} className="block text-xs text-quiet">
                  {words.near(own, model, likeness)}
                </span>
              ))}
            </span>
            <span className="text-right tabular-nums">{points === 0 ? '' : points}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface Props {
  readonly me: string;
  readonly task: Task;
  readonly first: Work;
  readonly rubric: { readonly source: string; readonly rows: readonly CountedRow[] } | undefined;
  /** The works before and after it on the desk. */
  readonly before: string | undefined;
  readonly after: string | undefined;
  /** The class sees whose a work is that is shown. */
  readonly names: boolean;
}

export function Marking({ me, task, first, rubric, before, after, names }: Props) {
  const [work, setWork] = useWork(first);
  useEffect(() => beginTogether({ id: first.chart, account: me, may: 'own' }), [first.chart, me]);
  const seen = useSeen(first.chart);
  const remarksOpen = useTogether((state) => state.open);
  const count = useTogether((state) => state.remarks?.filter(({ settled }) => settled === null).length ?? 0);
  const [view, setView] = useState<'work' | 'compared'>('work');
  const { item, edge, select, selectEdge, goTo: goToPin } = useSelected();
  const [detail, setDetail] = useState<Detail | null>(null);
  const [wrong, setWrong] = useState('');
  const chart = typeof seen === 'object' ? seen.chart : undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: anew whenever the work changed
  useEffect(() => {
    void call<Detail>('GET', `/api/works/${first.id}`).then((answer) => {
      if (answer.ok) setDetail(answer.value);
    });
  }, [first.id, chart]);
  const goTo = (pin: Pin) => {
    setView('work');
    goToPin(pin);
  };
  const act = async (path: string, method: string, body: object) => {
    const answer = await call<Work>(method, `/api/works/${first.id}/${path}`, body);
    setWrong(answer.ok ? '' : answer.detail);
    if (answer.ok) setWork(answer.value);
  };
  const at =
    typeof seen === 'object' ? { chart: seen.chart, scene: seen.shown.scene, regions: seen.shown.regions } : null;
  const said = work.late ? `${words.states[work.state]}, ${words.late}` : words.states[work.state];
  return (
    <div className="flex h-screen flex-col">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-sheet px-4 py-1.5">
        <Brand />
        <h1 className="min-w-0 flex-1 truncate text-[17px]" dir="auto">
          {work.learner.name}
        </h1>
        <span className={`text-[13px] ${work.late ? 'text-wrong' : 'text-quiet'}`} data-state={work.state}>
          {said}
        </span>
        {at && <WhoIsHere chart={at.chart} />}
        {before && (
          <a className="text-[13px] underline" href={`/works/${before}`}>
            {words.previous}
          </a>
        )}
        {after && (
          <a className="text-[13px] underline" href={`/works/${after}`}>
            {words.next}
          </a>
        )}
        <a className="text-[13px] underline" href={`/tasks/${task.id}`}>
          {words.desk}
        </a>
      </header>
      <div className="flex flex-wrap items-center gap-2 border-b border-rule bg-bench px-4 py-1.5">
        <Button
          aria-pressed={view === 'work'}
          tone={view === 'work' ? 'strong' : 'plain'}
          onClick={() => setView('work')}
        >
          {words.work}
        </Button>
        {detail?.compared && (
          <Button
            aria-pressed={view === 'compared'}
            tone={view === 'compared' ? 'strong' : 'plain'}
            onClick={() => setView('compared')}
          >
            {words.compared}
          </Button>
        )}
        <Button aria-pressed={remarksOpen} onClick={() => openRemarks(!remarksOpen)}>
          {togetherWords.open(count)}
        </Button>
        <span className="flex-1" />
        <span role="alert" className="text-[13px] text-wrong">
          {wrong}
        </span>
        <Button onClick={() => void act('shown', 'PUT', { shown: !work.shown })}>
          {work.shown ? words.hideClass : words.showClass(names)}
        </Button>
        <Button onClick={() => void act('return', 'POST', { again: true })}>{words.giveAgain}</Button>
      </div>
      <div className="flex min-h-0 flex-1">
        {view === 'compared' ? (
          <main className="min-h-0 min-w-0 flex-1 overflow-auto bg-paper p-4">
            <img
              className="mx-auto max-h-full max-w-full border border-rule bg-sheet"
              alt={words.comparedAlt(work.learner.name)}
              src={`/api/works/${work.id}/picture?as=svg&r=${detail?.revision ?? work.revision}`}
            />
          </main>
        ) : at ? (
          <Picture at={at} item={item} edge={edge} onSelect={select} onEdge={selectEdge} />
        ) : (
          <p role="status" className="flex-1 p-6">
            {typeof seen === 'string' ? seen : words.loading}
          </p>
        )}
        <aside
          aria-label={words.mark}
          className="flex w-[340px] flex-none flex-col overflow-y-auto border-l border-rule bg-sheet"
        >
          {remarksOpen && at && <RemarksPanel at={at} selected={{ item, edge }} onGoTo={goTo} />}
          {/* Stays behind the remarks, with what is half written in it. */}
          <div className={remarksOpen && at ? 'hidden' : 'flex flex-col gap-4 p-4'}>
            <h2 className="text-base">{words.mark}</h2>
            {detail && (
              <MarkForm work={work} scheme={task.scheme} counted={detail.counted} rubric={rubric} onMarked={setWork} />
            )}
            {detail?.compared && <Lines scored={detail.compared} />}
          </div>
        </aside>
      </div>
    </div>
  );
}
