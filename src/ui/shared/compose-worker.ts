/**
 * A compose worker that is watched: where it breaks down, or says nothing more, what was asked of it fails with a sentence,
 * and what is asked next goes to a new one.
 */
import { type Remote, wrap } from 'comlink';
import type { ComposeWorker } from '../../workers/compose.worker';
import type { ReadWorker } from '../../workers/read.worker';

/** A worker that has not so much as said that it lives for so long is taken for dead, in ms. */
const SILENT_MS = 45_000;
const ASK_MS = 5_000;

export class BrokenDown extends Error {}

/** What any worker here can say. */
interface Living {
  lives(): true;
}

interface WatchedWorker<W> {
  /** What is asked of it fails with `BrokenDown` where it breaks down before it answers. */
  readonly remote: Remote<W>;
  readonly broken: boolean;
  terminate(): void;
}

function watched<W extends Living>(worker: Worker): WatchedWorker<W> {
  const plain = wrap<W>(worker);
  const state = { broken: false };
  const waiting = new Set<(error: Error) => void>();
  let heard = Date.now();
  let asking: ReturnType<typeof setInterval> | undefined;
  const breakDown = (why: string) => {
    if (state.broken) return;
    state.broken = true;
    clearInterval(asking);
    worker.terminate();
    for (const fail of waiting) fail(new BrokenDown(why));
    waiting.clear();
  };
  worker.addEventListener('message', () => {
    heard = Date.now();
  });
  worker.addEventListener('error', (event) => breakDown(event.message || 'the computation broke down'));
  worker.addEventListener('messageerror', () => breakDown('its answer could not be read'));
  const ask = () => {
    if (Date.now() - heard > SILENT_MS) breakDown('the computation takes too long');
    else void (plain as Remote<Living>).lives();
  };
  /** The promise, or a failure where the worker breaks down before it is kept. */
  const guard = <T>(promise: Promise<T>): Promise<T> =>
    new Promise<T>((resolve, reject) => {
      if (waiting.size === 0) {
        heard = Date.now();
        asking = setInterval(ask, ASK_MS);
      }
      waiting.add(reject);
      const end = () => {
        waiting.delete(reject);
        if (waiting.size === 0) clearInterval(asking);
      };
      promise.then(resolve, reject).finally(end);
    });
  const remote = new Proxy(plain as Remote<W> & object, {
    get(target, name) {
      const own = Reflect.get(target, name) as unknown;
      if (typeof name !== 'string' || name === 'then') return own;
      return (...given: unknown[]) => guard((own as (...all: unknown[]) => Promise<unknown>)(...given));
    },
  });
  return {
    remote,
    get broken() {
      return state.broken;
    },
    terminate() {
      clearInterval(asking);
      worker.terminate();
    },
  };
}

/** A worker that is made when it is first asked for, and anew once it broke down or was stopped. */
export interface OwnWorker<W> {
  remote(): Remote<W>;
  /** Ends what it is at; what is asked next gets a new worker. */
  stop(): void;
}

function ownWorker<W extends Living>(make: () => Worker, onNew?: () => void): OwnWorker<W> {
  let made: WatchedWorker<W> | undefined;
  return {
    remote() {
      if (!made || made.broken) {
        made = watched<W>(make());
        onNew?.();
      }
      return made.remote;
    },
    stop() {
      made?.terminate();
      made = undefined;
    },
  };
}

/** @param onNew called with every worker that is made: it remembers nothing of the one before */
export const composingWorker = (onNew?: () => void): OwnWorker<ComposeWorker> =>
  ownWorker(() => new Worker(new URL('../../workers/compose.worker.ts', import.meta.url), { type: 'module' }), onNew);

export const readingWorker = (): OwnWorker<ReadWorker> =>
  ownWorker(() => new Worker(new URL('../../workers/read.worker.ts', import.meta.url), { type: 'module' }));
