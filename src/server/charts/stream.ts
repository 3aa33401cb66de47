/** A stream of server-sent events about charts. Source: HTML, section 9.2, "Server-sent events". */

import { ApiError } from '../http/problem';
import { settings } from '../settings.mjs';
import type { Who } from '../who';
import { LOST, watch } from './events';
import { getRevision } from './store';

/** A comment now and then, so that neither side takes a quiet stream for a dead one. */
const BEAT_MS = 20_000;
/** How soon a browser comes back once a stream ended. */
const RETRY_MS = 1_000;

/** Of the server process: told when it is to end, as streams would keep it for ever. */
const ending = (): AbortSignal | undefined =>
  (globalThis as { [key: symbol]: AbortSignal | undefined })[Symbol.for('dendrotax.ending')];

/** Streams that are open, by caller. */
const open = new Map<string, number>();
let streams = 0;
export const streamsOpen = (): number => streams;

/** @throws 503 where too many are open, 429 where too many of one caller are */
function admit({ caller }: Who): () => void {
  const own = open.get(caller) ?? 0;
  const later = { 'retry-after': '10' };
  if (streams >= settings().streams)
    throw new ApiError(503, 'too-many-streams', 'Too many streams are open here; try again later.', [], {}, later);
  if (own >= settings().streamsOfOne)
    throw new ApiError(429, 'too-many-streams', 'Too many streams of yours are open; close some.', [], {}, later);
  open.set(caller, own + 1);
  streams++;
  return () => {
    streams--;
    const left = open.get(caller)! - 1;
    if (left === 0) open.delete(caller);
    else open.set(caller, left);
  };
}

/**
 * Tells each new revision of some charts, the present ones first; charts that are not there are left out. It ends where the
 * database's connection is lost: whoever comes back is told what it missed.
 * @param left of the request: ends it
 * @param named whether each event names its chart
 */
export function eventStream(who: Who, charts: readonly string[], left: AbortSignal, named: boolean): Response {
  const text = new TextEncoder();
  // Whoever asked may leave at any moment, also while this is being set up: everything ends by this one signal.
  const gone = new AbortController();
  gone.signal.addEventListener('abort', admit(who), { once: true });
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (lines: string) => {
        if (!gone.signal.aborted) controller.enqueue(text.encode(lines));
      };
      const end = () => {
        if (gone.signal.aborted) return;
        gone.abort();
        controller.close();
      };
      ending()?.addEventListener('abort', end, { signal: gone.signal });
      const beat = setInterval(() => send(': beat\n\n'), BEAT_MS);
      gone.signal.addEventListener('abort', () => clearInterval(beat));
      const event = (chart: string, news: object) =>
        send(`data: ${JSON.stringify(named ? { chart, ...news } : news)}\n\n`);
      send(`retry: ${RETRY_MS}\n\n`);
      if (ending()?.aborted) return end();
      try {
        for (const chart of charts) {
          // Watched before the revision is read, so that none falls between.
          await watch(chart, (news) => (news === LOST ? end() : event(chart, news)), gone.signal);
          event(chart, { revision: await getRevision(who, chart) });
        }
      } catch {
        // The answer has begun: it can only end. Whoever comes back is told by a status.
        end();
      }
    },
    cancel: () => gone.abort(),
  });
  left.addEventListener('abort', () => gone.abort());
  return new Response(stream, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' } });
}
