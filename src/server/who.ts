import { localAccount } from './db';
import { ApiError } from './http/problem';
import { type Person, personOf, tokenIn } from './people';
import { settings } from './settings.mjs';

/** Who asks: made once for each request, at the door, and passed down to all that is done for it. */
export interface Who {
  /** The account in whose name all is read and written. */
  readonly account: string;
  /** Whoever it is that asks, for taking turns: the account and the address that it comes from. */
  readonly caller: string;
  /** Names the request in the log. */
  readonly request: string;
  /** Who signed in; absent where somebody is alone here. */
  readonly person?: Person;
}

interface Asking {
  readonly locals: App.Locals;
  readonly request: Request;
}

/** Whoever signed in; undefined where nobody did, or people have no accounts here. Looked up once for a request. */
export function personAsking({ locals, request }: Asking): Promise<Person | undefined> {
  locals.person ??= (async () => {
    const token = settings().people ? tokenIn(request.headers.get('cookie')) : undefined;
    return token === undefined ? undefined : personOf(token);
  })();
  return locals.person;
}

/** Whoever asks for what is open to all: known where they signed in, else only by where it comes from. */
export async function anybody(asking: Asking): Promise<Who> {
  const { locals } = asking;
  const person = await personAsking(asking);
  return {
    account: person?.account ?? '',
    caller: `${person?.account ?? ''} ${locals.address ?? ''}`,
    request: locals.requestId ?? '',
    ...(person && { person }),
  };
}

/** @throws 401 where people have accounts and nobody signed in; where the database can't be asked */
export async function whoAsks(asking: Asking): Promise<Who> {
  const { locals } = asking;
  const person = await personAsking(asking);
  if (settings().people && !person)
    throw new ApiError(
      401,
      'sign-in-first',
      'Sign in first.',
      [],
      {},
      { 'www-authenticate': 'Session realm="Dendrotax"' },
    );
  const account = person?.account ?? (await localAccount());
  return {
    account,
    caller: `${account} ${locals.address ?? ''}`,
    request: locals.requestId ?? '',
    ...(person && { person }),
  };
}
