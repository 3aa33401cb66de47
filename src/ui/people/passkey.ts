/** Passkeys in the browser. Source: Web Authentication, Level 3 (W3C). */
import { startAuthentication, startRegistration } from '@simplewebauthn/browser';
import { call } from '../shared/api';
import { words } from './words';

/** Browsers have them for pages that came safely, and not for bare numbers of machines. */
export const hasPasskeys = (): boolean =>
  typeof PublicKeyCredential !== 'undefined' && isSecureContext && !/^[\d.]+$|:/.test(location.hostname);

type Begun<K extends 'registration' | 'authentication'> = {
  readonly options: Parameters<
    K extends 'registration' ? typeof startRegistration : typeof startAuthentication
  >[0]['optionsJSON'];
  readonly ticket: string;
};

/** @returns what went wrong, in words; null where somebody is signed in */
export async function signInByPasskey(): Promise<string | null> {
  const begun = await call<Begun<'authentication'>>('POST', '/api/sign-in/passkey');
  if (!begun.ok) return begun.detail;
  const response = await startAuthentication({ optionsJSON: begun.value.options }).catch(() => undefined);
  if (!response) return words.noPasskey;
  const answer = await call('PUT', '/api/sign-in/passkey', { ticket: begun.value.ticket, response });
  return answer.ok ? null : answer.detail;
}

/** @returns what went wrong, in words; null where it was added */
export async function addPasskey(name: string): Promise<string | null> {
  const begun = await call<Begun<'registration'>>('POST', '/api/me/passkeys');
  if (!begun.ok) return begun.detail;
  const response = await startRegistration({ optionsJSON: begun.value.options }).catch(() => undefined);
  if (!response) return words.noPasskey;
  const answer = await call('PUT', '/api/me/passkeys', { ticket: begun.value.ticket, name, response });
  return answer.ok ? null : answer.detail;
}
