/** Whom a request may come from: the host it names, and the page that sent it. */
import { ApiError } from './http/problem';
import { isLoopback, settings } from './settings.mjs';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

export interface Doors {
  readonly host: string;
  /** What browsers call it, where something stands before it. */
  readonly origin?: string | undefined;
}

const nameOf = (host: string) => host.replace(/:\d+$/, '');

/** A host name that is not ours means that a foreign page points at us (DNS rebinding). */
function hostAllowed({ host: bound, origin }: Doors, host: string): boolean {
  // Whatever stands before it asks under its name, or looks whether it lives under that of this machine.
  if (origin !== undefined) return host === new URL(origin).host || isLoopback(nameOf(host));
  return !isLoopback(bound) || isLoopback(nameOf(host));
}

function fromElsewhere({ origin: own }: Doors, headers: Headers, host: string): boolean {
  const origin = headers.get('origin');
  if (origin !== null) {
    if (own !== undefined && origin === own) return false;
    return !URL.canParse(origin) || new URL(origin).host !== host || own !== undefined;
  }
  // Scripts send neither header; browsers send at least this one.
  const site = headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}

/** What is wrong with where a request comes from; undefined where nothing is. */
export function doorProblem(method: string, headers: Headers, doors: Doors = settings()): ApiError | undefined {
  const host = headers.get('host') ?? '';
  if (!hostAllowed(doors, host))
    return new ApiError(
      403,
      'foreign-host',
      doors.origin ? `This is served as ${doors.origin}.` : 'This address is served on this machine only.',
    );
  if (!SAFE.has(method) && fromElsewhere(doors, headers, host))
    return new ApiError(403, 'foreign-origin', "Changes are taken from this site's own pages and from scripts only.");
  return undefined;
}

/** Whether browsers come by TLS. */
export const isSecure = (): boolean => settings().origin?.startsWith('https:') === true;
