/** Safety at the door: only names that are ours, writes only from our own pages, strict headers on every answer. */
import { defineMiddleware } from 'astro:middleware';
import { beginChores } from './server/chores';
import { doorProblem, isSecure } from './server/doors';
import { problemResponse } from './server/http';
import { tellFigures } from './server/jobs';
import { settings } from './server/settings.mjs';
import { personAsking } from './server/who';

/** Pages that nobody has to sign in for. */
const OPEN: ReadonlySet<string> = new Set(['/sign-in', '/first']);

beginChores();
tellFigures();

export const onRequest = defineMiddleware(async ({ request, locals, routePattern, url, redirect }, next) => {
  locals.route = routePattern;
  const wrong = doorProblem(request.method, request.headers);
  if (wrong) return problemResponse(wrong);
  if (settings().people && !url.pathname.startsWith('/api/') && !OPEN.has(url.pathname)) {
    const person = await personAsking({ locals, request }).catch(() => undefined);
    // Where it was asked for is kept, as a part of this site.
    if (!person) return redirect(`/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
  }
  const response = await next();
  // After signing out nothing of a page is left to go back to.
  if (settings().people && response.headers.get('content-type')?.startsWith('text/html'))
    response.headers.set('cache-control', 'no-store');
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  response.headers.set('cross-origin-resource-policy', 'same-origin');
  response.headers.set('permissions-policy', 'camera=(), geolocation=(), microphone=(), payment=(), usb=()');
  // What browsers were told once holds for half a year: only where they came by TLS.
  if (isSecure()) response.headers.set('strict-transport-security', 'max-age=15552000');
  return response;
});
