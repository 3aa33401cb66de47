/** New revisions told to whoever is watching a chart, over the database's LISTEN and NOTIFY. */
import pg from 'pg';
import { connection, outside } from '../db';
import { type LoggedChange, loggedSince } from './changes';
import { noteHere } from './here';
import { CHANNEL, type Here, type Told } from './told';

/** What whoever watches a chart is told: its revision, and the changes that led to it where they are little. */
export interface News {
  readonly revision: number;
  readonly changes?: readonly LoggedChange[];
}
/** Told in place of news where the connection was lost. */
export const LOST = 'lost';
/** Told where what whoever watches may do may have changed: they ask again. */
export const ASK_AGAIN = 'ask-again';
export type Heard =
  | News
  | { readonly remarks: true }
  | { readonly work: true }
  | { readonly here: Here }
  | typeof LOST
  | typeof ASK_AGAIN;

interface Watcher {
  readonly tell: (news: Heard) => void;
  /** Whose rights it hangs on. */
  readonly account: string;
}
/** Revisions of one chart within this time are told together, in milliseconds. */
const TOGETHER_MS = 25;
/** Changes with more letters are not told along but fetched by whoever wants them. */
const TOLD_LETTERS = 32_000;

const watchers = new Map<string, Set<Watcher>>();
let listener: Promise<void> | undefined;

const tellWatchers = (id: string, news: Heard) => {
  for (const { tell } of [...(watchers.get(id) ?? [])]) tell(news);
};

/** Of each chart that is watched, the revision told last, and the one heard since that is still to be told. */
const heard = new Map<string, { told: number | undefined; revision: number; telling: boolean }>();

function hear(id: string, revision: number): void {
  const one = heard.get(id) ?? { told: undefined, revision, telling: false };
  one.revision = Math.max(one.revision, revision);
  heard.set(id, one);
  if (one.telling) return;
  one.telling = true;
  setTimeout(() => void outside(() => tellAll(id, one)), TOGETHER_MS);
}

/** The changes are asked for once, however many watch. */
async function tellAll(id: string, one: { told: number | undefined; revision: number; telling: boolean }) {
  const { revision, told } = one;
  let changes: readonly LoggedChange[] = [];
  try {
    if (told !== undefined && told < revision) changes = await loggedSince(id, told);
  } catch {
    // They fetch them themselves.
  }
  one.telling = false;
  const whole = changes.at(-1) !== undefined && changes.at(-1)!.revision >= revision;
  const little = whole && JSON.stringify(changes).length <= TOLD_LETTERS;
  const last = whole ? changes.at(-1)!.revision : revision;
  one.told = last;
  tellWatchers(id, little ? { revision: last, changes } : { revision: last });
  if (one.revision > last) hear(id, one.revision);
}

/** What the server keeps of published pages is asked for again once a chart or somebody's rights have changed. */
const published = () =>
  (globalThis as Record<symbol, unknown>)[Symbol.for('dendrotax.published')] as { stale(): void } | undefined;

function take(what: Told): void {
  if ('account' in what || 'access' in what || 'revision' in what) published()?.stale();
  // Whoever comes later is told of it, whether or not anybody watches now.
  if ('here' in what) noteHere(what.id, what.here);
  if ('account' in what) {
    for (const set of [...watchers.values()])
      for (const { account, tell } of [...set]) if (account === what.account) tell(ASK_AGAIN);
    return;
  }
  if (!watchers.has(what.id)) return;
  if ('revision' in what) hear(what.id, what.revision);
  else if ('access' in what) tellWatchers(what.id, ASK_AGAIN);
  else if ('remarks' in what) tellWatchers(what.id, { remarks: true });
  else if ('work' in what) tellWatchers(what.id, { work: true });
  else tellWatchers(what.id, { here: what.here });
}

/** A connection that is half open says nothing and hears nothing: it is asked now and then. */
const PROBE_MS = 15_000;
const PROBE_ANSWER_MS = 5_000;

async function listen(): Promise<void> {
  const client = new pg.Client({ ...connection(true), query_timeout: PROBE_ANSWER_MS });
  let over = false;
  const lost = () => {
    if (over) return;
    over = true;
    clearInterval(probe);
    listener = undefined;
    client.end().catch(() => undefined);
    // Those who watch now would hear nothing more: end their streams, so that they come back and catch up.
    for (const id of [...watchers.keys()]) tellWatchers(id, LOST);
  };
  client.on('error', lost);
  client.on('end', lost);
  client.on('notification', ({ payload }) => take(JSON.parse(payload ?? '{}') as Told));
  const probe = setInterval(() => client.query('SELECT 1').catch(lost), PROBE_MS);
  probe.unref();
  try {
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
  } catch (error) {
    lost();
    throw error;
  }
}

/** Hears what is told, from now on: also of who is at charts that nobody watches here yet. */
export function listening(): Promise<void> {
  listener ??= outside(listen).catch((error: unknown) => {
    listener = undefined;
    throw error;
  });
  return listener;
}

/**
 * Calls `tell` with each new revision of a chart, with what else is heard of it, or with `LOST`. Whoever leaves while it is
 * being set up hears nothing.
 * @param left ends it, at any time
 */
export async function watch(id: string, watcher: Watcher, left: AbortSignal): Promise<void> {
  await listening();
  if (left.aborted) return;
  const set = watchers.get(id) ?? new Set();
  set.add(watcher);
  watchers.set(id, set);
  left.addEventListener('abort', () => {
    set.delete(watcher);
    if (set.size > 0 || watchers.get(id) !== set) return;
    watchers.delete(id);
    heard.delete(id);
  });
}
