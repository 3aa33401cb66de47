/** The one plain button of a learner: handing in, and taking back; and when it is due. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Work } from '../../server/classes';
import { call } from '../shared/api';
import { Button } from '../shared/controls';
import { type AtWork, useWork, wishes } from './at-work';
import { when, words } from './words';

const AGAIN_MS = 4_000;
const isPast = (due: string | null) => due !== null && new Date(due) < new Date();

/** What may be done with it is another thing now, and so is its page; until that is there nothing here changes. */
const reload = () => location.reload();

export interface Left {
  readonly empty: number;
  /** All that was to be filled in. */
  readonly of: number;
  /** Errors that Check shows. */
  readonly wrong: number;
}

/**
 * @param flush sends what was not sent yet; true once the server has everything
 * @param left what is empty or wrong still
 */
export function HandIn({ at, flush, left }: { at: AtWork; flush?: () => Promise<boolean>; left?: () => Left }) {
  const { due } = at;
  const [work] = useWork(at.work);
  const { id } = work;
  const [wish, setWish] = useState(() => wishes.has(id));
  const [away, setAway] = useState(false);
  const [sure, setSure] = useState('');
  const [wrong, setWrong] = useState('');
  const busy = useRef(false);
  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      const sent = flush === undefined || (await flush());
      const answer = sent ? await call<Work>('POST', `/api/works/${id}/hand-in`) : undefined;
      if (answer?.ok) {
        wishes.drop(id);
        reload();
      } else if (answer && answer.status !== 0 && answer.status < 500) {
        wishes.drop(id);
        setWish(false);
        setWrong(answer.detail);
      } else setAway(true);
    } finally {
      busy.current = false;
    }
  }, [id, flush]);
  useEffect(() => {
    if (!wish || work.state !== 'working') return undefined;
    void send();
    const timer = setInterval(() => void send(), AGAIN_MS);
    const back = () => void send();
    window.addEventListener('online', back);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', back);
    };
  }, [wish, work.state, send]);
  const handIn = () => {
    const asked = [left ? words.left(left()) : '', isPast(due) ? words.sureLate : ''].filter(Boolean).join(' ');
    // Asked once: what is asked again is something else.
    if (asked !== '' && asked !== sure) return setSure(asked);
    setSure('');
    setWrong('');
    wishes.put(id);
    setWish(true);
  };
  const takeBack = async () => {
    const answer = await call<Work>('DELETE', `/api/works/${id}/hand-in`);
    if (answer.ok) reload();
    else setWrong(answer.detail);
  };
  const { state, late } = work;
  const said =
    state === 'returned'
      ? words.isReturned
      : state === 'handed-in'
        ? isPast(due)
          ? words.tooLate
          : words.handed
        : due === null
          ? ''
          : words.due(when(due));
  return (
    <span className="flex flex-none items-center gap-3">
      <span className={`text-[13px] ${late ? 'font-semibold text-wrong' : 'text-quiet'}`} data-state={state}>
        {said}
        {late && ` (${state === 'working' ? words.late : words.handedLate})`}
      </span>
      {wrong !== '' && (
        <span role="alert" className="text-[13px] text-wrong">
          {wrong}
        </span>
      )}
      {state === 'working' && (
        <span className="relative">
          <Button
            tone="strong"
            className="min-h-[36px] px-5 text-[15px]"
            disabled={wish && !away}
            onClick={handIn}
            aria-describedby={sure !== '' || (wish && away) ? 'hand-in-says' : undefined}
          >
            {wish && !away
              ? words.handsIn
              : sure !== ''
                ? words.handInAnyway
                : isPast(due)
                  ? words.handInLate
                  : words.handIn}
          </Button>
          {(sure !== '' || (wish && away)) && (
            <span
              id="hand-in-says"
              role="status"
              className="absolute top-full right-0 z-40 mt-1 w-64 rounded border border-rule bg-sheet p-2 text-[13px] shadow-md"
            >
              {wish && away ? words.waiting : sure}
              {wish && away && (
                <Button
                  className="mt-1"
                  onClick={() => {
                    wishes.drop(id);
                    setWish(false);
                    setAway(false);
                  }}
                >
                  {words.notYet}
                </Button>
              )}
              {sure !== '' && (
                <Button className="mt-1" onClick={() => setSure('')}>
                  {words.notYet}
                </Button>
              )}
            </span>
          )}
        </span>
      )}
      {state === 'handed-in' && !isPast(due) && <Button onClick={() => void takeBack()}>{words.takeBack}</Button>}
      <a className="text-[13px] underline" href="/my-work">
        {words.toMine}
      </a>
    </span>
  );
}
