/** The database: one pool, transactions, and making it ready (migrations, demo data) before its first use. */
import { AsyncLocalStorage } from 'node:async_hooks';
import pg from 'pg';
import { migrate } from './migrate';
import { seed } from './seed';

export type Client = pg.PoolClient;

const LOCAL = 'Local account';

/** Connections of one server; each is held for a moment only. */
const MOST_CONNECTIONS = 10;
/**
 * How long a statement may run, wait for a lock, or leave a transaction open, in milliseconds. The last is for a database
 * that takes a statement and never answers, as one that is stopped does: its own limits can't bind then.
 */
const LIMITS = {
  statement_timeout: 20_000,
  lock_timeout: 8_000,
  idle_in_transaction_session_timeout: 30_000,
  query_timeout: 30_000,
};

export const connection = (): pg.PoolConfig => {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; "npm start" sets it.');
  return { connectionString: url, connectionTimeoutMillis: 5_000, keepAlive: true };
};

let pool: pg.Pool | undefined;
let ready: Promise<string> | undefined;

/** A server that goes away ends its connections; the next query opens a new one. */
const lost = (error: Error) => console.error('database connection lost:', error.message);

function rawPool(): pg.Pool {
  if (!pool) {
    pool = new pg.Pool({ ...connection(), ...LIMITS, max: MOST_CONNECTIONS });
    pool.on('error', lost);
    // The pool hears what happens to idle connections only: one that is lost while it is used would end the process. What
    // runs on it then fails by itself, and is answered.
    pool.on('connect', (client) => client.on('error', lost));
  }
  return pool;
}

/** The transaction that the present work is part of. */
const present = new AsyncLocalStorage<Client>();

async function inTransaction<T>(work: (client: Client) => Promise<T>): Promise<T> {
  const client = await rawPool().connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN');
    const result = await present.run(client, () => work(client));
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((failed: Error) => {
      broken = failed;
    });
    throw error;
  } finally {
    client.release(broken);
  }
}

async function prepare(): Promise<string> {
  await inTransaction(migrate);
  return inTransaction(async (client) => {
    // Two servers may start at once on one database.
    await client.query('LOCK TABLE accounts IN EXCLUSIVE MODE');
    const known = await client.query<{ id: string }>('SELECT id FROM accounts ORDER BY created_at LIMIT 1');
    const account =
      known.rows[0]?.id ??
      (await client.query<{ id: string }>('INSERT INTO accounts (name) VALUES ($1) RETURNING id', [LOCAL])).rows[0]!.id;
    await seed(client, account);
    return account;
  });
}

/** Makes the database ready once; a failure is tried again at the next call. Gives the account that owns everything. */
export function account(): Promise<string> {
  ready ??= present.exit(prepare).catch((error: unknown) => {
    ready = undefined;
    throw error;
  });
  return ready;
}

/** A query; within a transaction it is part of it. */
export async function query<R extends pg.QueryResultRow>(sql: string, values: unknown[] = []): Promise<R[]> {
  await account();
  return (await (present.getStore() ?? rawPool()).query<R>(sql, values)).rows;
}

/** Work in one transaction: all of it or nothing. Within another it is part of that one. */
export async function transaction<T>(work: (client: Client) => Promise<T>): Promise<T> {
  await account();
  const around = present.getStore();
  return around ? work(around) : inTransaction(work);
}

/** Work that is no part of the present transaction, whoever began it. */
export const outside = <T>(work: () => T): T => present.exit(work);
