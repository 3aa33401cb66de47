/** Requests that take long: handed to a worker thread where there are any, else carried out here. */

import { readBytes } from '../http/body';
import type { Handler } from '../http/endpoint';
import { ApiError } from '../http/problem';
import { settings } from '../settings.mjs';
import type { HandlerName } from '../work';
import { NotDone, pool } from './pool';
import type { Urgency } from './queue';

const said: Readonly<Record<NotDone['why'], () => ApiError>> = {
  busy: () =>
    new ApiError(
      503,
      'busy',
      'Too much is being computed just now; try again in a moment.',
      [],
      {},
      { 'retry-after': '3' },
    ),
  'too-long': () =>
    new ApiError(
      422,
      'too-costly',
      `This takes longer than ${settings().jobSeconds} seconds to compute; ask for a part of it.`,
    ),
  'too-large': () =>
    new ApiError(
      422,
      'too-costly',
      `This takes more than ${settings().jobMegabytes} MB to compute; ask for a part of it.`,
    ),
  // Nobody hears it.
  'given-up': () => new ApiError(503, 'given-up', 'Whoever asked for this is gone.'),
};

/** How urgent a request says it is (RFC 9218, 4.1); never more than what it asks for is. */
export function urgencyOf(request: Request, own: Urgency): Urgency {
  const asked = /(?:^|[\s,;])u=([0-7])(?:$|[\s,;])/.exec(request.headers.get('priority') ?? '')?.[1];
  return asked === undefined ? own : (Math.max(own, Number(asked)) as Urgency);
}

/**
 * A handler that is carried out in a worker thread.
 * @param urgency of what it does: 1 what somebody looks at, 3 what is saved or sent, 5 what is long by nature
 * @throws 503 where too many wait, 422 where it takes more time or memory than it may
 */
export function heavy(name: HandlerName, urgency: Urgency): Handler {
  return async (context, who) => {
    const { request, url, params } = context;
    const threads = pool();
    if (!threads) {
      const { handlers } = await import('../work');
      return handlers[name](context, who);
    }
    const body = request.body === null ? null : await readBytes(request);
    try {
      const answer = await threads.run(
        {
          handler: name,
          method: request.method,
          url: url.href,
          headers: [...request.headers],
          params,
          body,
          who,
        },
        { urgency: urgencyOf(request, urgency), signal: request.signal },
      );
      return new Response(answer.status === 204 || answer.status === 304 ? null : (answer.body as BodyInit), {
        status: answer.status,
        headers: answer.headers.map(([key, value]): [string, string] => [key, value]),
      });
    } catch (error) {
      throw error instanceof NotDone ? said[error.why]() : error;
    }
  };
}
