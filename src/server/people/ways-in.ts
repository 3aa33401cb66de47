/** Signing in, whichever way: what is the same for all of them, and the ways by e-mail. */
import { query } from '../db';
import { ApiError } from '../http/problem';
import { settings } from '../settings.mjs';
import { accountBy, checkedHash } from './accounts';
import { attempted, forgetAttempts } from './attempts';
import { knownDevice } from './devices';
import { note } from './events';
import { write } from './letters';
import { dropOneTime, makeOneTime, takeOneTime } from './one-time';
import { matches } from './passwords';
import { isSecondFactor } from './second-factor';
import { beginSession, endSession, endSessions, type Person } from './sessions';

export interface Asker {
  /** Where it comes from, for counting attempts and for the log. */
  readonly caller: string;
  readonly agent: string;
  /** What the browser is known by, where somebody signed in with it before. */
  readonly device?: string | undefined;
  /** Who is signed in there now, whose session it takes the place of. */
  readonly person?: Person | undefined;
}

const challenge = { 'www-authenticate': 'Session realm="Dendrotax"' };
const wrong = () =>
  new ApiError(401, 'wrong-sign-in', 'The e-mail address or the password is not right.', [], {}, challenge);
const needsCode = (message: string) => new ApiError(401, 'second-factor', message, [], {}, challenge);

interface Known {
  readonly id: string;
  readonly email: string;
  readonly totp: boolean;
}

async function knownBy(account: string): Promise<Known | undefined> {
  const [row] = await query<Known & Record<string, unknown>>(
    'SELECT id, email, totp IS NOT NULL AS totp FROM accounts WHERE id = $1',
    [account],
  );
  return row;
}

/**
 * Begins a session once it is sure who asks.
 * @param code of the second factor, where the account has one and the way in is not one by itself
 * @returns what the browser is to hold
 * @throws 401 where a code is needed, or is not right; 429 after many that were not
 */
export async function enter(
  account: string,
  { caller, agent, person, device }: Asker,
  how: string,
  code: string | undefined,
  strong = false,
): Promise<string> {
  const known = await knownBy(account);
  if (!known) throw wrong();
  if (known.totp && !strong) {
    if (code === undefined || code === '') throw needsCode('The code of your app is needed as well.');
    const attempt = await attempted({
      tried: 'code',
      at: account,
      caller,
      device: await knownDevice(device, account),
    });
    if (!(await isSecondFactor(account, code))) {
      await note('sign-in-failed', account, 'code', caller.trim());
      throw needsCode('The code is not right; codes change every half a minute.');
    }
    await attempt.right();
  }
  // Another session each time: what was known before signing in is good for nothing after (OWASP ASVS 5, 7.2.4).
  if (person) await endSession(person.account, person.session);
  const token = await beginSession(account, agent);
  await note('signed-in', account, how, caller.trim());
  return token;
}

/** @throws 401, 429 */
export async function enterByPassword(
  { email, password, code }: { readonly email: string; readonly password: string; readonly code?: string | undefined },
  asker: Asker,
): Promise<{ account: string; token: string }> {
  const { caller } = asker;
  const account = await accountBy(email);
  const device = await knownDevice(asker.device, account?.id);
  const attempt = await attempted({ tried: 'password', at: email, caller, device });
  // As slow, and in the same words, whether the address or the password was wrong.
  if (!(await matches(account?.password, password, caller)) || !account) {
    await note('sign-in-failed', account?.id ?? null, 'password', asker.caller.trim());
    throw wrong();
  }
  const token = await enter(account.id, asker, 'password', code);
  await attempt.right();
  return { account: account.id, token };
}

/** Sends a link that is good once, where somebody has the address; whether they have is not said. */
async function sendLink(
  purpose: 'sign-in' | 'recover',
  email: string,
  caller: string,
  letter: (token: string) => { readonly subject: string; readonly words: string },
): Promise<void> {
  // Counted as attempts are: nobody is sent hundreds.
  await attempted({ tried: 'letter', at: email, caller });
  const account = await accountBy(email);
  if (account) await write({ to: email, ...letter(await makeOneTime(purpose, account.id)) });
}

/** A link by which somebody signs in. */
export const askSignInLink = (email: string, caller: string): Promise<void> =>
  sendLink('sign-in', email, caller, (token) => ({
    subject: 'Your link to sign in',
    words: `Sign in to Dendrotax by this link. It is good once, for ten minutes:\n\n${settings().address}/by-link#${token}\n\nIf you did not ask for it, somebody else did; nothing happens if you leave it.\n`,
  }));

export async function enterByLink(token: string, code: string | undefined, asker: Asker) {
  // With a second factor the link is needed once more, with the code: it is taken only when all is right.
  const { account } = await takeOneTime('sign-in', token);
  try {
    return { account, token: await enter(account, asker, 'link', code) };
  } catch (error) {
    if (!(error instanceof ApiError) || error.code !== 'second-factor') throw error;
    const again = await makeOneTime('sign-in', account);
    throw new ApiError(401, 'second-factor', error.message, [], { again }, challenge);
  }
}

/** A link by which somebody who forgot their password takes another one. */
export const askRecovery = (email: string, caller: string): Promise<void> =>
  sendLink('recover', email, caller, (token) => ({
    subject: 'Another password',
    words: `Take another password for Dendrotax by this link. It is good once, for ten minutes:\n\n${settings().address}/recover#${token}\n\nIf you did not ask for it, leave it: your password stays as it is.\n`,
  }));

/** Another password, by a link; everywhere they are signed out. A second factor stays as it is. */
export async function recover(token: string, password: string): Promise<void> {
  const { account } = await takeOneTime('recover', token);
  const [row] = await query<{ name: string; email: string }>('SELECT name, email FROM accounts WHERE id = $1', [
    account,
  ]);
  let hash: string;
  try {
    hash = await checkedHash({ ...row!, password });
  } catch (error) {
    // A weak password is no reason to ask for another link.
    const again = await makeOneTime('recover', account);
    if (error instanceof ApiError)
      throw new ApiError(error.status, error.code, error.message, error.problems, { again });
    throw error;
  }
  await query('UPDATE accounts SET password = $2 WHERE id = $1', [account, hash]);
  await dropOneTime('recover', account);
  await dropOneTime('sign-in', account);
  await endSessions(account);
  await forgetAttempts('password', row!.email);
  await note('password-recovered', account);
  await write({
    to: row!.email,
    subject: 'Your password was changed',
    words:
      'Your password for Dendrotax was changed by a link that was sent to this address. If that was not you, tell your administrator.\n',
  });
}

/** Asks a new address whether it is theirs; until it is confirmed the old one holds. @throws 403 for a wrong password */
export async function askEmail(
  { account, name, email: now }: Person,
  { email, password }: { readonly email: string; readonly password: string },
  caller: string,
): Promise<void> {
  const attempt = await attempted({ tried: 'password', at: now, caller, device: account });
  const known = await accountBy(now);
  if (!(await matches(known?.password, password, caller))) {
    throw new ApiError(403, 'wrong-password', 'The password is not right.', [
      { code: 'wrong-password', message: 'It is not right.', field: 'password' },
    ]);
  }
  await attempt.right();
  const token = await makeOneTime('email', account, { email });
  await write({
    to: email,
    subject: 'Is this your address?',
    words: `${name} wants to sign in to Dendrotax with this address. If that is you, confirm it within an hour:\n\n${settings().address}/confirm#${token}\n`,
  });
}

/** @throws 403 for a link that is not good; 409 where somebody has the address meanwhile */
export async function confirmEmail(token: string): Promise<string> {
  const { account, about } = await takeOneTime<{ email: string }>('email', token);
  const [before] = await query<{ email: string }>('SELECT email FROM accounts WHERE id = $1', [account]);
  const other = await accountBy(about.email);
  if (other && other.id !== account)
    throw new ApiError(409, 'email-taken', 'Somebody has an account with this e-mail address.');
  await query('UPDATE accounts SET email = $2 WHERE id = $1', [account, about.email]);
  await note('email-changed', account, `${before?.email} - ${about.email}`);
  await write({
    to: before!.email,
    subject: 'Your address was changed',
    words: `You sign in to Dendrotax with ${about.email} from now on. If that was not you, tell your administrator.\n`,
  });
  return about.email;
}
