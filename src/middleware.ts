/** Safety at the door: only names that are ours, writes only from our own pages, strict headers on every answer. */
import { defineMiddleware } from 'astro:middleware';
import { asksForPage, errorPage } from '../scripts/lib/error-page.mjs';
import { beginChores } from './server/chores';
import { doorProblem, isSecure } from './server/doors';
import { answerError, problemResponse } from './server/http';
import { tellFigures } from './server/jobs';
import { cookieOf, tokenIn } from './server/people';
import { settings } from './server/settings.mjs';
import { personAsking, whoAsks } from './server/who';

/** Pages that nobody has to sign in for. */
const OPEN = /^\/(?:sign-in|join|first|by-link|recover|confirm|link\/[^/]+|published\/.+)$/;
/** Pages that links lead to. */
const BY_LINK = /^\/chart\//;
/** Pages of learners; from all others they are led to their own. */
const FOR_LEARNERS = /^\/(?:my-work$|chart\/[^/]+$)/;
/** What pages of other sites show as a part of theirs. */
const EMBEDDED = /^\/(?:published\/|api\/oembed$)/;

const pageFor = (status: number, headers?: Headers): Response => {
  const own = new Headers(headers);
  own.set('content-type', 'text/html; charset=utf-8');
  own.set('cache-control', 'no-store');
  own.delete('content-length');
  return new Response(errorPage(status), { status, headers: own });
};

/** Whether an answer is a page with words of its own: published pages say themselves what they lack. */
const hasWords = async (response: Response): Promise<boolean> =>
  response.headers.get('content-type')?.startsWith('text/html') === true && (await response.clone().text()).length > 0;

beginChores();
tellFigures();

export const onRequest = defineMiddleware(async ({ request, locals, routePattern, url, redirect }, next) => {
  locals.route = routePattern;
  const page = asksForPage(request.method, url.pathname, request.headers.get('accept'));
  const wrong = doorProblem(request.method, request.headers);
  if (wrong) return page ? pageFor(wrong.status) : problemResponse(wrong);
  if (settings().people && !url.pathname.startsWith('/api/') && !OPEN.test(url.pathname)) {
    const knows = BY_LINK.test(url.pathname) ? whoAsks : personAsking;
    const known = await knows({ locals, request }).catch(() => undefined);
    // Where it was asked for is kept, as a part of this site.
    if (!known) return redirect(`/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
    const person = await personAsking({ locals, request });
    const forThem = person?.waiting ? /^\/my-work$/ : FOR_LEARNERS;
    if (person?.class && !forThem.test(url.pathname)) return redirect('/my-work');
  }
  let response: Response;
  try {
    response = await next();
  } catch (error) {
    if (!page) throw error;
    response = pageFor(answerError(error).status);
  }
  // What can't be shown has a page of ours, whatever would have answered.
  if (page && response.status >= 400 && !(await hasWords(response)))
    response = pageFor(response.status, response.headers);
  // After signing out nothing of a page is left to go back to.
  const embedded = EMBEDDED.test(url.pathname);
  if (settings().people && !embedded && response.headers.get('content-type')?.startsWith('text/html'))
    response.headers.set('cache-control', 'no-store');
  // It is asked for once in a request, so that nothing is looked up here.
  const person = settings().people ? await locals.person?.catch(() => undefined) : undefined;
  if (person?.renewed && !response.headers.has('set-cookie'))
    response.headers.append('set-cookie', cookieOf(tokenIn(request.headers.get('cookie'))));
  response.headers.set('x-content-type-options', 'nosniff');
  if (!embedded) response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  response.headers.set('cross-origin-resource-policy', embedded ? 'cross-origin' : 'same-origin');
  response.headers.set('permissions-policy', 'camera=(), geolocation=(), microphone=(), payment=(), usb=()');
  // What browsers were told once holds for half a year: only where they came by TLS.
  if (isSecure()) response.headers.set('strict-transport-security', 'max-age=15552000');
  return response;
});
