import type { PoolClient } from 'pg';
import { LaterDatabase } from './database-away';

const files = import.meta.glob<string>('../../db/migrations/*.sql', { query: '?raw', import: 'default', eager: true });

/** Arbitrary number that all servers of this product lock, so that one of them migrates and the others wait. */
const LOCK = 7_461_923;

/** Runs the numbered migrations that this database has not had, in order; the caller's transaction holds them all. */
export async function migrate(client: PoolClient): Promise<void> {
  // Another server may be at it for long.
  await client.query('SET LOCAL lock_timeout = 0; SET LOCAL statement_timeout = 0');
  await client.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
  await client.query(
    'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())',
  );
  const { rows } = await client.query<{ name: string }>('SELECT name FROM migrations');
  const had = new Set(rows.map((row) => row.name));
  const nameOf = (path: string) => path.slice(path.lastIndexOf('/') + 1);
  const known = new Set(Object.keys(files).map(nameOf));
  const later = [...had].filter((name) => !known.has(name)).sort();
  if (later.length > 0)
    throw new LaterDatabase(
      `The database was used by a later version of Dendrotax (${later.join(', ')}); start that version, or give this one a database of its own.`,
    );
  for (const path of Object.keys(files).sort()) {
    const name = nameOf(path);
    if (had.has(name)) continue;
    await client.query(files[path]!);
    await client.query('INSERT INTO migrations (name) VALUES ($1)', [name]);
  }
}
