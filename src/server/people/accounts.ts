/** Accounts of people: the first administrator takes over what was there; others are made by administrators. */
import { query, transaction } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import { settings } from '../settings.mjs';
import { attempted } from './attempts';
import { note } from './events';
import { endKey, keysOf } from './keys';
import { write } from './letters';
import { hashed, matches, weakness } from './passwords';
import { endSessions, type Person } from './sessions';
import { newToken, tokenHash } from './tokens';

export interface NewPerson {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** @throws 422 for a weak one */
export async function checkedHash({ name, email, password }: NewPerson): Promise<string> {
  const weak = weakness(password, [name, email, email.split('@')[0]!]);
  if (weak) throw wrongValue('password', weak);
  return hashed(password);
}

/** Whether somebody looks after accounts. */
export async function hasPeople(): Promise<boolean> {
  const [row] = await query<{ some: boolean }>('SELECT EXISTS (SELECT FROM accounts WHERE administrator) AS some');
  return row?.some ?? false;
}

/** How long the link of the first administrator is good. */
const FIRST_DAYS = 7;

/** A link by which the first administrator signs up, once; undefined where there is one already. */
export async function firstLink(address: string): Promise<string | undefined> {
  if (await hasPeople()) return undefined;
  const token = newToken();
  await query(
    `INSERT INTO one_time (token, purpose, ends_at) VALUES ($1, 'first', now() + interval '${FIRST_DAYS} days')`,
    [tokenHash(token)],
  );
  return `${address}/first#${token}`;
}

/**
 * Makes the first administrator: the account of whoever was alone here, so that all that was there is theirs.
 * @returns the account
 * @throws 403 where the link is not, or no more, good
 */
export async function makeFirst(token: string, person: NewPerson, local: string): Promise<string> {
  const refused = new ApiError(
    403,
    'link-ended',
    'This link is not good any more; the next start of the server prints another.',
  );
  const good = "purpose = 'first' AND ends_at > now()";
  const [known] = await query(`SELECT FROM one_time WHERE token = $1 AND ${good}`, [tokenHash(token)]);
  if (!known) throw refused;
  const password = await checkedHash(person);
  return transaction(async (client) => {
    await client.query('LOCK TABLE accounts IN EXCLUSIVE MODE');
    const used = await client.query(`DELETE FROM one_time WHERE token = $1 AND ${good} RETURNING token`, [
      tokenHash(token),
    ]);
    const some = await client.query('SELECT FROM accounts WHERE administrator LIMIT 1');
    if (used.rowCount === 0 || some.rowCount !== 0) throw refused;
    await client.query("DELETE FROM one_time WHERE purpose = 'first'");
    await client.query('UPDATE accounts SET name = $2, email = $3, password = $4, administrator = true WHERE id = $1', [
      local,
      person.name,
      person.email,
      password,
    ]);
    return local;
  });
}

/**
 * @param person without a password they are written to, and sign in by a link first
 * @param by who makes it
 * @throws 409 where somebody has the e-mail address; 422 for a weak password
 */
export async function makeAccount(
  { password: chosen, ...person }: Omit<NewPerson, 'password'> & { readonly password?: string | undefined },
  by: string,
): Promise<string> {
  const password = chosen === undefined ? null : await checkedHash({ ...person, password: chosen });
  const [made] = await query<{ id: string }>(
    `INSERT INTO accounts (name, email, password) VALUES ($1, $2, $3)
     ON CONFLICT ((lower(email))) DO NOTHING RETURNING id`,
    [person.name, person.email, password],
  );
  if (!made) throw new ApiError(409, 'email-taken', 'Somebody has an account with this e-mail address.');
  await note('account-made', made.id, `by ${by}`);
  if (password === null)
    await write({
      to: person.email,
      subject: 'An account for you',
      words: `${by} made an account for you at Dendrotax. Go to ${settings().address}/sign-in and have a link sent to this address; a password can be taken afterwards.\n`,
    });
  return made.id;
}

/**
 * Another password for whoever knows the one before; everywhere else they are signed out. Keys of scripts stay unless they are to
 * end as well.
 * @returns the keys that stay
 * @throws 403 where the one before is not right, 429 where it was guessed at too often, 422 for a weak one
 */
export async function changePassword(
  { account, name, email, session }: Person,
  {
    now,
    next,
    endKeys = false,
  }: { readonly now: string; readonly next: string; readonly endKeys?: boolean | undefined },
  caller: string,
): Promise<{ keys: readonly { readonly id: string; readonly name: string }[] }> {
  const attempt = await attempted({ tried: 'password', at: email, caller, device: account });
  const known = await accountBy(email);
  if (!(await matches(known?.password, now, caller))) {
    throw new ApiError(403, 'wrong-password', 'The password that you have now is not right.', [
      { code: 'wrong-password', message: 'It is not right.', field: 'now' },
    ]);
  }
  const password = await checkedHash({ name, email, password: next });
  await query('UPDATE accounts SET password = $2 WHERE id = $1', [account, password]);
  await attempt.right();
  await note('password-changed', account);
  await endSessions(account, session);
  const keys = await keysOf(account);
  if (!endKeys) return { keys: keys.map(({ id, name }) => ({ id, name })) };
  for (const { id } of keys) await endKey(account, id);
  return { keys: [] };
}

export interface Account {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly administrator: boolean;
  readonly charts: number;
}

export const listAccounts = (): Promise<Account[]> =>
  query<Account & Record<string, unknown>>(
    `SELECT a.id, a.name, a.email, a.administrator,
            (SELECT count(*)::int FROM charts c WHERE c.owner = a.id AND c.task IS NULL AND c.binned_at IS NULL) AS charts
       FROM accounts a WHERE a.email IS NOT NULL ORDER BY lower(a.name), a.id LIMIT 5000`,
  );

export async function accountBy(email: string): Promise<{ id: string; password: string | null } | undefined> {
  const [row] = await query<{ id: string; password: string | null }>(
    'SELECT id, password FROM accounts WHERE lower(email) = lower($1)',
    [email],
  );
  return row;
}
