/** Work in steps, between which something else can be done, or it can be given up. */
export type Steps<T> = Generator<void, T, void>;

/** All of it at once. */
export function finish<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
