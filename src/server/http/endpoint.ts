/** Endpoints: methods dispatched, errors answered as problem details. */
import type { APIContext, APIRoute } from 'astro';
import { own } from '../../core/own';
import { mayWrite, withAccount } from '../access';
import { learnerMay } from '../classes/allowed';
import { databaseAway, databaseRefuses, diskFull, LaterDatabase } from '../database-away';
import { inNameOf } from '../db';
import { log } from '../log';
import { amongPeople, anybody, signedIn, type Who, whoAsks } from '../who';
import { BROKEN } from './broken';
import { ApiError, problemResponse } from './problem';

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
/** Of a request what its answer follows from. */
export type Asked = Pick<APIContext, 'request' | 'url' | 'params'>;
export type Handler = (context: Asked, who: Who) => Promise<Response>;
export type Handlers = Partial<Record<Method, Handler>>;

/** What is wrong with the database as an answer, its own words kept for the log; undefined where it is something else. */
function databaseProblem(error: unknown): ApiError | undefined {
  const not = (code: string, words: string) => new ApiError(503, code, words, [], {}, { 'retry-after': '2' });
  if (diskFull(error))
    return not(
      'disk-full',
      'There is no space left where the database is stored, so nothing can be saved. Ask an administrator to free some.',
    );
  if (databaseAway(error))
    return not('database-away', 'The database does not answer, or is too busy; try again in a moment.');
  if (databaseRefuses(error))
    return not(
      'database-refuses',
      'The database refuses this server; look at DATABASE_URL and at the rights of its user.',
    );
  if (error instanceof LaterDatabase) return not('database-later', error.message);
  return undefined;
}

const SAID_EVERY_MS = 2_000;
let saidAt = 0;

/** Where something broke. PostgreSQL's words on a value name it: they are left out. */
const inner = (error: unknown): string =>
  (error as { code?: unknown } | null)?.code === undefined
    ? String((error as Error | null)?.stack ?? error)
    : `code ${String((error as { code: unknown }).code)}\n${String((error as Error).stack ?? '')
        .split('\n')
        .slice(1)
        .join('\n')}`;

/** Thrown things as answers: ours as they say, a database that is away as 503, the rest as 500 without inner words. */
export function answerError(error: unknown): Response {
  if (error instanceof ApiError) return problemResponse(error);
  const problem = databaseProblem(error);
  if (problem) {
    // Everybody who asks would say the same.
    if (Date.now() - saidAt > SAID_EVERY_MS) {
      log().error(
        { code: problem.code, error: (error as Error).message },
        problem.code === 'disk-full' ? 'no space is left on the disk of the database' : 'the database does not serve',
      );
      saidAt = Date.now();
    }
    return problemResponse(problem);
  }
  log().error({ error: inner(error) }, 'a request failed');
  // Class 22 of SQLSTATE, data exception: a value that passed all checks here and still can't be stored.
  if (/^22/.test(String((error as { code?: unknown } | null)?.code ?? '')))
    return problemResponse(
      new ApiError(422, 'wrong-value', "A value of the request can't be stored; nothing was changed."),
    );
  return problemResponse(new ApiError(500, 'internal', 'Something went wrong here; nothing was changed.'));
}

/** Whom a route is answered to, and in whose name the database is asked. */
const DOORS = {
  /** Whoever signed in, or has a key or a link: in their name. */
  charts: async (context: APIContext, handler: Handler) => {
    const who = await whoAsks(context);
    learnerMay(who, context);
    return inNameOf(who, () => handler(context, who));
  },
  /** Whoever signed in, of their own account and what belongs to it: in the server's, which knows accounts. */
  people: async (context: APIContext, handler: Handler) => {
    const who = await signedIn(context);
    learnerMay(who, context);
    return handler(context, who);
  },
  /** Teachers, by themselves or by a key, and learners: in the server's name, which knows classes. */
  classes: async (context: APIContext, handler: Handler) => {
    amongPeople();
    const who = await whoAsks(context);
    learnerMay(who, context);
    if (context.request.method === 'GET' || context.request.method === 'HEAD') withAccount(who);
    else mayWrite(who);
    return handler(context, who);
  },
  /** Anybody. */
  open: async (context: APIContext, handler: Handler) => handler(context, await anybody(context)),
};
export type Door = keyof typeof DOORS;

/** One route for all methods: HEAD answers as GET without a body, what is not handled is 405. */
export function endpoint(handlers: Handlers, door: Door = 'charts'): APIRoute {
  return async (context) => {
    const { method } = context.request;
    const asked = method === 'HEAD' ? 'GET' : method;
    const handler = Object.hasOwn(handlers, asked) ? handlers[asked as Method] : undefined;
    const allow = Object.keys(handlers).join(', ');
    if (!handler)
      return problemResponse(new ApiError(405, 'wrong-method', `This address takes ${allow}.`, [], {}, { allow }));
    try {
      const response = await DOORS[door](context, handler);
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

/**
 * A part of the address as an id; empty where it holds what no id here can: broken text, or a name that every object has
 * (`constructor`), which would be found in any record.
 */
export function idOf(context: Pick<Asked, 'params'>, name: string): string {
  const value = own(context.params, name) ?? '';
  return BROKEN.test(value) || value in {} ? '' : value;
}

/** The same for endpoints. @throws 404 where it is empty */
export function paramOf(context: Pick<Asked, 'params'>, name: string): string {
  const value = idOf(context, name);
  if (value === '') throw new ApiError(404, 'not-found', 'There is nothing at this address.');
  return value;
}

/** All values of a name in the query string. @throws 422 where one can't be one */
export function textsOf({ url }: Pick<Asked, 'url'>, name: string): string[] {
  const values = url.searchParams.getAll(name);
  if (values.some((value) => BROKEN.test(value)))
    throw new ApiError(422, 'broken-character', `"${name}" has a character that can't be looked for; take it out.`, [
      { code: 'broken-character', message: 'A NUL, or half of a pair of code units.', field: name },
    ]);
  return values;
}

/** A value of the query string; undefined where it is not there. @throws 422 where it can't be one */
export const textOf = (asked: Pick<Asked, 'url'>, name: string): string | undefined => textsOf(asked, name)[0];

/** Largest whole number that the database's counters hold. */
const MOST = 2_147_483_647;

/** A whole number of the query string. @throws 422 where it is none */
export function numberOf(
  asked: Pick<Asked, 'url'>,
  name: string,
  { least, most = MOST, initial }: { least: number; most?: number; initial: number },
): number {
  const text = textOf(asked, name);
  if (text === undefined || text === '') return initial;
  const value = Number(text);
  if (Number.isInteger(value) && value >= least && value <= most) return value;
  throw new ApiError(422, 'wrong-value', `"${name}" is a whole number from ${least} to ${most}.`, [
    { code: 'wrong-value', message: `${text.slice(0, 40)} is none`, field: name },
  ]);
}
