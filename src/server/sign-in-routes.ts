/** What all ways of signing in have in common on the way in and out. */
import { isSecure } from './doors';
import { type Asked, json } from './http';
import { type Asker, cookieOf, deviceIn, rememberDevice } from './people';
import { settings } from './settings.mjs';
import type { Who } from './who';

export const askerOf = ({ request }: Pick<Asked, 'request'>, { caller, person }: Who): Asker => ({
  caller,
  agent: request.headers.get('user-agent') ?? '',
  device: deviceIn(request.headers.get('cookie')),
  ...(person && { person }),
});

/** Signed in: what the browser is to hold goes along. */
export async function entered(
  { request }: Pick<Asked, 'request'>,
  { account, token, ...more }: { readonly account: string; readonly token: string },
  status = 200,
): Promise<Response> {
  const response = json({ id: account, ...more }, { status, headers: { 'set-cookie': cookieOf(token) } });
  const device = await rememberDevice(deviceIn(request.headers.get('cookie')), account);
  response.headers.append('set-cookie', device);
  return response;
}

/** Under which name browsers reach this server. */
export const originOf = ({ request, url }: Pick<Asked, 'request' | 'url'>): string =>
  settings().origin ?? `http://${request.headers.get('host') ?? url.host}`;

export const done = (): Response => new Response(null, { status: 204 });

const STATE = 'dendrotax-provider';
const STATE_SECONDS = 600;

/** Binds what the provider answers to the browser that asked. @param state undefined: takes the cookie away */
export const stateCookie = (state: string | undefined): string =>
  `${STATE}=${state ?? ''}; Path=/api/sign-in; HttpOnly; SameSite=Lax; Max-Age=${state === undefined ? 0 : STATE_SECONDS}${isSecure() ? '; Secure' : ''}`;

export const stateIn = (header: string | null): string | undefined =>
  new RegExp(`(?:^|;\\s*)${STATE}=([\\w-]+)`).exec(header ?? '')?.[1];
