/** Parts of a screen that are fetched when they are first shown, or before, once what is looked at first stands. */
import { type ComponentType, lazy, type ReactNode, Suspense } from 'react';
import { Button } from './controls';

const words = {
  missing:
    'This part could not be fetched: the connection is gone, or there is a newer version. All that was written is kept.',
  again: 'Load the page again',
};

function Missing() {
  return (
    <div role="alert" className="flex flex-col items-start gap-2 p-4 text-[13px]">
      <p>{words.missing}</p>
      <Button onClick={() => location.reload()}>{words.again}</Button>
    </div>
  );
}

export interface Later<P> {
  (props: P): ReactNode;
  /** Fetches it, so that it is there when it is shown; that it can't be is said only then. */
  readonly fetch: () => void;
}

/** @param load where it comes from; asked once, and again only where it failed before it was shown */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): Later<P> {
  let coming: Promise<ComponentType<P>> | undefined;
  const once = () => {
    coming ??= load().catch((error: unknown) => {
      coming = undefined;
      throw error;
    });
    return coming;
  };
  const Part = lazy(() =>
    once().then(
      (part) => ({ default: part }),
      () => ({ default: Missing as ComponentType<P> }),
    ),
  );
  const Shown = (props: P) => (
    <Suspense fallback={<div className="min-h-10" aria-busy />}>
      <Part {...props} />
    </Suspense>
  );
  return Object.assign(Shown, { fetch: () => void once().catch(() => undefined) });
}

/** Does something once the browser has nothing else to do, or after a second. @returns the function that takes it back */
export function whenIdle(work: () => void): () => void {
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(work, 300);
    return () => clearTimeout(timer);
  }
  const handle = requestIdleCallback(work, { timeout: 1_000 });
  return () => cancelIdleCallback(handle);
}
