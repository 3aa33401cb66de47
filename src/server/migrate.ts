/** Numbered migrations, run in order and once; by whichever server comes first, while the others wait. */
import { createHash } from 'node:crypto';
import type { ClientBase } from 'pg';
import { LaterDatabase } from './database-away';

const found = import.meta.glob<string>('../../db/migrations/*.sql', { query: '?raw', import: 'default', eager: true });

export interface Migration {
  readonly name: string;
  readonly sql: string;
  /** Its statements can't run in a transaction, such as an index that is made beside the work: each runs by itself. */
  readonly alone: boolean;
  readonly checksum: string;
}

/** The first line of a migration whose statements run one by one. Each must do no harm where it is run again. */
const ALONE = '-- outside a transaction';

export function migrationsOf(files: Readonly<Record<string, string>>): Migration[] {
  return Object.entries(files)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([path, sql]) => ({
      name: path.slice(path.lastIndexOf('/') + 1),
      sql,
      alone: sql.startsWith(ALONE),
      checksum: createHash('sha256').update(sql).digest('hex'),
    }));
}
export const migrations = migrationsOf(found);

/** Arbitrary number that all servers of this product lock, so that one of them migrates and the others wait. */
const LOCK = 7_461_923;

interface Had {
  readonly name: string;
  readonly checksum: string | null;
}

/**
 * What of the known migrations a database has not had.
 * @throws LaterDatabase where it had some that are not known here, or other ones of the same name
 */
export function missing(known: readonly Migration[], had: readonly Had[]): Migration[] {
  const names = new Set(known.map(({ name }) => name));
  const later = had.flatMap(({ name }) => (names.has(name) ? [] : [name])).sort();
  if (later.length > 0)
    throw new LaterDatabase(
      `The database was used by a later version of Dendrotax (${later.join(', ')}); start that version, or give this one a database of its own.`,
    );
  const sums = new Map(had.map(({ name, checksum }) => [name, checksum]));
  const other = known.find(({ name, checksum }) => (sums.get(name) ?? checksum) !== checksum);
  if (other)
    throw new LaterDatabase(
      `The database was made ready by another version of ${other.name} than the one here; start the version it was used by.`,
    );
  return known.filter(({ name }) => !sums.has(name));
}

async function hadBy(client: ClientBase): Promise<Had[]> {
  await client.query(
    'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())',
  );
  // Younger than the table.
  await client.query('ALTER TABLE migrations ADD COLUMN IF NOT EXISTS checksum text');
  return (await client.query<Had>('SELECT name, checksum FROM migrations')).rows;
}

const note = (client: ClientBase, { name, checksum }: Migration) =>
  client.query(
    'INSERT INTO migrations (name, checksum) VALUES ($1, $2) ON CONFLICT (name) DO UPDATE SET checksum = excluded.checksum',
    [name, checksum],
  );

/**
 * Runs what this database has not had. Those in a row that can are one transaction: all of them or none.
 * @param client a connection of its own, which is ended after it: its settings and its lock go with it
 */
export async function migrate(client: ClientBase, known: readonly Migration[] = migrations): Promise<void> {
  // Another server may be at it for long.
  await client.query('SET lock_timeout = 0; SET statement_timeout = 0');
  await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
  const left = missing(known, await hadBy(client));
  for (let i = 0; i < left.length; ) {
    const one = left[i]!;
    if (one.alone) {
      for (const statement of one.sql.split(/;[ \t]*$/m)) if (statement.trim() !== '') await client.query(statement);
      await note(client, one);
      i++;
      continue;
    }
    await client.query('BEGIN');
    for (; i < left.length && !left[i]!.alone; i++) {
      await client.query(left[i]!.sql);
      await note(client, left[i]!);
    }
    await client.query('COMMIT');
  }
  // Those that were run before there were checksums have theirs from now on.
  for (const { name, checksum } of known)
    await client.query('UPDATE migrations SET checksum = $2 WHERE name = $1 AND checksum IS NULL', [name, checksum]);
}
