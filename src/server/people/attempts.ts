/** Sign-ins that failed are counted by the address that was tried and by where they came from; many make the next wait. */
import { createHash } from 'node:crypto';
import { query } from '../db';
import { ApiError } from '../http/problem';

/** So many within the window are free; after them every further one doubles the wait. OWASP ASVS 5, 6.3.1. */
const FREE = { email: 5, caller: 30 };
/** Of a whole school that comes from one address, and types a code from a board. */
export const FREE_AT_SCHOOL = { email: 5, caller: 200 };
const WINDOW_MINUTES = 15;
const MOST_WAIT_SECONDS = 900;

const keyOf = (what: keyof typeof FREE, value: string) =>
  createHash('sha256').update(`${what} ${value.toLowerCase()}`).digest();

export interface Attempt {
  /** What was tried; absent where only where it comes from counts. */
  readonly email?: string;
  /** Where it comes from. */
  readonly caller: string;
}

/** Seconds to wait after so many failures, the last of which was so many seconds ago; 0 where there is none. */
export function waitAfter(failures: number, free: number, ago: number): number {
  if (failures < free) return 0;
  const wait = Math.min(MOST_WAIT_SECONDS, 2 ** Math.min(20, failures - free + 1));
  return Math.max(0, Math.ceil(wait - ago));
}

const triedIn = ({ email, caller }: Attempt): (readonly [keyof typeof FREE, string])[] => [
  ...(email === undefined ? [] : [['email', email] as const]),
  ['caller', caller],
];

/** @throws 429 where it must wait */
export async function mayTry(attempt: Attempt, free = FREE): Promise<void> {
  let wait = 0;
  for (const [what, value] of triedIn(attempt)) {
    const [row] = await query<{ count: number; ago: number | null }>(
      `SELECT count(*)::int AS count, extract(epoch FROM now() - max(at))::float AS ago FROM failed_sign_ins
        WHERE of = $1 AND at > now() - interval '${WINDOW_MINUTES} minutes'`,
      [keyOf(what, value)],
    );
    wait = Math.max(wait, waitAfter(row?.count ?? 0, free[what], row?.ago ?? 0));
  }
  if (wait > 0)
    throw new ApiError(
      429,
      'too-many-attempts',
      `Too many sign-ins failed; try again in ${wait} seconds.`,
      [],
      {},
      {
        'retry-after': String(wait),
      },
    );
}

export async function failed(attempt: Attempt): Promise<void> {
  for (const [what, value] of triedIn(attempt))
    await query('INSERT INTO failed_sign_ins (of) VALUES ($1)', [keyOf(what, value)]);
}

/** Whoever signs in was nobody who guesses. */
export const succeeded = ({ email = '' }: Partial<Attempt>): Promise<unknown> =>
  query('DELETE FROM failed_sign_ins WHERE of = $1', [keyOf('email', email)]);
