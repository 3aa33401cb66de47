/** Safety at the door: only names that are ours, writes only from our own pages, strict headers on every answer. */
import { defineMiddleware } from 'astro:middleware';
import { beginChores } from './server/chores';
import { doorProblem, isSecure } from './server/doors';
import { problemResponse } from './server/http';
import { tellFigures } from './server/jobs';

beginChores();
tellFigures();

export const onRequest = defineMiddleware(async ({ request, locals, routePattern }, next) => {
  locals.route = routePattern;
  const wrong = doorProblem(request.method, request.headers);
  if (wrong) return problemResponse(wrong);
  const response = await next();
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
