import type { PoolClient } from 'pg';

const files = import.meta.glob<string>('../../db/migrations/*.sql', { query: '?raw', import: 'default', eager: true });

/** Arbitrary number that all servers of this product lock, so that one of them migrates and the others wait. */
const LOCK = 7_461_923;

/** Runs the numbered migrations that this database has not had, in order; the caller's transaction holds them all. */
export async function migrate(client: PoolClient): Promise<void> {
  await client.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
  await client.query(
    'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())',
  );
  const { rows } = await client.query<{ name: string }>('SELECT name FROM migrations');
  const had = new Set(rows.map((row) => row.name));
  for (const path of Object.keys(files).sort()) {
    const name = path.slice(path.lastIndexOf('/') + 1);
    if (had.has(name)) continue;
    await client.query(files[path]!);
    await client.query('INSERT INTO migrations (name) VALUES ($1)', [name]);
  }
}
