/** Passkeys: signing in by what a device holds. Source: Web Authentication, Level 3 (W3C), 7.1 and 7.2. */
import {
  type AuthenticationResponseJSON,
  generateAuthenticationOptions,
  generateRegistrationOptions,
  type RegistrationResponseJSON,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server';
import { query } from '../db';
import { ApiError } from '../http/problem';
import { note } from './events';
import { makeOneTime, takeOneTime } from './one-time';
import type { Person } from './sessions';
import { type Asker, enter } from './ways-in';

/** Under which name and address browsers reach this server: a passkey is good there only. */
export interface Place {
  readonly origin: string;
}
const hostOf = ({ origin }: Place) => new URL(origin).hostname;

const refused = () =>
  new ApiError(
    401,
    'wrong-passkey',
    'This passkey is not good here.',
    [],
    {},
    {
      'www-authenticate': 'Session realm="Dendrotax"',
    },
  );

interface Row {
  readonly id: string;
  readonly account: string;
  readonly public_key: Buffer;
  readonly counter: string;
  readonly transports: string[];
}

/** @returns what the browser makes a passkey with, and the ticket that goes back with it */
export async function passkeyOptions({ account, name, email }: Person, place: Place) {
  const had = await query<Row & Record<string, unknown>>('SELECT * FROM passkeys WHERE account = $1', [account]);
  const options = await generateRegistrationOptions({
    rpName: 'Dendrotax',
    rpID: hostOf(place),
    userName: email,
    userDisplayName: name,
    userID: new TextEncoder().encode(account),
    attestationType: 'none',
    excludeCredentials: had.map(({ id, transports }) => ({ id, transports: transports as never })),
    // It signs in by itself, so it has to know whoever uses it.
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  return { options, ticket: await makeOneTime('passkey', account, options.challenge) };
}

export async function addPasskey(
  { account }: Person,
  place: Place,
  { ticket, name, response }: { readonly ticket: string; readonly name: string; readonly response: unknown },
): Promise<void> {
  const { account: of, about: challenge } = await takeOneTime<string>('passkey', ticket);
  const verified =
    of === account &&
    (await verifyRegistrationResponse({
      response: response as RegistrationResponseJSON,
      expectedChallenge: challenge,
      expectedOrigin: place.origin,
      expectedRPID: hostOf(place),
      requireUserVerification: true,
    }).catch(() => undefined));
  if (verified === false || !verified?.verified)
    throw new ApiError(422, 'no-passkey', 'This passkey can not be taken; try again.');
  const { id, publicKey, counter, transports = [] } = verified.registrationInfo.credential;
  const made = await query(
    `INSERT INTO passkeys (id, account, name, public_key, counter, transports) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT DO NOTHING RETURNING id`,
    [id, account, name, Buffer.from(publicKey), counter, transports],
  );
  if (made.length === 0) throw new ApiError(409, 'had-already', 'This passkey is known already.');
  await note('passkey-added', account, name);
}

export interface PasskeyCard {
  readonly id: string;
  readonly name: string;
  readonly madeAt: string;
  readonly usedAt: string | null;
}
export const passkeysOf = (account: string): Promise<PasskeyCard[]> =>
  query<PasskeyCard & Record<string, unknown>>(
    'SELECT id, name, made_at AS "madeAt", used_at AS "usedAt" FROM passkeys WHERE account = $1 ORDER BY made_at, id',
    [account],
  );

/** @returns whether there was such a one */
export async function removePasskey(account: string, id: string): Promise<boolean> {
  const gone = await query<{ name: string }>('DELETE FROM passkeys WHERE account = $1 AND id = $2 RETURNING name', [
    account,
    id,
  ]);
  if (gone[0]) await note('passkey-removed', account, gone[0].name);
  return gone.length > 0;
}

/** Whoever has one says so themselves: it is asked of nobody in particular. */
export async function passkeyChallenge(place: Place) {
  const options = await generateAuthenticationOptions({ rpID: hostOf(place), userVerification: 'required' });
  return { options, ticket: await makeOneTime('passkey', null, options.challenge) };
}

/** Something that is known and something that is had in one: no code is asked for besides. @throws 401 */
export async function enterByPasskey(
  { ticket, response }: { readonly ticket: string; readonly response: unknown },
  place: Place,
  asker: Asker,
): Promise<{ account: string; token: string }> {
  const { account: of, about: challenge } = await takeOneTime<string>('passkey', ticket);
  const sent = response as AuthenticationResponseJSON;
  const [row] = await query<Row & Record<string, unknown>>('SELECT * FROM passkeys WHERE id = $1', [
    String(sent?.id ?? ''),
  ]);
  // A ticket for making one is none for signing in.
  if (!row || of !== null) throw refused();
  const verified = await verifyAuthenticationResponse({
    response: sent,
    expectedChallenge: challenge,
    expectedOrigin: place.origin,
    expectedRPID: hostOf(place),
    requireUserVerification: true,
    credential: {
      id: row.id,
      publicKey: new Uint8Array(row.public_key),
      counter: Number(row.counter),
      transports: row.transports as never,
    },
  }).catch(() => undefined);
  if (!verified?.verified) {
    await note('sign-in-failed', row.account, 'passkey', asker.caller.trim());
    throw refused();
  }
  await query('UPDATE passkeys SET counter = $2, used_at = now() WHERE id = $1', [
    row.id,
    verified.authenticationInfo.newCounter,
  ]);
  return { account: row.account, token: await enter(row.account, asker, 'passkey', undefined, true) };
}
