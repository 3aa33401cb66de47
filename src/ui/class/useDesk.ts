/** The desk as it is now: everything anew where something was handed in or begun, pictures alone where they only changed. */
import { useEffect, useRef, useState } from 'react';
import type { DeskPlace, Task } from '../../server/classes';
import { call } from '../shared/api';

export interface DeskView {
  readonly task: Task;
  readonly places: readonly DeskPlace[];
}

/** A picture is asked for anew so often at the most: letters being typed are not drawn one by one, thirty times. */
const PICTURE_MS = 1_500;
const RETRY_MS = 3_000;

export function useDesk(task: string, initial: DeskView) {
  const [desk, setDesk] = useState(initial);
  const [revisions, setRevisions] = useState<ReadonlyMap<string, number>>(new Map());
  const [wrong, setWrong] = useState('');
  const [changed, setChanged] = useState(0);
  const load = useRef(async () => {
    const answer = await call<DeskView>('GET', `/api/tasks/${task}/works`);
    if (answer.ok) setDesk(answer.value);
    setWrong(answer.ok ? '' : answer.detail);
    setChanged((times) => times + 1);
  });
  useEffect(() => {
    const heard = new Map<string, number>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    let events: EventSource | undefined;
    const show = () => {
      timer = undefined;
      setRevisions((now) => new Map([...now, ...heard]));
      setChanged((times) => times + 1);
    };
    const open = () => {
      events = new EventSource(`/api/tasks/${task}/events`);
      events.onmessage = ({ data }) => {
        const news = JSON.parse(data as string) as { work?: true; chart?: string; revision?: number };
        if (news.work) void load.current();
        if (news.chart === undefined || news.revision === undefined) return;
        heard.set(news.chart, news.revision);
        timer ??= setTimeout(show, PICTURE_MS);
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
      clearTimeout(timer);
      clearTimeout(again);
      events?.close();
    };
  }, [task]);
  return { desk, revisions, wrong, changed, load: load.current };
}
