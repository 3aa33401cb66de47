import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { ComposeWorker } from '../../workers/compose.worker';
import { composingWorker } from './compose-worker';

export interface LongWork {
  /** How far it has come, from 0 to 1; null while nothing is done. */
  readonly done: number | null;
  /** Runs a job in a worker of its own, told how far it comes. One that was stopped never ends. */
  readonly run: <T>(job: (worker: Remote<ComposeWorker>, tell: (part: number) => void) => Promise<T>) => Promise<T>;
  readonly stop: () => void;
}

/** Long work of a part of the page, that ends with it. */
export function useLongWork(): LongWork {
  const [worker] = useState(composingWorker);
  const [done, setDone] = useState<number | null>(null);
  const latest = useRef(0);
  useEffect(() => worker.stop, [worker]);
  const run: LongWork['run'] = useCallback(
    async (job) => {
      const own = ++latest.current;
      // What is told comes by another way than the answer, and may come after it.
      let running = true;
      const show = (part: number | null) => {
        if (running && own === latest.current) setDone(part);
      };
      show(0);
      try {
        return await job(worker.remote(), proxy(show));
      } finally {
        show(null);
        running = false;
      }
    },
    [worker],
  );
  const stop = useCallback(() => {
    worker.stop();
    latest.current++;
    setDone(null);
  }, [worker]);
  return { done, run, stop };
}
