/** Keys of scripts: bearer tokens (RFC 6750) that are shown once and kept by their hash. */
import { told } from '../charts/told';
import { query } from '../db';
import { newId } from '../ids';
import { noteKnown } from '../known';
import { note } from './events';
import { newToken, tokenHash } from './tokens';

export const SCOPES = ['read', 'write', 'share'] as const;
export type Scope = (typeof SCOPES)[number];

export interface Key {
  readonly id: string;
  readonly account: string;
  readonly scope: Scope;
  /** The only charts that it is for. */
  readonly only?: readonly string[] | undefined;
}
/** Told apart from other secrets by whoever finds one lying about. */
const PREFIX = 'dtx_';
/** When it was last used is kept to within so many minutes. */
const USED_MINUTES = 5;

/** Whose a key is; undefined where it is none, or none any more. */
export async function keyOf(token: string): Promise<Key | undefined> {
  if (!token.startsWith(PREFIX)) return undefined;
  const [row] = await query<{ id: string; account: string; scope: Scope; charts: string[] | null; stale: boolean }>(
    `SELECT id, account, scope, charts,
            used_at IS NULL OR used_at < now() - interval '${USED_MINUTES} minutes' AS stale
       FROM keys WHERE token = $1`,
    [tokenHash(token)],
  );
  if (!row) return undefined;
  noteKnown(token);
  const { charts, stale, ...key } = row;
  if (stale) await query('UPDATE keys SET used_at = now() WHERE id = $1', [row.id]);
  return { ...key, ...(charts && { only: charts }) };
}

export interface NewKey {
  readonly name: string;
  readonly scope: Scope;
  readonly charts?: readonly string[] | undefined;
}

/** @returns the key itself, which is told this once */
export async function makeKey(account: string, { name, scope, charts }: NewKey): Promise<{ id: string; key: string }> {
  const [id, key] = [newId(), PREFIX + newToken()];
  await query('INSERT INTO keys (id, account, name, token, scope, charts) VALUES ($1, $2, $3, $4, $5, $6)', [
    id,
    account,
    name,
    tokenHash(key),
    scope,
    charts ?? null,
  ]);
  await note('key-made', account, `${name} (${scope})`);
  return { id, key };
}

export interface KeyCard {
  readonly id: string;
  readonly name: string;
  readonly scope: Scope;
  readonly charts: readonly string[] | null;
  readonly madeAt: string;
  readonly usedAt: string | null;
}

export const keysOf = (account: string): Promise<KeyCard[]> =>
  query<KeyCard & Record<string, unknown>>(
    `SELECT id, name, scope, charts, made_at AS "madeAt", used_at AS "usedAt" FROM keys
      WHERE account = $1 ORDER BY made_at DESC, id LIMIT 500`,
    [account],
  );

/** @returns whether there was such a one */
export async function endKey(account: string, id: string): Promise<boolean> {
  const ended = await query('DELETE FROM keys WHERE account = $1 AND id = $2 RETURNING id', [account, id]);
  if (ended.length > 0) await note('key-ended', account);
  await told({ account });
  return ended.length > 0;
}

export async function keyLives(id: string): Promise<boolean> {
  return (await query('SELECT FROM keys WHERE id = $1', [id])).length > 0;
}
