/** Signing in with a provider. Source: OpenID Connect Core 1.0, 3.1 (authorization code), with PKCE (RFC 7636). */
import * as oidc from 'openid-client';
import { own } from '../../core/own';
import { told } from '../charts/told';
import { transaction } from '../db';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import { isLoopback, settings } from '../settings.mjs';
import { note } from './events';
import { makeOneTime, takeOneTime } from './one-time';
import { type Asker, enter } from './ways-in';

const none = () => new ApiError(404, 'not-found', 'Nobody signs in with a provider here.');
/** Why nobody was let in, by code: the page says it in words. */
const WHY = {
  'no-email': 'Your organisation does not say your e-mail address, which this needs.',
  'email-not-confirmed': 'Your organisation has not confirmed your e-mail address.',
  'email-taken': 'Somebody has an account with your e-mail address; ask your administrator to remove it first.',
  'not-let-in': 'Your organisation did not let you in.',
} as const;
const refused = (why: keyof typeof WHY) => new ApiError(403, why, WHY[why]);

let known: Promise<oidc.Configuration> | undefined;

/** What the provider says of itself; asked once, and again where it could not be had. */
function configuration(): Promise<oidc.Configuration> {
  const { provider } = settings();
  if (!provider) throw none();
  const issuer = new URL(provider.issuer);
  // Without TLS only on this machine.
  const execute = isLoopback(issuer.hostname) ? [oidc.allowInsecureRequests] : [];
  known ??= oidc.discovery(issuer, provider.client, provider.secret, undefined, { execute }).catch((error: unknown) => {
    known = undefined;
    throw error;
  });
  return known;
}

interface Begun {
  readonly verifier: string;
  readonly nonce: string;
  /** Where to go afterwards, within this site. */
  readonly to: string;
}

const BACK = '/api/sign-in/back';

/** @returns where the browser is sent, and what it is to bring back: a cookie that binds the answer to it */
export async function beginWithProvider(origin: string, to: string): Promise<{ url: string; state: string }> {
  const config = await configuration();
  const verifier = oidc.randomPKCECodeVerifier();
  const nonce = oidc.randomNonce();
  const state = await makeOneTime('provider', null, { verifier, nonce, to } satisfies Begun);
  const url = oidc.buildAuthorizationUrl(config, {
    redirect_uri: origin + BACK,
    scope: 'openid email profile',
    code_challenge: await oidc.calculatePKCECodeChallenge(verifier),
    code_challenge_method: 'S256',
    state,
    nonce,
  });
  return { url: url.href, state };
}

interface Claims {
  readonly subject: string;
  readonly email: string;
  readonly name: string;
  readonly groups: readonly string[];
}

function claimsOf(all: Readonly<Record<string, unknown>>): Claims {
  const { provider } = settings();
  const { sub, email, name } = all;
  if (typeof sub !== 'string' || typeof email !== 'string' || email === '') throw refused('no-email');
  // An address that nobody proved could be another's.
  if (all['email_verified'] === false) throw refused('email-not-confirmed');
  const groups = own(all, provider!.groups);
  return {
    subject: `${provider!.issuer} ${sub}`,
    email,
    name: typeof name === 'string' && name.trim() !== '' ? name.trim().slice(0, 200) : email,
    groups: Array.isArray(groups) ? groups.filter((one): one is string => typeof one === 'string').slice(0, 200) : [],
  };
}

/** Their account, made where it is not there; found by who they are there, never by an address that somebody else has. */
async function accountOf({ subject, email, name, groups }: Claims): Promise<string> {
  const account = await transaction(async (db) => {
    const found = await db.query<{ id: string }>('SELECT id FROM accounts WHERE subject = $1', [subject]);
    if (found.rows[0]) return found.rows[0].id;
    const made = await db.query<{ id: string }>(
      'INSERT INTO accounts (name, email, subject) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING RETURNING id',
      [name, email, subject],
    );
    if (!made.rows[0]) throw refused('email-taken');
    return made.rows[0].id;
  });
  await transaction(async (db) => {
    const ids: string[] = [];
    for (const group of new Set(groups)) {
      await db.query(
        'INSERT INTO groups (id, name, provided) VALUES ($1, $2, true) ON CONFLICT ((lower(name))) DO NOTHING',
        [newId(), group.slice(0, 200)],
      );
      // A group made here is not one of theirs because it has the same name.
      const there = await db.query<{ id: string }>('SELECT id FROM groups WHERE lower(name) = lower($1) AND provided', [
        group.slice(0, 200),
      ]);
      if (there.rows[0]) ids.push(there.rows[0].id);
    }
    await db.query(
      `DELETE FROM members WHERE account = $1 AND "group" IN (SELECT id FROM groups WHERE provided) AND "group" <> ALL ($2)`,
      [account, ids],
    );
    await db.query(
      'INSERT INTO members ("group", account) SELECT g, $1 FROM unnest($2::text[]) g ON CONFLICT DO NOTHING',
      [account, ids],
    );
  });
  await told({ account });
  return account;
}

/**
 * The provider's answer.
 * @param state as the browser's cookie has it
 * @throws 403 where it is none to something that was asked here, or the provider refuses
 */
export async function enterWithProvider(origin: string, search: string, state: string, asker: Asker) {
  const config = await configuration();
  const { about } = await takeOneTime<Begun>('provider', state);
  const answer = await oidc
    .authorizationCodeGrant(config, new URL(`${origin}${BACK}${search}`), {
      pkceCodeVerifier: about.verifier,
      expectedNonce: about.nonce,
      expectedState: state,
      idTokenExpected: true,
    })
    .catch(async () => {
      await note('sign-in-failed', null, 'provider', asker.caller.trim());
      throw refused('not-let-in');
    });
  const told = answer.claims()!;
  const more = config.serverMetadata().userinfo_endpoint
    ? await oidc.fetchUserInfo(config, answer.access_token, told.sub).catch(() => ({}))
    : {};
  const account = await accountOf(claimsOf({ ...told, ...more }));
  return { to: about.to, token: await enter(account, asker, 'provider', undefined, true) };
}
