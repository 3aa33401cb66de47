/** Changes not yet on the server, kept in the browser so that they outlive the page. */
import { createStore, delMany, entries, set } from 'idb-keyval';
import type { Entry } from '../../../core/chart';

export interface Unsent {
  /** Sent as Idempotency-Key: the same change sent twice is carried out once. */
  readonly key: string;
  readonly entry: Entry;
}

/** Opened once: this is written to with every letter typed. */
let opened: ReturnType<typeof createStore> | undefined;
function store() {
  opened ??= createStore('dendrotax', 'unsent');
  return opened;
}
const lockOf = (client: string) => `dendrotax window ${client}`;
const recordOf = (chart: string, client: string) => `${chart} ${client}`;

/** Marks this window as open until it closes, so that others leave its changes to it. */
export function holdWindow(client: string): void {
  void navigator.locks?.request(lockOf(client), () => new Promise(() => undefined));
}

/** Keeps what a window has not sent; nothing to keep takes its record away. Failing, the work still is in the page. */
export async function keepUnsent(chart: string, client: string, unsent: readonly Unsent[]): Promise<void> {
  if (unsent.length === 0) await delMany([recordOf(chart, client)], store());
  else await set(recordOf(chart, client), unsent, store());
}

/** Takes over what windows that are closed now have left of a chart. */
export async function takeLeft(chart: string, own: string): Promise<Unsent[]> {
  // Records first, then locks: who made a record had asked for its lock before.
  const records = await entries<string, Unsent[]>(store());
  const locks = await navigator.locks?.query();
  const open = new Set([...(locks?.held ?? []), ...(locks?.pending ?? [])].map((lock) => lock.name));
  open.add(lockOf(own));
  const left = records.filter(([key]) => {
    const [of, client] = String(key).split(' ');
    return of === chart && !open.has(lockOf(client ?? ''));
  });
  await delMany(
    left.map(([key]) => key),
    store(),
  );
  return left.flatMap(([, unsent]) => unsent);
}
