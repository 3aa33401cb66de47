/**
 * What waits for a worker thread: the most urgent first; of the same urgency each caller in turn, so that whoever asks for
 * much does not keep the others waiting. Source of the turns: round robin, as Nagle, "On packet switches with infinite
 * storage" (RFC 970, 1985).
 */

/** As RFC 9218 has it: 0 is done first, 7 last. */
export type Urgency = 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7;

export interface QueueLimits {
  /** That wait altogether, and of one caller. */
  readonly most: number;
  readonly ofOne: number;
}

export class FairQueue<T> {
  /** By urgency, callers in the order of their turns, each with what it waits for. */
  private readonly lanes = Array.from({ length: 8 }, () => new Map<string, T[]>());
  private readonly ofCaller = new Map<string, number>();
  private waiting = 0;

  constructor(private readonly limits: QueueLimits) {}

  get size(): number {
    return this.waiting;
  }

  /** @returns false where too many wait: it is not taken */
  push(job: T, urgency: Urgency, caller: string): boolean {
    const own = this.ofCaller.get(caller) ?? 0;
    if (this.waiting >= this.limits.most || own >= this.limits.ofOne) return false;
    const lane = this.lanes[urgency]!;
    const jobs = lane.get(caller);
    if (jobs) jobs.push(job);
    else lane.set(caller, [job]);
    this.ofCaller.set(caller, own + 1);
    this.waiting++;
    return true;
  }

  /**
   * The next that may begin.
   * @param may what must not begin now stays; others of its caller go before it
   */
  take(may: (job: T, urgency: Urgency) => boolean = () => true): T | undefined {
    for (const [urgency, lane] of this.lanes.entries())
      for (const [caller, jobs] of lane) {
        const at = jobs.findIndex((job) => may(job, urgency as Urgency));
        if (at < 0) continue;
        const [job] = jobs.splice(at, 1);
        // Its next turn comes after those of the others.
        lane.delete(caller);
        if (jobs.length > 0) lane.set(caller, jobs);
        this.left(caller);
        return job;
      }
    return undefined;
  }

  /** @returns whether it was waiting */
  remove(job: T): boolean {
    for (const lane of this.lanes)
      for (const [caller, jobs] of lane) {
        const at = jobs.indexOf(job);
        if (at < 0) continue;
        jobs.splice(at, 1);
        if (jobs.length === 0) lane.delete(caller);
        this.left(caller);
        return true;
      }
    return false;
  }

  private left(caller: string): void {
    this.waiting--;
    const own = this.ofCaller.get(caller)! - 1;
    if (own === 0) this.ofCaller.delete(caller);
    else this.ofCaller.set(caller, own);
  }
}
