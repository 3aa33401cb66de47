/** An account that goes: what it has, all of that to take along, and what becomes of it. */
import { told } from '../charts/told';
import { type Client, query, transaction } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import { accountBy } from './accounts';
import { note } from './events';

export interface Belongings {
  readonly charts: number;
  /** Of them, those that others see. */
  readonly shared: number;
  readonly styles: number;
  readonly pictures: number;
  /** Classes: they go with the account, with all that their learners made. */
  readonly classes: number;
  /** Remarks on charts of others: they stay, with the name they were written under. */
  readonly remarks: number;
}

/** What an account has: said before it goes. */
export async function belongingsOf(account: string): Promise<Belongings> {
  const [row] = await query<Belongings & Record<string, unknown>>(
    `SELECT (SELECT count(*)::int FROM charts WHERE owner = $1 AND task IS NULL) AS charts,
            (SELECT count(*)::int FROM classes WHERE teacher = $1) AS classes,
            (SELECT count(DISTINCT c.id)::int FROM charts c JOIN shares s
               ON s.chart = c.id OR (s.owner = c.owner AND s.folder = c.folder) WHERE c.owner = $1) AS shared,
            (SELECT count(*)::int FROM house_styles WHERE owner = $1) AS styles,
            (SELECT count(*)::int FROM pictures WHERE owner = $1) AS pictures,
            (SELECT count(*)::int FROM remarks r JOIN charts c ON c.id = r.chart WHERE r.author = $1 AND c.owner <> $1) AS remarks`,
    [account],
  );
  return row!;
}

async function handOver(db: Client, from: string, to: string): Promise<void> {
  // Whoever gets it is no more somebody that it is shared with.
  await db.query(`DELETE FROM shares WHERE owner = $1 AND account = $2 AND (chart IS NOT NULL OR style IS NOT NULL)`, [
    from,
    to,
  ]);
  await db.query('DELETE FROM shares WHERE owner = $1 AND folder IS NOT NULL', [from]);
  await db.query('UPDATE charts SET owner = $2, folder = NULL WHERE owner = $1 AND task IS NULL', [from, to]);
  await db.query('UPDATE house_styles SET owner = $2 WHERE owner = $1', [from, to]);
  await db.query('UPDATE shares SET owner = $2 WHERE owner = $1', [from, to]);
}

/**
 * Removes an account.
 * @param to who gets its charts and house styles; undefined: they are removed for good
 * @throws 404 where there is none; 409 for the last administrator; 422 where nobody has the address
 */
export async function removeAccount(account: string, to: string | undefined): Promise<void> {
  const heir = to === undefined ? undefined : (await accountBy(to))?.id;
  if (to !== undefined && (!heir || heir === account))
    throw wrongValue('to', `Nobody else here has the e-mail address "${to}".`);
  const { name, charts } = await transaction(async (db) => {
    await db.query('LOCK TABLE accounts IN EXCLUSIVE MODE');
    const found = await db.query<{ name: string; administrator: boolean }>(
      'SELECT name, administrator FROM accounts WHERE id = $1',
      [account],
    );
    const own = found.rows[0];
    if (!own) throw new ApiError(404, 'not-found', 'There is no such account.');
    const others = await db.query('SELECT FROM accounts WHERE administrator AND id <> $1 LIMIT 1', [account]);
    if (own.administrator && others.rowCount === 0)
      throw new ApiError(409, 'last-administrator', 'Make somebody else an administrator first: this is the last one.');
    // Pictures that others' charts show become those of whose the charts are.
    await db.query(
      `INSERT INTO pictures (owner, id, mime, bytes, width, height, made_at)
       SELECT DISTINCT c.owner, p.id, p.mime, p.bytes, p.width, p.height, p.made_at
         FROM pictures p JOIN chart_parts t ON t.part = 'items' AND t.value -> 'picture' ->> 'file' = p.id
         JOIN charts c ON c.id = t.chart
        WHERE p.owner = $1 AND c.owner <> $1
       ON CONFLICT DO NOTHING`,
      [account],
    );
    const seen = await db.query<{ id: string }>('SELECT id FROM charts WHERE owner = $1', [account]);
    if (heir) {
      await db.query(
        `INSERT INTO pictures (owner, id, mime, bytes, width, height, made_at)
         SELECT $2, id, mime, bytes, width, height, made_at FROM pictures WHERE owner = $1 ON CONFLICT DO NOTHING`,
        [account, heir],
      );
      await handOver(db, account, heir);
    } else
      for (const table of ['charts', 'house_styles'])
        await db.query(`DELETE FROM ${table} WHERE owner = $1`, [account]);
    for (const table of ['pictures', 'answers', 'column_roles'])
      await db.query(`DELETE FROM ${table} WHERE owner = $1`, [account]);
    // With all of them: what learners made is no heir's.
    await db.query('DELETE FROM classes WHERE teacher = $1', [account]);
    await db.query('DELETE FROM accounts WHERE id = $1', [account]);
    return { name: own.name, charts: seen.rows.map(({ id }) => id) };
  });
  await note('account-removed', null, to === undefined ? name : `${name}; all of theirs went to ${to}`);
  await told({ account });
  for (const id of charts) await told({ id, access: true });
}

/** Makes somebody an administrator, or no more one. @throws 404; 409 for the last one */
export async function setAdministrator(account: string, administrator: boolean, by: string): Promise<void> {
  await transaction(async (db) => {
    await db.query('LOCK TABLE accounts IN EXCLUSIVE MODE');
    const others = await db.query('SELECT FROM accounts WHERE administrator AND id <> $1 LIMIT 1', [account]);
    if (!administrator && others.rowCount === 0)
      throw new ApiError(409, 'last-administrator', 'Make somebody else an administrator first: this is the last one.');
    const changed = await db.query('UPDATE accounts SET administrator = $2 WHERE id = $1 AND email IS NOT NULL', [
      account,
      administrator,
    ]);
    if (changed.rowCount === 0) throw new ApiError(404, 'not-found', 'There is no such account.');
  });
  await note(administrator ? 'administrator-made' : 'administrator-unmade', account, `by ${by}`);
}

export interface Storage {
  readonly bytes: number;
  readonly charts: number;
  readonly binned: number;
  readonly items: number;
  readonly changes: number;
  readonly pictures: number;
  readonly pictureBytes: number;
}

/** What the database holds; figures of large tables are PostgreSQL's own estimates. */
export async function storage(): Promise<Storage> {
  const [row] = await query<Storage & Record<string, unknown>>(
    `SELECT pg_database_size(current_database())::float8 AS bytes,
            (SELECT count(*)::int FROM charts WHERE binned_at IS NULL) AS charts,
            (SELECT count(*)::int FROM charts WHERE binned_at IS NOT NULL) AS binned,
            (SELECT coalesce(sum(items), 0)::int FROM charts) AS items,
            (SELECT greatest(reltuples, 0)::int FROM pg_class WHERE oid = 'changes'::regclass) AS changes,
            (SELECT count(*)::int FROM pictures) AS pictures,
            (SELECT coalesce(sum(octet_length(bytes)), 0)::float8 FROM pictures) AS "pictureBytes"`,
  );
  return row!;
}
