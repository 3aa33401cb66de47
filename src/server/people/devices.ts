/**
 * Browsers that somebody signed in with before: others who guess at the account do not hold those up. Source: OWASP, "Slow down
 * online guessing attacks with device cookies".
 */
import { query } from '../db';
import { isSecure } from '../doors';
import { newToken, tokenHash } from './tokens';

const NAME = 'dendrotax-device';
const DAYS = 365;

/** What a browser sent as its device token; undefined where it sent none. */
export const deviceIn = (header: string | null): string | undefined =>
  new RegExp(`(?:^|;\\s*)${NAME}=([\\w-]{20,100})(?:;|$)`).exec(header ?? '')?.[1];

/** The device by which attempts at an account are counted apart; undefined where nobody signed in to it there. */
export async function knownDevice(token: string | undefined, account: string | undefined): Promise<string | undefined> {
  if (token === undefined || account === undefined) return undefined;
  const hash = tokenHash(token);
  const [row] = await query('SELECT FROM devices WHERE token = $1 AND account = $2', [hash, account]);
  return row && hash.toString('hex');
}

/** Notes that somebody signed in with a browser. @returns the cookie that it is to hold */
export async function rememberDevice(token: string | undefined, account: string): Promise<string> {
  const own = token ?? newToken();
  await query(
    'INSERT INTO devices (token, account) VALUES ($1, $2) ON CONFLICT (token, account) DO UPDATE SET used_at = now()',
    [tokenHash(own), account],
  );
  return `${NAME}=${own}; Path=/api/; HttpOnly; SameSite=Lax; Max-Age=${DAYS * 86_400}${isSecure() ? '; Secure' : ''}`;
}

export const sweepDevices = (): Promise<unknown> =>
  query(`DELETE FROM devices WHERE used_at < now() - interval '${DAYS} days'`);
