/** A stream of server-sent events about charts. Source: HTML, section 9.2, "Server-sent events". */

import { setMaxListeners } from 'node:events';
import { atLeast } from '../../core/may';
import { type ChartHead, chartFor, linkEnd } from '../access';
import { asServer, inNameOf } from '../db';
import { ApiError } from '../http/problem';
import { keyLives, sessionLives } from '../people';
import { settings } from '../settings.mjs';
import type { Who } from '../who';
import { ASK_AGAIN, type Heard, LOST, watch } from './events';
import { hereNow } from './here';

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

/** Whether whoever asks is still who they were: signed in, or with a key that is good. */
export const isStill = ({ person, key }: Who): Promise<boolean> =>
  asServer(async () => {
    if (person) return sessionLives(person.session);
    return key ? keyLives(key.id) : true;
  });

/** So long after its end a link is asked of again: the clocks of two machines are never quite the same. */
const SLACK_MS = 100;
/** Longest time that timers take, in milliseconds. */
const LONGEST_MS = 2_147_483_647;

/**
 * A stream of events, as long as whoever asks is there.
 * @param left of the request: ends it
 * @param begin sets up what it tells; where that fails the stream ends: whoever comes back is told by a status
 */
export function streamOf(who: Who, left: AbortSignal, begin: (line: Line) => Promise<void>): Response {
  const text = new TextEncoder();
  // Whoever asked may leave at any moment, also while this is being set up: everything ends by this one signal.
  const gone = new AbortController();
  // All that it tells of ends by it: of a class that is sixty charts.
  setMaxListeners(0, gone.signal);
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
      send(`retry: ${RETRY_MS}\n\n`);
      if (ending()?.aborted) return end();
      try {
        await begin({ tell: (news) => send(`data: ${JSON.stringify(news)}\n\n`), end, left: gone.signal });
      } catch {
        end();
      }
    },
    cancel: () => gone.abort(),
  });
  left.addEventListener('abort', () => gone.abort());
  return new Response(stream, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' } });
}

/**
 * Tells each new revision of some charts, the present ones first, and who is at them and when remarks changed; charts that are
 * not there are left out. A chart that whoever asks may see no more is told as gone, and nothing more of it. It ends where the
 * database's connection is lost, and with the session: whoever comes back is told what it missed.
 * @param named whether each event names its chart
 */
export const eventStream = (who: Who, charts: readonly string[], left: AbortSignal, named: boolean): Response =>
  streamOf(who, left, async ({ tell, ...line }) => {
    const event = (chart: string, news: object) => tell(named ? { chart, ...news } : news);
    // With the last chart that whoever asks may see the stream ends too.
    let seen = charts.length;
    const gone = () => {
      seen--;
      if (seen === 0) line.end();
    };
    for (const chart of charts) await follow(who, chart, { ...line, event, gone });
  });

interface Line {
  readonly tell: (news: object) => void;
  readonly end: () => void;
  /** The stream has ended. */
  readonly left: AbortSignal;
}
interface ChartLine extends Omit<Line, 'tell'> {
  /** Tells something of a chart. */
  readonly event: (chart: string, news: object) => void;
  /** Whoever asks may see it no more. */
  readonly gone: () => void;
}

/** Tells of one chart, as long as whoever asks may see it. */
async function follow(who: Who, chart: string, { event, end, gone, left }: ChartLine): Promise<void> {
  const over = new AbortController();
  left.addEventListener('abort', () => over.abort());
  let head: ChartHead | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** A link by which the chart is seen ends at its time, which may be another by now. */
  const lookAtEnd = async () => {
    const ends = await linkEnd(who);
    clearTimeout(timer);
    if (ends === undefined || over.signal.aborted) return;
    const wait = Math.min(Math.max(0, ends - Date.now()) + SLACK_MS, LONGEST_MS);
    timer = setTimeout(() => void inNameOf(who, askAgain).catch(end), wait);
  };
  const take = () => {
    over.abort();
    event(chart, { gone: true });
    gone();
  };
  const askAgain = async () => {
    if (!(await isStill(who))) return end();
    const before = head?.may;
    head = await chartFor(who, chart).catch((error: unknown) => {
      if (error instanceof ApiError && error.status === 404) return undefined;
      throw error;
    });
    if (!head) return take();
    await lookAtEnd();
    if (head.may !== before) event(chart, { revision: head.revision, may: head.may });
    else event(chart, { revision: head.revision });
  };
  const tell = (news: Heard) => {
    if (over.signal.aborted) return;
    if (news === LOST) end();
    // What can't be found out is not told on.
    else if (news === ASK_AGAIN) void inNameOf(who, askAgain).catch(end);
    else if ('revision' in news) event(chart, head && atLeast(head.may, 'edit') ? news : { revision: news.revision });
    else event(chart, news);
  };
  // Watched before the revision is read, so that none falls between.
  await watch(chart, { tell, account: who.account }, over.signal);
  head = await chartFor(who, chart);
  event(chart, { revision: head.revision });
  for (const here of hereNow(chart)) event(chart, { here });
  over.signal.addEventListener('abort', () => clearTimeout(timer));
  await lookAtEnd();
}
