/** New revisions told to whoever is watching a chart, over the database's LISTEN and NOTIFY. */
import pg from 'pg';
import { connection } from '../db';
import { CHANNEL } from './changes';

type Watcher = (revision: number) => void;
const watchers = new Map<string, Set<Watcher>>();
let listener: Promise<void> | undefined;

async function listen(): Promise<void> {
  const client = new pg.Client(connection());
  const lost = () => {
    listener = undefined;
    // Those who watch now would hear nothing more: end their streams, so that they come back and catch up.
    for (const set of [...watchers.values()]) for (const tell of [...set]) tell(-1);
  };
  client.on('error', lost);
  client.on('end', lost);
  client.on('notification', ({ payload }) => {
    const { id, revision } = JSON.parse(payload ?? '{}') as { id: string; revision: number };
    for (const tell of watchers.get(id) ?? []) tell(revision);
  });
  await client.connect();
  await client.query(`LISTEN ${CHANNEL}`);
}

/**
 * Calls `tell` with each new revision of a chart; -1 means that the connection was lost.
 * @returns the function that stops it
 */
export async function watch(id: string, tell: Watcher): Promise<() => void> {
  listener ??= listen().catch((error: unknown) => {
    listener = undefined;
    throw error;
  });
  await listener;
  const set = watchers.get(id) ?? new Set();
  set.add(tell);
  watchers.set(id, set);
  return () => {
    set.delete(tell);
    if (set.size === 0) watchers.delete(id);
  };
}
