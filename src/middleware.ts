/** Safety at the door: only this machine's own names, writes only from our own pages, strict headers on every answer. */
import { defineMiddleware } from 'astro:middleware';
import { beginChores } from './server/chores';
import { ApiError, problemResponse } from './server/http';

beginChores();

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);
const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|\[::1\])(:\d+)?$/i;

/** Served on loopback, another host name in a request means that a foreign page points at us (DNS rebinding). */
const hostAllowed = (host: string) => {
  const bound = process.env['HOST'] ?? '127.0.0.1';
  return !LOOPBACK.test(bound) || LOOPBACK.test(host);
};

function fromElsewhere(request: Request, host: string): boolean {
  const origin = request.headers.get('origin');
  if (origin !== null) return !URL.canParse(origin) || new URL(origin).host !== host;
  // Scripts send neither header; browsers send at least this one.
  const site = request.headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}

export const onRequest = defineMiddleware(async ({ request }, next) => {
  const host = request.headers.get('host') ?? '';
  if (!hostAllowed(host))
    return problemResponse(new ApiError(403, 'foreign-host', 'This address is served on this machine only.'));
  if (!SAFE.has(request.method) && fromElsewhere(request, host))
    return problemResponse(
      new ApiError(403, 'foreign-origin', "Changes are taken from this site's own pages and from scripts only."),
    );
  const response = await next();
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  response.headers.set('cross-origin-resource-policy', 'same-origin');
  return response;
});
