/** Links that are good once: handed out by e-mail, kept by their hash. */
import { query } from '../db';
import { ApiError } from '../http/problem';
import { newToken, tokenHash } from './tokens';

export type Purpose = 'sign-in' | 'recover' | 'email' | 'passkey' | 'provider';
/** How long each is good, in minutes. OWASP ASVS 5, 6.5.5: at most ten minutes for what signs in. */
const MINUTES: Readonly<Record<Purpose, number>> = { 'sign-in': 10, recover: 10, email: 60, passkey: 5, provider: 10 };

/** @returns the token */
export async function makeOneTime(purpose: Purpose, account: string | null, about: unknown = null): Promise<string> {
  const token = newToken();
  await query(
    `INSERT INTO one_time (token, purpose, account, about, ends_at)
     VALUES ($1, $2, $3, $4, now() + make_interval(mins => $5))`,
    [tokenHash(token), purpose, account, JSON.stringify(about), MINUTES[purpose]],
  );
  return token;
}

export const linkEnded = () =>
  new ApiError(
    403,
    'link-ended',
    'This link is not good any more: it is good once, and not for long. Ask for another.',
  );

/** Takes a token: it is good no more. @throws 403 where it is not good */
export async function takeOneTime<T>(
  purpose: Purpose,
  token: string,
): Promise<{ readonly account: string; readonly about: T }> {
  const [row] = await query<{ account: string; about: T }>(
    'DELETE FROM one_time WHERE token = $1 AND purpose = $2 AND ends_at > now() RETURNING account, about',
    [tokenHash(token), purpose],
  );
  if (!row) throw linkEnded();
  return row;
}

/** Takes back all of one purpose that are still out for an account. */
export const dropOneTime = (purpose: Purpose, account: string): Promise<unknown> =>
  query('DELETE FROM one_time WHERE purpose = $1 AND account = $2', [purpose, account]);
