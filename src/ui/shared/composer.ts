/** The page's side of the compose worker: one worker a page, the newest request wins. */
import { type Remote, wrap } from 'comlink';
import { type Chart, chartTeller } from '../../core/chart';
import { sceneHearer } from '../../core/scene';
import type { ComposeWorker, Shown } from '../../workers/compose.worker';

let remote: Remote<ComposeWorker> | undefined;

export function composeWorker(): Remote<ComposeWorker> {
  remote ??= wrap<ComposeWorker>(
    new Worker(new URL('../../workers/compose.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

/** A worker of its own for long work, so that it can be stopped and nothing else waits for it. */
export interface OwnWorker {
  remote(): Remote<ComposeWorker>;
  /** Ends what it is at; what is asked next gets a new worker. */
  stop(): void;
}

export function ownWorker(): OwnWorker {
  let made: { readonly worker: Worker; readonly remote: Remote<ComposeWorker> } | undefined;
  return {
    remote() {
      if (!made) {
        const worker = new Worker(new URL('../../workers/compose.worker.ts', import.meta.url), { type: 'module' });
        made = { worker, remote: wrap<ComposeWorker>(worker) };
      }
      return made.remote;
    },
    stop() {
      made?.worker.terminate();
      made = undefined;
    },
  };
}

const reader = ownWorker();
/** The worker that reads lists. */
export const readWorker = reader.remote;
export const stopReading = reader.stop;

const hear = sceneHearer();
const tell = chartTeller();

let runs = 0;

/**
 * Composes in the worker. The scene of each answer is told from the one before it.
 * @param signal gives it up
 * @returns undefined where it was given up
 */
export async function composeShown({ carried: _, ...chart }: Chart, signal: AbortSignal): Promise<Shown | undefined> {
  const run = ++runs;
  const worker = composeWorker();
  signal.addEventListener('abort', () => void worker.giveUp(run), { once: true });
  // What a file carried along is not drawn: it stays here.
  const answer = await worker.composeNext(tell(chart), run);
  if (!answer) return undefined;
  const { change, ...rest } = answer;
  return { ...rest, scene: hear(change) };
}

/**
 * Runs jobs one at a time; of those that come while one runs only the newest is kept, so that an older result never
 * overwrites a newer one and a burst of typing costs two runs, not twenty. What runs is told to stop when a newer one
 * comes, but not twice in a row, so that something is seen however fast they come.
 * @param work gives undefined where it was stopped
 */
export function newestOnly<In, Out>(
  work: (input: In, signal: AbortSignal) => Promise<Out | undefined>,
  done: (result: Out) => void,
  failed: (error: unknown) => void,
): (input: In) => void {
  let running: AbortController | undefined;
  let stopped = false;
  let next: { input: In } | undefined;
  const run = async () => {
    while (next) {
      const { input } = next;
      next = undefined;
      running = new AbortController();
      try {
        const result = await work(input, running.signal);
        stopped = result === undefined;
        if (result !== undefined) done(result);
      } catch (error) {
        if (!next) failed(error);
      }
    }
    running = undefined;
  };
  return (input) => {
    next = { input };
    if (!running) void run();
    else if (!stopped) running.abort();
  };
}
