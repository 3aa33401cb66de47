/**
 * What is best on a page, for the arrangement that a chart finds by itself and for fitting it alike:
 *
 * 1. Readable first: up to the wanted size larger words win over everything.
 * 2. Even next: of those that reach it, or come as near to it as any, the most even one.
 * 3. Of those that are as even, one that prints clearly larger; else the plainest, which is the first.
 * 4. Stable last: what is shown stays while the best is hardly better.
 */

export interface Aimed {
  /** Points at which the smallest words print. */
  readonly prints: number;
  /** From 0 to 1. */
  readonly even: number;
}

/** Below the wanted size a part of it may be given up for evenness. */
const NEAR = 0.97;
/** Evenness that can't be told apart. */
const AS_EVEN = 0.02;
/** How much larger a less plain arrangement must print. */
const LARGER = 1.08;

/** What is shown stays while nothing else prints so much larger, or is so much more even. */
const STAYS = { prints: 0.95, even: 0.1 };

/** Whether an arrangement that is shown stays, beside the best one: see 4. above. */
export const stays = (shown: Aimed, best: Aimed, wanted: number): boolean =>
  shown.prints >= Math.min(best.prints, wanted) * STAYS.prints && shown.even >= best.even - STAYS.even;

/** The best of some arrangements, the plainest first; see above. */
export function bestOf<A extends Aimed>(all: readonly A[], wanted: number): A {
  const most = all.reduce((so, { prints }) => Math.max(so, prints), 0);
  const least = most >= wanted ? wanted : most * NEAR;
  let best: A | undefined;
  for (const one of all) {
    if (one.prints < least - 1e-9) continue;
    if (!best || one.even > best.even + AS_EVEN) best = one;
    else if (one.even >= best.even - AS_EVEN && one.prints > best.prints * LARGER) best = one;
  }
  return best!;
}
