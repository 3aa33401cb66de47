/**
 * Attempts at what somebody could guess: each is counted before it is looked at, in the database, so that many at once count as
 * many. After a few that failed every further one waits, twice as long each time.
 */
import { createHash } from 'node:crypto';
import { query as ask, outside } from '../db';
import { ApiError } from '../http/problem';

/** What is tried. Each counts by itself: wrong passwords do not hold up links, nor cards those. */
export type Tried = 'password' | 'code' | 'link' | 'letter' | 'class' | 'card' | 'join';

interface Limits {
  /** So many are free: at one thing (an account, a link, a card), and from one address. */
  readonly free: { readonly at: number; readonly from: number };
  /** The longest wait, in seconds. */
  readonly wait: { readonly at: number; readonly from: number };
}

const QUARTER = 900;
/** OWASP ASVS 5, 6.3.1. Nobody is locked out of what is theirs for long: whoever guesses is slowed down enough by a minute. */
const USUAL: Limits = { free: { at: 5, from: 30 }, wait: { at: 60, from: QUARTER } };
/** A whole school comes from one address, and types from a board: one pupil who guesses must not keep all others out for long. */
const AT_SCHOOL: Limits = { free: { at: 5, from: 200 }, wait: { at: 60, from: 4 } };
const LIMITS: Readonly<Record<Tried, Limits>> = {
  password: USUAL,
  code: USUAL,
  link: USUAL,
  // Each is a letter to somebody.
  letter: { free: { at: 5, from: 30 }, wait: { at: QUARTER, from: QUARTER } },
  class: AT_SCHOOL,
  card: AT_SCHOOL,
  // Not a guess: whoever joins once more each second fills the class. Counted for each class.
  join: { free: { at: 60, from: 60 }, wait: { at: QUARTER, from: QUARTER } },
};

/** Failures that are older than this count no more. */
const WINDOW_SECONDS = 900;

export interface Attempt {
  readonly tried: Tried;
  /** What it is tried at; absent where only where it comes from counts. */
  readonly at?: string | undefined;
  /** Where it comes from. */
  readonly caller: string;
  /** What the browser is known by, where somebody signed in to just this with it before: it has a count of its own. */
  readonly device?: string | undefined;
}

/** An attempt that was counted. */
export interface Counted {
  /** It was right: it was no guess, and what failed before it at the same thing is forgotten. */
  right(): Promise<void>;
}

/** Seconds to wait after so many failures in a row, the last of which began so many seconds ago; 0 where there is no wait. */
export function waitAfter(failures: number, free: number, most: number, ago: number): number {
  if (failures < free) return 0;
  return Math.max(0, Math.ceil(Math.min(most, 2 ** Math.min(20, failures - free + 1)) - ago));
}

/** What was counted stays so, whatever the work that it belongs to comes to. */
const query = <R extends Record<string, unknown>>(sql: string, values: unknown[] = []) =>
  outside(() => ask<R>(sql, values));

const keyOf = (words: string) => createHash('sha256').update(words.toLowerCase()).digest();

interface Counter {
  readonly key: Buffer;
  readonly free: number;
  readonly most: number;
}

/** Counts one more where that need not wait. @returns seconds to wait, where it must: then it is not counted */
async function count({ key, free, most }: Counter): Promise<number> {
  // One statement: of many at once each sees what those before it left.
  const [counted] = await query(
    `INSERT INTO attempts AS a (of, count, last_at) VALUES ($1, 1, clock_timestamp())
     ON CONFLICT (of) DO UPDATE SET last_at = clock_timestamp(),
       count = CASE WHEN a.last_at < clock_timestamp() - make_interval(secs => $4) THEN 1 ELSE a.count + 1 END
      WHERE a.count < $2 OR a.last_at < clock_timestamp() - make_interval(secs => $4)
         OR a.last_at + make_interval(secs => least($3::float8, power(2, least(20, a.count - $2 + 1)))) <= clock_timestamp()
     RETURNING a.count`,
    [key, free, most, WINDOW_SECONDS],
  );
  if (counted) return 0;
  const [row] = await query<{ count: number; ago: number }>(
    'SELECT count, extract(epoch FROM clock_timestamp() - last_at)::float8 AS ago FROM attempts WHERE of = $1',
    [key],
  );
  return row ? Math.max(1, waitAfter(row.count, free, most, row.ago)) : 1;
}

const giveBack = (key: Buffer) => query('UPDATE attempts SET count = greatest(0, count - 1) WHERE of = $1', [key]);
const forget = (key: Buffer) => query('DELETE FROM attempts WHERE of = $1', [key]);

const tooMany = (seconds: number) =>
  new ApiError(
    429,
    'too-many-attempts',
    `Too many attempts failed; try again in ${seconds} ${seconds === 1 ? 'second' : 'seconds'}.`,
    [],
    {},
    { 'retry-after': String(seconds) },
  );

const atKey = (tried: Tried, at: string) => keyOf(`${tried} at ${at}`);

/**
 * Counts an attempt as one that failed, before it is looked at; `right()` takes that back.
 * @throws 429 where it must wait
 */
export async function attempted({ tried, at, caller, device }: Attempt): Promise<Counted> {
  const { free, wait } = LIMITS[tried];
  const own: Counter | undefined =
    at === undefined
      ? undefined
      : {
          key: device === undefined ? atKey(tried, at) : keyOf(`${tried} at ${at} by ${device}`),
          free: free.at,
          most: wait.at,
        };
  // A browser that is known is no stranger at its address.
  const from: Counter | undefined =
    device === undefined ? { key: keyOf(`${tried} from ${caller}`), free: free.from, most: wait.from } : undefined;
  if (own) {
    const seconds = await count(own);
    if (seconds > 0) throw tooMany(seconds);
  }
  const seconds = from ? await count(from) : 0;
  if (seconds > 0) {
    if (own) await giveBack(own.key);
    throw tooMany(seconds);
  }
  return {
    async right() {
      if (own) await forget(own.key);
      if (from) await giveBack(from.key);
    },
  };
}

/** Forgets what failed at something: what was guessed at is another now, or somebody says that it was no guessing. */
export async function forgetAttempts(tried: Tried, at: string): Promise<void> {
  await forget(atKey(tried, at));
}

/** Of several things those at which so many attempts failed lately that further ones have to wait. */
export async function heldUp(tried: Tried, at: readonly string[]): Promise<ReadonlySet<string>> {
  const keys = new Map(at.map((one) => [atKey(tried, one).toString('hex'), one]));
  const rows = await query<{ of: string }>(
    `SELECT encode(of, 'hex') AS of FROM attempts
      WHERE of = ANY ($1) AND count >= $2 AND last_at > clock_timestamp() - make_interval(secs => $3)`,
    [at.map((one) => atKey(tried, one)), LIMITS[tried].free.at, WINDOW_SECONDS],
  );
  return new Set(rows.map(({ of }) => keys.get(of)!));
}

export const sweepAttempts = (): Promise<unknown> =>
  query("DELETE FROM attempts WHERE last_at < now() - interval '1 day'");
