/** Sessions: opaque, kept by their hash, ended one by one or all. The cookie is all that a browser holds. */
import { told } from '../charts/told';
import { query } from '../db';
import { isSecure } from '../doors';
import { newId } from '../ids';
import { forgetKnown, noteKnown } from '../known';
import { newToken, tokenHash } from './tokens';

/** A session that is not used ends after so many days, and any after so many. */
const DAYS = { unused: 14, most: 90 };
const DAY_SECONDS = 86_400;
/** When it was last used is kept to within so many minutes. */
const USED_MINUTES = 5;

/** RFC 6265bis, 4.1.3: a name that only a secure answer from this very host can set. */
export const cookieName = (): string => (isSecure() ? '__Host-dendrotax' : 'dendrotax');

const LIVING = `used_at > now() - interval '${DAYS.unused} days' AND made_at > now() - interval '${DAYS.most} days'`;

export interface Person {
  readonly account: string;
  readonly name: string;
  /** Empty for learners, who have none. */
  readonly email: string;
  /** Of learners: their class. They may do little; see `classes/allowed.ts`. */
  readonly class: string | null;
  /** Of learners: they are not let into their class yet. */
  readonly waiting: boolean;
  readonly administrator: boolean;
  /** They have a second factor, or a passkey, which is one by itself. */
  readonly secondFactor: boolean;
  /** Names the session in lists. */
  readonly session: string;
  /** It was not used for a while: its cookie is given anew, so that it lasts from now on. */
  readonly renewed: boolean;
}

/** What a browser sent as our cookie; undefined where it sent none. */
export function tokenIn(header: string | null): string | undefined {
  for (const part of (header ?? '').split(';')) {
    const at = part.indexOf('=');
    if (at > 0 && part.slice(0, at).trim() === cookieName()) return part.slice(at + 1).trim();
  }
  return undefined;
}

/** Set-Cookie (RFC 6265, 4.1). @param token undefined: takes the cookie away */
export function cookieOf(token: string | undefined): string {
  const age = token === undefined ? 0 : DAYS.unused * DAY_SECONDS;
  const secure = isSecure() ? '; Secure' : '';
  return `${cookieName()}=${token ?? ''}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${age}${secure}`;
}

/** Longest name of a browser that is kept. */
const AGENT = 200;

/** @returns what the browser is to hold */
export async function beginSession(account: string, agent: string): Promise<string> {
  const token = newToken();
  await query('INSERT INTO sessions (token, id, account, agent) VALUES ($1, $2, $3, $4)', [
    tokenHash(token),
    newId(),
    account,
    agent.replace(/\0/g, '').slice(0, AGENT),
  ]);
  return token;
}

/** Who a token is of; undefined where its session ended, or never was. */
export async function personOf(token: string): Promise<Person | undefined> {
  const [row] = await query<Omit<Person, 'renewed'> & { stale: boolean }>(
    `SELECT s.account, s.id AS session, a.name, coalesce(a.email, '') AS email, a.class, a.waiting, a.administrator,
            a.totp IS NOT NULL OR EXISTS (SELECT FROM passkeys p WHERE p.account = a.id) AS "secondFactor",
            s.used_at < now() - interval '${USED_MINUTES} minutes' AS stale
       FROM sessions s JOIN accounts a ON a.id = s.account
      WHERE s.token = $1 AND ${LIVING}`,
    [tokenHash(token)],
  );
  if (!row) {
    forgetKnown(token);
    return undefined;
  }
  noteKnown(token);
  const { stale, ...person } = row;
  if (stale) await query('UPDATE sessions SET used_at = now() WHERE token = $1', [tokenHash(token)]);
  return { ...person, renewed: stale };
}

export interface Session {
  readonly id: string;
  readonly madeAt: string;
  readonly usedAt: string;
  readonly agent: string;
}

export const sessionsOf = (account: string): Promise<Session[]> =>
  query<Session & Record<string, unknown>>(
    `SELECT id, made_at AS "madeAt", used_at AS "usedAt", agent FROM sessions
      WHERE account = $1 AND ${LIVING} ORDER BY used_at DESC, id LIMIT 200`,
    [account],
  );

export async function sessionLives(id: string): Promise<boolean> {
  return (await query(`SELECT FROM sessions WHERE id = $1 AND ${LIVING}`, [id])).length > 0;
}

/** What is open in the name of an account is asked again at once, on every server. */
const changed = (account: string) => told({ account });

/** @returns whether there was such a one */
export async function endSession(account: string, id: string): Promise<boolean> {
  const ended = await query('DELETE FROM sessions WHERE account = $1 AND id = $2 RETURNING id', [account, id]);
  await changed(account);
  return ended.length > 0;
}

/** All but one, such as the one that asks. */
export async function endSessions(account: string, but = ''): Promise<void> {
  await query('DELETE FROM sessions WHERE account = $1 AND id <> $2', [account, but]);
  await changed(account);
}

/** Takes away what ended long ago, with links that count no more. */
export async function sweepSessions(): Promise<void> {
  await query(`DELETE FROM sessions WHERE NOT (${LIVING})`);
  await query('DELETE FROM one_time WHERE ends_at < now()');
}
