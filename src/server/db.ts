/** The database: one pool, transactions, and making it ready (migrations, demo data) before its first use. */
import pg from 'pg';
import { migrate } from './migrate';
import { seed } from './seed';

export type Client = pg.PoolClient;

const LOCAL = 'Local account';

export const connection = (): pg.PoolConfig => {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; "npm start" sets it.');
  return { connectionString: url, connectionTimeoutMillis: 5_000 };
};

let pool: pg.Pool | undefined;
let ready: Promise<string> | undefined;

function rawPool(): pg.Pool {
  if (!pool) {
    pool = new pg.Pool({ ...connection(), max: 10 });
    // A server that goes away ends idle connections; the next query opens a new one.
    pool.on('error', (error) => console.error('database connection lost:', error.message));
  }
  return pool;
}

async function inTransaction<T>(work: (client: Client) => Promise<T>): Promise<T> {
  const client = await rawPool().connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((lost: Error) => {
      broken = lost;
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
  ready ??= prepare().catch((error: unknown) => {
    ready = undefined;
    throw error;
  });
  return ready;
}

/** A query outside a transaction. */
export async function query<R extends pg.QueryResultRow>(sql: string, values: unknown[] = []): Promise<R[]> {
  await account();
  return (await rawPool().query<R>(sql, values)).rows;
}

/** Work in one transaction: all of it or nothing. */
export async function transaction<T>(work: (client: Client) => Promise<T>): Promise<T> {
  await account();
  return inTransaction(work);
}
