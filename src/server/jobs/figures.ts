/** What the pool and the streams tell of themselves at /metrics. */
import { Counter, Gauge, Histogram } from 'prom-client';
import { kept } from '../charts/kept';
import { streamsOpen } from '../charts/stream';
import { poolFigures } from '../db';
import { looked } from '../moments/at';
import { keptBytes } from '../pictures/kept';
import { pool } from './pool';

let begun = false;

/** Once in a process. */
export function tellFigures(): void {
  if (begun) return;
  begun = true;
  const threads = pool();
  const gauge = (name: string, help: string, value: () => number) =>
    new Gauge({
      name,
      help,
      collect() {
        this.set(value());
      },
    });
  const caches: Readonly<Record<string, () => number>> = {
    charts: () => kept.bytes,
    moments: () => looked.bytes,
    pictures: keptBytes,
    published: () =>
      (
        (globalThis as Record<symbol, unknown>)[Symbol.for('dendrotax.published')] as { bytes(): number } | undefined
      )?.bytes() ?? 0,
  };
  new Gauge({
    name: 'cache_bytes',
    help: 'What is kept in memory, by what it is; each has a limit.',
    labelNames: ['cache'],
    collect() {
      for (const [cache, bytes] of Object.entries(caches)) this.set({ cache }, bytes());
    },
  });
  gauge('streams_open', 'Streams of events that are open.', streamsOpen);
  gauge('database_connections', 'Connections to the database, in use or not.', () => poolFigures().all);
  gauge('database_connections_idle', 'Connections to the database that nobody uses.', () => poolFigures().idle);
  gauge('database_waiting', 'Whoever waits for a connection to the database.', () => poolFigures().waiting);
  if (!threads) return;
  gauge('job_threads', 'Worker threads that run.', () => threads.state.threads);
  gauge('job_running', 'Jobs that are carried out.', () => threads.state.running);
  gauge('job_waiting', 'Jobs that wait for a thread.', () => threads.state.waiting);
  new Counter({
    name: 'job_ends',
    help: 'Jobs by how they ended.',
    labelNames: ['how'],
    collect() {
      this.reset();
      for (const [how, count] of Object.entries(threads.counts)) this.inc({ how }, count);
    },
  });
  const options = { labelNames: ['handler'], buckets: [0.005, 0.02, 0.1, 0.5, 1, 2.5, 5, 10, 30, 60] };
  const waited = new Histogram({ name: 'job_wait_seconds', help: 'How long jobs waited for a thread.', ...options });
  const took = new Histogram({ name: 'job_duration_seconds', help: 'How long jobs took.', ...options });
  threads.onDone = (handler, wait, time) => {
    waited.observe({ handler }, wait);
    took.observe({ handler }, time);
  };
}
