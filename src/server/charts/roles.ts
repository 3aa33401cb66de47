/** What people chose columns to be: kept by kind and headings. */
import { createHash } from 'node:crypto';
import { headingKey } from '../../core/list';
import { mayWrite, withAccount } from '../access';
import { query } from '../db';
import type { Who } from '../who';

const digest = (headings: readonly string[]) =>
  createHash('sha256')
    .update(JSON.stringify(headings.map(headingKey)))
    .digest('base64url');

/** The roles chosen the last time a list of this kind had these headings; none where nobody chose. */
export async function rolesFor(who: Who, kind: string, headings: readonly string[]): Promise<Record<string, string>> {
  withAccount(who);
  const rows = await query<{ roles: Record<string, string> }>(
    'SELECT roles FROM column_roles WHERE owner = $1 AND kind = $2 AND headings = $3',
    [who.account, kind, digest(headings)],
  );
  return rows[0]?.roles ?? {};
}

export async function keepRoles(
  who: Who,
  kind: string,
  headings: readonly string[],
  roles: Record<string, string>,
): Promise<void> {
  mayWrite(who);
  await query(
    `INSERT INTO column_roles (owner, kind, headings, roles) VALUES ($1, $2, $3, $4)
     ON CONFLICT (owner, kind, headings) DO UPDATE SET roles = excluded.roles, at = now()`,
    [who.account, kind, digest(headings), JSON.stringify(roles)],
  );
}
