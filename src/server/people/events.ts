/** What was done to accounts and rights, and who signed in or failed to: kept for administrators. OWASP ASVS 5, 16.3. */
import { query } from '../db';

export type What =
  | 'signed-in'
  | 'sign-in-failed'
  | 'signed-out-everywhere'
  | 'password-changed'
  | 'password-recovered'
  | 'email-changed'
  | 'second-factor-on'
  | 'second-factor-off'
  | 'passkey-added'
  | 'passkey-removed'
  | 'key-made'
  | 'key-ended'
  | 'account-made'
  | 'account-removed'
  | 'administrator-made'
  | 'administrator-unmade'
  | 'group-changed'
  | 'export';

/** Days for which it is kept. */
const KEPT_DAYS = 365;
const SHOWN = 200;

/** @param about in words, without secrets */
export async function note(what: What, account: string | null, about = '', address = ''): Promise<void> {
  await query(
    `INSERT INTO events (what, account, name, about, address)
     VALUES ($1, $2, coalesce((SELECT name FROM accounts WHERE id = $2), ''), $3, $4)`,
    [what, account, about.slice(0, 300), address.slice(0, 100)],
  );
}

export interface Noted {
  readonly id: string;
  readonly at: string;
  readonly what: What;
  readonly name: string;
  readonly about: string;
  readonly address: string;
}

/** Newest first; those before one, where that is named. */
export const lastEvents = (before?: string): Promise<Noted[]> =>
  query<Noted & Record<string, unknown>>(
    `SELECT id::text, at, what, name, about, address FROM events
      WHERE $1::bigint IS NULL OR id < $1 ORDER BY id DESC LIMIT ${SHOWN}`,
    [before ?? null],
  );

export const sweepEvents = (): Promise<unknown> =>
  query(`DELETE FROM events WHERE at < now() - make_interval(days => ${KEPT_DAYS})`);
