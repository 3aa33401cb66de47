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

let reader: { readonly worker: Worker; readonly remote: Remote<ComposeWorker> } | undefined;

/** A worker of its own for reading lists, so that a long one can be stopped and nothing else waits for it. */
export function readWorker(): Remote<ComposeWorker> {
  if (!reader) {
    const worker = new Worker(new URL('../../workers/compose.worker.ts', import.meta.url), { type: 'module' });
    reader = { worker, remote: wrap<ComposeWorker>(worker) };
  }
  return reader.remote;
}

/** Ends what the reading worker is at; the next list gets a new one. */
export function stopReading(): void {
  reader?.worker.terminate();
  reader = undefined;
}

const hear = sceneHearer();
const tell = chartTeller();

/** Composes in the worker. Answers come in the order of the questions, as the scene of each is told from the one before. */
export async function composeShown({ carried: _, ...chart }: Chart): Promise<Shown> {
  // What a file carried along is not drawn: it stays here.
  const { change, ...rest } = await composeWorker().composeNext(tell(chart));
  return { ...rest, scene: hear(change) };
}

/**
 * Runs jobs one at a time; of those that come while one runs only the newest is kept, so that an older result never
 * overwrites a newer one and a burst of typing costs two runs, not twenty.
 */
export function newestOnly<In, Out>(
  work: (input: In) => Promise<Out>,
  done: (result: Out) => void,
  failed: (error: unknown) => void,
): (input: In) => void {
  let running = false;
  let next: { input: In } | undefined;
  const run = async () => {
    running = true;
    while (next) {
      const { input } = next;
      next = undefined;
      try {
        const result = await work(input);
        done(result);
      } catch (error) {
        if (!next) failed(error);
      }
    }
    running = false;
  };
  return (input) => {
    next = { input };
    if (!running) void run();
  };
}
