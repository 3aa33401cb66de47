/**
 * Worker threads that carry heavy requests out, so that nobody else waits for them: a thread for each core, a queue that is
 * fair between callers, limits of time and memory for each job.
 */
import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import Piscina from 'piscina';
import { log } from '../log';
import { settings } from '../settings.mjs';
import type { Who } from '../who';
import { FairQueue, type Urgency } from './queue';

/** A request as it is handed to a thread. */
export interface Job {
  readonly handler: string;
  readonly method: string;
  readonly url: string;
  readonly headers: readonly (readonly [string, string])[];
  readonly params: Readonly<Record<string, string | undefined>>;
  readonly body: Uint8Array | null;
  readonly who: Who;
}
export interface JobAnswer {
  readonly status: number;
  readonly headers: readonly (readonly [string, string])[];
  readonly body: Uint8Array;
}

export interface Terms {
  readonly urgency: Urgency;
  /** Ends it where whoever asked is gone. */
  readonly signal: AbortSignal;
}

/** Why there is no answer. */
export class NotDone extends Error {
  constructor(readonly why: 'busy' | 'too-long' | 'too-large' | 'given-up') {
    super(why);
  }
}

interface Waiting {
  readonly urgency: Urgency;
  readonly begun: () => void;
}

/** Jobs less urgent than this never take the last thread: what people wait for finds one. */
const PATIENT: Urgency = 4;
/** A job whose asker left is let go on for so long before its thread is ended: most are through by then. */
const MERCY_MS = 3_000;

class Pool {
  private readonly threads = Math.max(2, settings().threads ?? availableParallelism());
  private readonly queue = new FairQueue<Waiting>({ most: settings().jobsWaiting, ofOne: settings().jobsOfOne });
  private running = 0;
  private patient = 0;
  private readonly piscina: Piscina;
  readonly counts = { done: 0, failed: 0, refused: 0, givenUp: 0, tooLong: 0, tooLarge: 0 };
  /** Told how long each job waited and took, in seconds. */
  onDone: (handler: string, waited: number, took: number) => void = () => undefined;

  constructor(filename: string) {
    this.piscina = new Piscina({
      filename,
      minThreads: 1,
      maxThreads: this.threads,
      // Each has read its fonts: it is kept for a while.
      idleTimeout: 120_000,
      concurrentTasksPerWorker: 1,
      resourceLimits: { maxOldGenerationSizeMb: settings().jobMegabytes },
      // The database and those who wait for an answer come first.
      niceIncrement: 5,
      atomics: 'disabled',
    });
    // A thread that ends between two jobs is replaced by the next.
    this.piscina.on('error', (error) => log().warn({ error: error.message }, 'a worker thread ended'));
  }

  get state() {
    return {
      threads: this.piscina.threads.length,
      most: this.threads,
      running: this.running,
      waiting: this.queue.size,
    };
  }

  /** @throws NotDone */
  async run(job: Job, terms: Terms): Promise<JobAnswer> {
    const asked = performance.now();
    await this.turn(job, terms);
    const begun = performance.now();
    const end = new AbortController();
    const late = setTimeout(() => end.abort('late'), settings().jobSeconds * 1_000);
    let mercy: ReturnType<typeof setTimeout> | undefined;
    const leave = () => {
      mercy = setTimeout(() => end.abort('left'), MERCY_MS);
    };
    terms.signal.addEventListener('abort', leave, { once: true });
    try {
      const answer = (await this.piscina.run(job, { signal: end.signal })) as JobAnswer;
      this.counts.done++;
      return answer;
    } catch (error) {
      const { code } = error as { code?: unknown };
      if (end.signal.reason === 'late') throw this.failed('tooLong', 'too-long');
      if (end.signal.aborted) throw this.failed('givenUp', 'given-up');
      if (code === 'ERR_WORKER_OUT_OF_MEMORY') throw this.failed('tooLarge', 'too-large');
      this.counts.failed++;
      throw error;
    } finally {
      clearTimeout(late);
      clearTimeout(mercy);
      terms.signal.removeEventListener('abort', leave);
      this.running--;
      if (terms.urgency >= PATIENT) this.patient--;
      this.onDone(job.handler, (begun - asked) / 1_000, (performance.now() - begun) / 1_000);
      this.next();
    }
  }

  private failed(count: 'tooLong' | 'tooLarge' | 'givenUp', why: NotDone['why']): NotDone {
    this.counts[count]++;
    return new NotDone(why);
  }

  private turn(job: Job, terms: Terms): Promise<void> {
    return new Promise((resolve, reject) => {
      if (terms.signal.aborted) return reject(this.failed('givenUp', 'given-up'));
      const leave = () => {
        if (this.queue.remove(waiting)) reject(this.failed('givenUp', 'given-up'));
      };
      const waiting: Waiting = {
        urgency: terms.urgency,
        begun: () => {
          terms.signal.removeEventListener('abort', leave);
          resolve();
        },
      };
      if (!this.queue.push(waiting, terms.urgency, job.who.caller)) {
        this.counts.refused++;
        return reject(new NotDone('busy'));
      }
      terms.signal.addEventListener('abort', leave, { once: true });
      this.next();
    });
  }

  /** Lets begin what may. */
  private next(): void {
    while (this.running < this.threads) {
      const next = this.queue.take((_, urgency) => urgency < PATIENT || this.patient < this.threads - 1);
      if (!next) return;
      this.running++;
      if (next.urgency >= PATIENT) this.patient++;
      next.begun();
    }
  }
}

let made: Pool | undefined;
const FILE = join(process.cwd(), 'dist/server/worker.mjs');

/** The pool; undefined where there are no built threads, as in development and in tests. */
export function pool(): Pool | undefined {
  if (!made && import.meta.env.PROD && existsSync(FILE)) made = new Pool(FILE);
  return made;
}
