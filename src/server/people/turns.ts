/** What costs much and anybody may ask for, such as comparing a password: a little at once, callers in turn, no more waiting than can be done soon. */
import { ApiError } from '../http/problem';
import { FairQueue } from '../jobs/queue';

export class Turns {
  private readonly waiting: FairQueue<() => void>;
  private running = 0;

  /**
   * @param atOnce carried out at the same time
   * @param limits of what waits: altogether, and of one caller
   */
  constructor(
    private readonly atOnce: number,
    limits: { readonly most: number; readonly ofOne: number },
  ) {
    this.waiting = new FairQueue(limits);
  }

  /** @throws 429 where too much waits already */
  async take<T>(caller: string, work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atOnce)
      await new Promise<void>((begin, refuse) => {
        if (!this.waiting.push(begin, 3, caller))
          refuse(
            new ApiError(
              429,
              'too-many-at-once',
              'Too many sign in at this moment; try again in a few seconds.',
              [],
              {},
              { 'retry-after': '3' },
            ),
          );
      });
    else this.running++;
    try {
      return await work();
    } finally {
      // Whoever is next takes over the place.
      const next = this.waiting.take();
      if (next) next();
      else this.running--;
    }
  }
}
