/** The desk as it is now: everything anew where something was handed in or begun, pictures alone where they only changed. */
import { useEffect, useRef, useState } from 'react';
import type { DeskPlace, Task } from '../../server/classes';
import { call } from '../shared/api';

export interface DeskView {
  readonly task: Task;
  readonly places: readonly DeskPlace[];
}

/**
 * Pictures that were changed are asked for one after the other, so often at the most, the one that waits longest first: letters
 * being typed are not drawn one by one, sixty times. In milliseconds.
 */
const PICTURE_MS = 200;
/** One and the same picture no sooner than this. */
const SAME_MS = 3_000;
/** All of the desk no sooner than this after the last time. */
const ALL_MS = 1_000;
/** What all works come to, no sooner than this. */
const COMPARED_MS = 8_000;
const RETRY_MS = 3_000;

/** Calls at once, and again after a pause where it was called meanwhile. */
function paused(work: () => void, ms: number) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let again = false;
  const run = () => {
    work();
    timer = setTimeout(() => {
      timer = undefined;
      if (!again) return;
      again = false;
      run();
    }, ms);
  };
  return {
    call: () => {
      if (timer === undefined) run();
      else again = true;
    },
    stop: () => clearTimeout(timer),
  };
}

/** @param onChanged something changed that all works together come to */
export function useDesk(task: string, initial: DeskView, onChanged: () => void) {
  const [desk, setDesk] = useState(initial);
  const [revisions, setRevisions] = useState<ReadonlyMap<string, number>>(new Map());
  const [wrong, setWrong] = useState('');
  const load = useRef(async () => {
    const answer = await call<DeskView>('GET', `/api/tasks/${task}/works`);
    if (answer.ok) setDesk(answer.value);
    setWrong(answer.ok ? '' : answer.detail);
  });
  const changed = useRef(onChanged);
  changed.current = onChanged;
  useEffect(() => {
    const waiting = new Map<string, number>();
    const shownAt = new Map<string, number>();
    let again: ReturnType<typeof setTimeout> | undefined;
    let events: EventSource | undefined;
    const all = paused(() => void load.current(), ALL_MS);
    const compared = paused(() => changed.current(), COMPARED_MS);
    const pictures = setInterval(() => {
      const now = Date.now();
      for (const [chart, revision] of waiting) {
        if (now - (shownAt.get(chart) ?? 0) < SAME_MS) continue;
        waiting.delete(chart);
        shownAt.set(chart, now);
        setRevisions((shown) => new Map(shown).set(chart, revision));
        return;
      }
    }, PICTURE_MS);
    const open = () => {
      events = new EventSource(`/api/tasks/${task}/events`);
      events.onmessage = ({ data }) => {
        const news = JSON.parse(data as string) as { work?: true; chart?: string; revision?: number };
        if (news.work) all.call();
        compared.call();
        if (news.chart === undefined || news.revision === undefined) return;
        // Whoever waits already keeps their place.
        waiting.set(news.chart, news.revision);
      };
      events.onerror = () => {
        // One that was refused is not opened again by the browser.
        if (events?.readyState !== EventSource.CLOSED) return;
        clearTimeout(again);
        again = setTimeout(open, RETRY_MS);
      };
    };
    open();
    return () => {
      for (const one of [all, compared]) one.stop();
      clearInterval(pictures);
      clearTimeout(again);
      events?.close();
    };
  }, [task]);
  return { desk, revisions, wrong, load: load.current };
}
