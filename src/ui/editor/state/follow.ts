/** Hearing of changes to a chart: over one stream for all charts of the browser, as browsers have few connections. */
import { nanoid } from 'nanoid';
import type { FollowerSays, News } from '../../../workers/follow.worker';

const shared = () =>
  new SharedWorker(new URL('../../../workers/follow.worker.ts', import.meta.url), {
    type: 'module',
    name: 'dendrotax-follow',
  });

/** A stream for this chart alone, where windows can't share one. */
function alone(chart: string, tell: (news: News) => void): () => void {
  const events = new EventSource(`/api/charts/${chart}/events`);
  events.onmessage = ({ data }) => tell(JSON.parse(data as string) as News);
  return () => events.close();
}

/**
 * Tells of each new revision of a chart, and of the present one when the stream begins or comes back.
 * @returns the function that ends it
 */
export function followChart(chart: string, tell: (news: News) => void): () => void {
  if (typeof SharedWorker === 'undefined' || !('locks' in navigator)) return alone(chart, tell);
  let end: (() => void) | undefined;
  let over = false;
  const worker = shared();
  const { port } = worker;
  const say = (what: FollowerSays) => port.postMessage(what);
  port.onmessage = ({ data }: MessageEvent<News>) => tell(data);
  // Held while this window lives: the worker asks for it too, and has it once the window is gone, however it went.
  const window = `dendrotax-follow-${nanoid()}`;
  void navigator.locks.request(
    window,
    () =>
      new Promise<void>((done) => {
        if (over) return done();
        end = done;
        say({ follow: chart, window });
      }),
  );
  // A worker that can't be had is no reason to hear nothing.
  worker.onerror = () => {
    if (over) return;
    end?.();
    end = alone(chart, tell);
  };
  return () => {
    over = true;
    end?.();
    port.close();
  };
}
