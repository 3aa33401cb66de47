/** Who asks: found out once for each request, at the door. */
import { bySession } from './access';
import { localAccount } from './db';
import { ApiError } from './http/problem';
import { linksIn } from './links';
import { type Key, keyOf, type Person, personOf, tokenIn } from './people';
import type { Asking } from './row-security';
import { settings } from './settings.mjs';

/** Who asks: made once for each request, at the door, and passed down to all that is done for it. */
export interface Who extends Asking {
  /** The account in whose name all is read and written; empty where there is none: what is seen then is seen by a link. */
  readonly account: string;
  /** Whoever it is that asks, for taking turns: the account and the address that it comes from. */
  readonly caller: string;
  /** Names the request in the log. */
  readonly request: string;
  /** Who signed in; absent where somebody is alone here, and for keys and links. */
  readonly person?: Person | undefined;
  /** The key of a script. */
  readonly key?: Key | undefined;
  /** What tells a browser that opened a link from others, hashed. */
  readonly visit?: string | undefined;
}

interface AskingRequest {
  readonly locals: App.Locals;
  readonly request: Request;
}

/** Whoever signed in; undefined where nobody did, or people have no accounts here. Looked up once for a request. */
export function personAsking({ locals, request }: AskingRequest): Promise<Person | undefined> {
  locals.person ??= (async () => {
    const token = settings().people ? tokenIn(request.headers.get('cookie')) : undefined;
    return token === undefined ? undefined : personOf(token);
  })();
  return locals.person;
}

const bearerOf = (request: Request): string | undefined =>
  /^bearer +([\w.~+/=-]{1,200})$/i.exec(request.headers.get('authorization') ?? '')?.[1];

const notGood = () =>
  new ApiError(401, 'key-ended', 'This key is not good, or not any more.', [], {}, { 'www-authenticate': 'Bearer' });

/** @returns whoever asks, also where that is nobody who is known */
async function found(asking: AskingRequest): Promise<Who> {
  const { locals, request } = asking;
  const base = { request: locals.requestId ?? '' };
  const from = locals.address ?? '';
  if (!settings().people) return { ...base, account: '', caller: ` ${from}` };
  const bearer = bearerOf(request);
  if (bearer !== undefined) {
    const key = await keyOf(bearer);
    if (!key) throw notGood();
    const { account, only } = key;
    return { ...base, account, caller: `${account} ${from}`, key, ...(only && { only }) };
  }
  const person = await personAsking(asking);
  // A learner sees what is theirs, and nothing by links of others.
  const { links, visit } = person?.class ? { links: [], visit: '' } : await linksIn(request);
  const account = person?.account ?? '';
  return {
    ...base,
    account,
    caller: `${account} ${from}`,
    ...(person && { person }),
    ...(links.length > 0 && { links, visit }),
  };
}

/** Whoever asks for what is open to all: known where they signed in, else only by where it comes from. */
export const anybody = (asking: AskingRequest): Promise<Who> => found(asking);

/** @throws 401 where people have accounts and nobody signed in, nor came by a link; where the database can't be asked */
export async function whoAsks(asking: AskingRequest): Promise<Who> {
  const who = await found(asking);
  if (!settings().people) {
    const account = await localAccount();
    return { ...who, account, caller: `${account}${who.caller}` };
  }
  if (who.account === '' && !who.links)
    throw new ApiError(
      401,
      'sign-in-first',
      'Sign in first.',
      [],
      {},
      { 'www-authenticate': 'Session realm="Dendrotax"' },
    );
  return who;
}

/** Who works on tasks of a class. */
export type LearnerWho = Who & { readonly learner: { readonly class: string } };
/** @throws 403 for all but learners */
export function learner(who: Who): LearnerWho {
  const of = who.person?.class;
  if (!of) throw new ApiError(403, 'learners-only', 'That is done by learners of a class.');
  return { ...who, learner: { class: of } };
}

/** The same for what people do themselves, and no key or link. @throws 403 as well */
export async function signedIn(asking: AskingRequest): Promise<Who & { readonly person: Person }> {
  const who = await whoAsks(asking);
  bySession(who);
  return who as Who & { readonly person: Person };
}

/** What there is where people have accounts only. @throws 404 where whoever asks is alone here */
export function amongPeople(): void {
  if (!settings().people)
    throw new ApiError(404, 'not-found', 'There is no such thing here: whoever reaches this is alone.');
}

/** Whoever signed in. @throws 404 where whoever asks is alone here, and has no account to look after */
export function personOrNone({ person }: Who): Person {
  if (person) return person;
  throw new ApiError(404, 'not-found', 'There is no account to look after: whoever reaches this is alone.');
}

/** @throws 403 for all but administrators; where somebody is alone here there are none */
export function administrator({ person }: Who): void {
  if (!person?.administrator)
    throw new ApiError(403, 'administrators-only', 'Accounts are looked after by administrators.');
  if (settings().adminSecondFactor && !person.secondFactor)
    throw new ApiError(
      403,
      'second-factor-first',
      'Administrators need a second factor here: turn one on for your account first.',
    );
}
