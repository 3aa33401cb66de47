/** The page's side of its workers: one that composes and one that reads; the newest request wins. */
import { type Chart, chartTeller, type View } from '../../core/chart';
import { sceneHearer } from '../../core/scene';
import type { Shown } from '../../workers/shown';
import { BrokenDown, composingWorker, readingWorker } from './compose-worker';

let tell = chartTeller();
let hear = sceneHearer();
const shown = composingWorker(() => {
  // A new worker has heard of no chart, and tells its pictures from the first on.
  tell = chartTeller();
  hear = sceneHearer();
});
export const composeWorker = shown.remote;

/** Says what kinds a text can become, and draws small pictures of lists: it goes on where reading is stopped. */
export const offerWorker = readingWorker().remote;

const reader = readingWorker();
/** The worker that reads lists. */
export const readWorker = reader.remote;
export const stopReading = reader.stop;

let runs = 0;

/**
 * Composes in the worker. The scene of each answer is told from the one before it.
 * @param signal gives it up
 * @param asShown keeps to how the chart stands now, where only lines changed
 * @param view as which it is shown
 * @returns undefined where it was given up
 */
export async function composeShown(
  chart: Chart,
  signal: AbortSignal,
  asShown = false,
  view: View | null = null,
): Promise<Shown | undefined> {
  try {
    return await composeOnce(chart, signal, asShown, view);
  } catch (error) {
    // A worker may break down for a reason of its own: once more, with a new one.
    if (!(error instanceof BrokenDown) || signal.aborted) throw error;
    return composeOnce(chart, signal, false, view);
  }
}

async function composeOnce(
  { carried: _, ...chart }: Chart,
  signal: AbortSignal,
  asShown: boolean,
  view: View | null,
): Promise<Shown | undefined> {
  const run = ++runs;
  const worker = composeWorker();
  const heard = hear;
  signal.addEventListener('abort', () => void worker.giveUp(run).catch(() => undefined), { once: true });
  // What a file carried along is not drawn: it stays here.
  const answer = await worker.composeNext(tell(chart), run, asShown, view);
  if (!answer) return undefined;
  const { change, ...rest } = answer;
  return { ...rest, scene: heard(change) };
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
