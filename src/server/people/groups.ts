/** Groups of people, made by administrators or by the provider that people sign in with. */
import { told } from '../charts/told';
import { query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import { note } from './events';

export interface Group {
  readonly id: string;
  readonly name: string;
  readonly members: readonly { readonly id: string; readonly name: string }[];
}

export const listGroups = (): Promise<Group[]> =>
  query<Group & Record<string, unknown>>(
    `SELECT g.id, g.name, coalesce(
              json_agg(json_build_object('id', a.id, 'name', a.name) ORDER BY lower(a.name)) FILTER (WHERE a.id IS NOT NULL), '[]'
            ) AS members
       FROM groups g LEFT JOIN members m ON m."group" = g.id LEFT JOIN accounts a ON a.id = m.account
      GROUP BY g.id ORDER BY lower(g.name), g.id LIMIT 2000`,
  );

const gone = () => new ApiError(404, 'not-found', 'There is no such group.');
const taken = () => new ApiError(409, 'name-taken', 'There is a group of this name.');

export async function makeGroup(name: string): Promise<string> {
  const [made] = await query<{ id: string }>(
    'INSERT INTO groups (id, name) VALUES ($1, $2) ON CONFLICT ((lower(name))) DO NOTHING RETURNING id',
    [newId(), name],
  );
  if (!made) throw taken();
  return made.id;
}

/** @throws 404 where there is no such group, or one of the people is not known */
export async function changeGroup(
  id: string,
  { name, members }: { readonly name?: string | undefined; readonly members?: readonly string[] | undefined },
): Promise<void> {
  await transaction(async (db) => {
    const there = await db.query('SELECT FROM groups WHERE id = $1 FOR UPDATE', [id]);
    if (there.rowCount === 0) throw gone();
    if (name !== undefined) {
      const other = await db.query('SELECT FROM groups WHERE lower(name) = lower($1) AND id <> $2', [name, id]);
      if (other.rowCount) throw taken();
      await db.query('UPDATE groups SET name = $2 WHERE id = $1', [id, name]);
    }
    if (members === undefined) return;
    const known = await db.query('SELECT FROM accounts WHERE id::text = ANY ($1)', [members]);
    if (known.rowCount !== new Set(members).size)
      throw new ApiError(422, 'unknown-person', 'One of these people has no account here.');
    const before = await db.query<{ account: string }>('DELETE FROM members WHERE "group" = $1 RETURNING account', [
      id,
    ]);
    await db.query('INSERT INTO members ("group", account) SELECT DISTINCT $1, m::uuid FROM unnest($2::text[]) m', [
      id,
      members,
    ]);
    for (const { account } of before.rows) await told({ account });
  });
  await note('group-changed', null, name ?? id);
}

export async function removeGroup(id: string): Promise<void> {
  const members = await query<{ account: string }>('SELECT account FROM members WHERE "group" = $1', [id]);
  if ((await query('DELETE FROM groups WHERE id = $1 RETURNING id', [id])).length === 0) throw gone();
  for (const { account } of members) await told({ account });
}

/** People and groups that are offered. */
const OFFERED = 8;

/** People and groups whose name, or address, has a word that begins so. */
export async function findPeople(
  words: string,
): Promise<{ people: { name: string; email: string }[]; groups: string[] }> {
  const begins = `${words.trim().replace(/[\\%_]/g, '\\$&')}%`;
  if (begins === '%') return { people: [], groups: [] };
  const people = await query<{ name: string; email: string }>(
    `SELECT name, email FROM accounts
      WHERE email IS NOT NULL AND (name ILIKE $1 OR name ILIKE '% ' || $1 OR email ILIKE $1)
      ORDER BY lower(name), id LIMIT ${OFFERED}`,
    [begins],
  );
  const groups = await query<{ name: string }>(
    `SELECT name FROM groups WHERE name ILIKE $1 OR name ILIKE '% ' || $1 ORDER BY lower(name) LIMIT ${OFFERED}`,
    [begins],
  );
  return { people, groups: groups.map(({ name }) => name) };
}
