/** The database: one pool, transactions, and making it ready (migrations, demo data) before its first use. */
import { AsyncLocalStorage } from 'node:async_hooks';
import pg from 'pg';
import { maybeLater } from './database-away';
import { log } from './log';
import { migrate, migrations, missing } from './migrate';
import { ASKING, type Asking, askingSql, letAsk } from './row-security';
import { seed } from './seed';
import { settings } from './settings.mjs';

export type Client = pg.PoolClient;

const LOCAL = 'Local account';

/**
 * How long a statement may run, wait for a lock, or leave a transaction open, in milliseconds. The last is for a database
 * that takes a statement and never answers, as one that is stopped does: its own limits can't bind then.
 */
const limits = () => {
  const most = settings().statementMs;
  return {
    statement_timeout: most,
    lock_timeout: Math.ceil(most * 0.4),
    idle_in_transaction_session_timeout: Math.ceil(most * 1.5),
    query_timeout: Math.ceil(most * 1.5),
  };
};

/** @param listening for LISTEN, which a pooler of transactions can't carry */
export function connection(listening = false): pg.PoolConfig {
  const url = listening ? settings().listenUrl : settings().databaseUrl;
  if (!url) throw new Error('DATABASE_URL is not set; "npm start" sets it.');
  return { connectionString: url, connectionTimeoutMillis: 5_000, keepAlive: true };
}

/** Connections of a worker thread: it carries out one request at a time. */
const OF_THREAD = 2;
let inThread = false;

let pool: pg.Pool | undefined;
let ready: Promise<string> | undefined;

/** A server that goes away ends its connections; the next query opens a new one. */
const lost = (error: Error) => log().warn({ error: error.message }, 'database connection lost');

function rawPool(): pg.Pool {
  if (!pool) {
    pool = new pg.Pool({
      ...connection(),
      ...(!settings().pooled && limits()),
      max: inThread ? OF_THREAD : settings().connections,
    });
    pool.on('error', lost);
    // The pool hears what happens to idle connections only: one that is lost while it is used would end the process. What
    // runs on it then fails by itself, and is answered.
    pool.on('connect', (client) => client.on('error', lost));
  }
  return pool;
}

/** The transaction that the present work is part of. */
const present = new AsyncLocalStorage<Client>();
/** In whose name the present work is done; the server's own where there is none. */
const asking = new AsyncLocalStorage<Asking | undefined>();

/** Work in somebody's name: of each row the database decides by itself whether they may see or change it. */
export const inNameOf = <T>(who: Asking, work: () => T): T => asking.run(settings().people ? who : undefined, work);

/** Work of the server's own within somebody's: finding out who may what. */
export async function asServer<T>(work: () => Promise<T>): Promise<T> {
  if (!asking.getStore()) return work();
  const within = present.getStore();
  if (!within) return asking.run(undefined, work);
  await within.query('SET LOCAL ROLE NONE');
  try {
    return await asking.run(undefined, work);
  } finally {
    await within.query(`SET LOCAL ROLE ${ASKING}`).catch(() => undefined);
  }
}

/** An error with its reason where that is known to be a later version of this product, which others have started meanwhile. */
async function explained(error: unknown): Promise<unknown> {
  if (!maybeLater(error)) return error;
  const had = await rawPool()
    .query<{ name: string; checksum: string | null }>('SELECT name, checksum FROM migrations')
    .catch(() => undefined);
  try {
    if (had) missing(migrations, had.rows);
    return error;
  } catch (later) {
    return later;
  }
}

async function inTransaction<T>(work: (client: Client) => Promise<T>): Promise<T> {
  const client = await rawPool().connect();
  let broken: Error | undefined;
  try {
    const who = asking.getStore();
    await client.query(who ? `BEGIN; ${askingSql(who)}` : 'BEGIN');
    // A pooler hands each transaction to another session: what holds for all of them is set with the database's user.
    if (settings().pooled) await client.query(`SET LOCAL lock_timeout = ${limits().lock_timeout}`);
    const result = await present.run(client, () => work(client));
    await client.query('COMMIT');
    return result;
  } catch (thrown) {
    const error = await explained(thrown);
    await client.query('ROLLBACK').catch((failed: Error) => {
      broken = failed;
    });
    throw error;
  } finally {
    client.release(broken);
  }
}

async function prepare(): Promise<string> {
  const client = new pg.Client(connection(true));
  client.on('error', lost);
  await client.connect();
  try {
    await migrate(client);
    if (settings().people) await letAsk(client);
  } finally {
    await client.end();
  }
  return inTransaction(async (client) => {
    // Two servers may start at once on one database.
    await client.query('LOCK TABLE accounts IN EXCLUSIVE MODE');
    const known = await client.query<{ id: string; email: string | null }>(
      'SELECT id, email FROM accounts ORDER BY created_at LIMIT 1',
    );
    const account =
      known.rows[0]?.id ??
      (await client.query<{ id: string }>('INSERT INTO accounts (name) VALUES ($1) RETURNING id', [LOCAL])).rows[0]!.id;
    // Once it is somebody's, nothing is put into it that they did not make.
    if (!known.rows[0]?.email) await seed(client, account);
    return account;
  });
}

/** Makes the database ready once; a failure is tried again at the next call. Gives the account of whoever is alone here. */
export function localAccount(): Promise<string> {
  ready ??= outside(prepare).catch((error: unknown) => {
    ready = undefined;
    throw error;
  });
  return ready;
}

/** In a worker thread: whoever started it has made the database ready. */
export function databaseIsReady(): void {
  inThread = true;
  ready = Promise.resolve('');
}

/** A query; within a transaction it is part of it. */
export async function query<R extends pg.QueryResultRow>(sql: string, values: unknown[] = []): Promise<R[]> {
  await localAccount();
  const within = present.getStore();
  if (within) return (await within.query<R>(sql, values)).rows;
  if (asking.getStore()) return inTransaction(async (client) => (await client.query<R>(sql, values)).rows);
  try {
    return (await rawPool().query<R>(sql, values)).rows;
  } catch (thrown) {
    throw await explained(thrown);
  }
}

/** Work in one transaction: all of it or nothing. Within another it is part of that one. */
export async function transaction<T>(work: (client: Client) => Promise<T>): Promise<T> {
  await localAccount();
  const around = present.getStore();
  return around ? work(around) : inTransaction(work);
}

/** Work that is no part of the present transaction, whoever began it; in the same name. */
export const beside = <T>(work: () => T): T => present.exit(work);
/** Work of the server's own that is no part of what it was begun by. */
export const outside = <T>(work: () => T): T => present.exit(() => asking.run(undefined, work));

/** Connections of this process: all, those that nobody uses, and who waits for one. */
export const poolFigures = () => ({
  all: pool?.totalCount ?? 0,
  idle: pool?.idleCount ?? 0,
  waiting: pool?.waitingCount ?? 0,
});
