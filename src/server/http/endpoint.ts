/** Endpoints: methods dispatched, errors answered as problem details. */
import type { APIContext, APIRoute } from 'astro';
import { ApiError, problemResponse } from './problem';

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
export type Handlers = Partial<Record<Method, (context: APIContext) => Promise<Response>>>;

const databaseAway = (error: unknown) => {
  const code = (error as { code?: string }).code ?? '';
  return (
    /^(ECONN|ETIMEDOUT|EPIPE|57P0|08)/.test(code) ||
    /Connection terminated|timeout (exceeded )?when trying to connect/.test(String(error))
  );
};

/** Thrown things as answers: ours as they say, a database that is away as 503, the rest as 500 without inner words. */
export function answerError(error: unknown): Response {
  if (error instanceof ApiError) return problemResponse(error);
  if (databaseAway(error))
    return problemResponse(
      new ApiError(
        503,
        'database-away',
        'The database does not answer; try again in a moment.',
        [],
        {},
        { 'retry-after': '2' },
      ),
    );
  console.error(error);
  return problemResponse(new ApiError(500, 'internal', 'Something went wrong here; nothing was changed.'));
}

/** One route for all methods: HEAD answers as GET without a body, what is not handled is 405. */
export function endpoint(handlers: Handlers): APIRoute {
  return async (context) => {
    const { method } = context.request;
    const handler = handlers[(method === 'HEAD' ? 'GET' : method) as Method];
    const allow = Object.keys(handlers).join(', ');
    if (!handler)
      return problemResponse(new ApiError(405, 'wrong-method', `This address takes ${allow}.`, [], {}, { allow }));
    try {
      const response = await handler(context);
      return method === 'HEAD' ? new Response(null, response) : response;
    } catch (error) {
      return answerError(error);
    }
  };
}

export const json = (value: unknown, init: ResponseInit = {}): Response =>
  new Response(JSON.stringify(value), {
    ...init,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store', ...init.headers },
  });

export const paramOf = (context: APIContext, name: string): string => context.params[name] ?? '';
