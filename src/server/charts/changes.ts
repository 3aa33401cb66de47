/**
 * The change log: the only way a stored chart changes. Changes of one chart are carried out in the order they come in, those
 * that wait together in one transaction: fifty people at one chart take one connection, and the chart is written once.
 */
import { setImmediate as breathe } from 'node:timers/promises';
import equal from 'fast-deep-equal';
import {
  type Applied,
  apply,
  type Change,
  type Chart,
  closedTo,
  countOf,
  type Origin,
  type StoredChange,
  storedChange,
  storedOf,
} from '../../core/chart';
import { own } from '../../core/own';
import { chartFor, notThere } from '../access';
import { beside, type Client, query, transaction } from '../db';
import { answersFor, keepAnswers, keyUsed } from '../http/answers';
import { ApiError } from '../http/problem';
import { isDue, keepWhole } from '../moments/at';
import { type Before, pointBefore } from '../moments/points';
import type { Who } from '../who';
import { kept } from './kept';
import { findValue, readValue, writeChange } from './parts';
import { CHANNEL } from './told';
import { checkedChange } from './written';

export interface LoggedChange {
  readonly revision: number;
  readonly change: Change;
  readonly origin: Origin;
  readonly client: string | null;
  /** The Idempotency-Key it was sent with. */
  readonly key: string | null;
  /** The revision they had seen. */
  readonly base: number | null;
  /** Why, where it was not done by hand. */
  readonly note?: string | null;
  /** Who did it: their account and name. */
  readonly of: string | null;
  readonly by: string | null;
}

export interface SentChange {
  /** The revision the sender last saw. What came since is no hindrance where the change still can be carried out. */
  readonly base: number;
  readonly change: Change;
  readonly origin?: Origin | undefined;
  readonly client?: string | null | undefined;
  readonly key?: string | null | undefined;
  /** Tells requests with the same key apart. */
  readonly print?: string | undefined;
  /** It was made for just this revision, and for no other. */
  readonly exact?: boolean | undefined;
  /** Why, where it was not done by hand. */
  readonly note?: string | undefined;
  /** A save point is made before it, called by what it is. */
  readonly before?: Before | undefined;
  /** What else is done where it is, in the same transaction. */
  readonly also?: ((db: Client, revision: number) => Promise<unknown>) | undefined;
}

export interface Changed {
  readonly revision: number;
  /** The chart was like that already: there is no revision of its own for it. */
  readonly unchanged?: true;
}

interface Waiting {
  readonly who: Who;
  readonly sent: SentChange;
  readonly done: (changed: Changed) => void;
  readonly failed: (error: unknown) => void;
}

/** Changes that wait for each chart, by account and chart. */
const queues = new Map<string, Waiting[]>();
/** As many wait for one chart at most; whoever comes then is told to come again. */
const QUEUE_LIMIT = 500;
/** As many are carried out in one transaction. */
const BATCH = 100;
/** What a refusal tells of missed changes has this many bytes at most; more is fetched. */
const TOLD_BYTES = 16_000;
const TOLD_MOST = 50;

/** A chart that others changed is caught up with by their changes where they are no more than these. */
const CAUGHT_UP = 50;

const notInTask = () => new ApiError(403, 'not-in-task', 'This task leaves that as it is; nothing was changed.');

/**
 * Carries out a change on the stored value, in one transaction with its entry in the log and the answer to its key.
 * @throws 409 where the chart has moved on and the change fits no more; 422 where it can't be carried out; 503 where too many wait
 */
export async function changeChart(who: Who, id: string, sent: SentChange): Promise<Changed> {
  const { parts } = await chartFor(who, id, 'edit');
  if (parts && closedTo(sent.change, parts) !== undefined) throw notInTask();
  return new Promise((done, failed) => {
    const key = `${who.account} ${id}`;
    const queue = queues.get(key);
    if (queue && queue.length >= QUEUE_LIMIT)
      return failed(
        new ApiError(503, 'too-many-changes', 'Too many changes wait for this chart.', [], {}, { 'retry-after': '1' }),
      );
    if (queue) queue.push({ who, sent, done, failed });
    else {
      queues.set(key, [{ who, sent, done, failed }]);
      // Whoever asked may be within a transaction: this one is its own.
      void beside(() => work(key, id));
    }
  });
}

async function work(key: string, id: string): Promise<void> {
  const queue = queues.get(key)!;
  while (queue.length > 0) {
    const batch = queue.splice(0, BATCH);
    try {
      const results = await transaction((db) => carryOut(db, id, batch));
      for (const [i, { done, failed }] of batch.entries()) {
        const result = results.answers[i]!;
        if (result instanceof Error) failed(result);
        else done(result);
      }
      if (results.chart) kept.put(id, results.chart);
      if (results.chart && results.whole) void keepWhole(id, results.chart.revision, results.chart.value);
    } catch (error) {
      kept.drop(id);
      for (const { failed } of batch) failed(error);
    }
  }
  queues.delete(key);
}

/** Lines from which carrying out a change takes a good part of the time that anybody may be kept waiting. */
const LONG = 10_000;

interface CarriedOut {
  readonly answers: readonly (Changed | Error)[];
  /** As it is once the transaction is through. */
  readonly chart?: { readonly revision: number; readonly value: Chart };
  /** It is time to keep it whole. */
  readonly whole?: boolean;
}

async function carryOut(db: Client, id: string, batch: readonly Waiting[]): Promise<CarriedOut> {
  const { account } = batch[0]!.who;
  const found = await db.query<{ revision: number }>(
    'SELECT revision FROM charts WHERE id = $1 AND binned_at IS NULL FOR UPDATE',
    [id],
  );
  const keys = batch.flatMap(({ sent: { key } }) => key ?? []);
  const answered = keys.length > 0 ? await answersFor(db, account, keys) : new Map();
  const row = found.rows[0];
  let revision = row?.revision ?? 0;
  let value = row && (await valueAt(db, id, revision));
  const [begun, before] = [revision, value];
  const log: unknown[] = [];
  /** What the last change writes: all there is to write where it is the only one. */
  let only: StoredChange | undefined;
  const fresh: Parameters<typeof keepAnswers>[2][number][] = [];
  const answers: (Changed | Error)[] = [];
  for (const { sent } of batch) {
    const { base, change, origin = 'do', client = null, key = null, print = '', exact = false, note = null } = sent;
    const given = key === null ? undefined : answered.get(key);
    if (given) {
      answers.push(given.request === print ? (given.body as Changed) : keyUsed());
      continue;
    }
    if (!value) {
      answers.push(notThere());
      continue;
    }
    if (base > revision) {
      answers.push(stillToCome(revision, base));
      continue;
    }
    const applied = exact && base < revision ? undefined : apply(value, change);
    if (!applied?.ok) {
      answers.push(
        base < revision
          ? await movedOn(db, id, base, revision)
          : new ApiError(422, applied!.problem.code, applied!.problem.message, [
              { ...applied!.problem, field: 'changes' },
            ]),
      );
      continue;
    }
    const written = await checkedChange(value, applied.chart).catch(refusalOf);
    if (written instanceof ApiError) {
      answers.push(written);
      continue;
    }
    const unchanged = isNothing(value, written);
    if (sent.before && !unchanged) await pointBefore(db, id, revision, sent.before, account);
    // What tens of thousands of lines take is done in pieces, so that nobody else waits for all of them.
    if (countOf(value.items) > LONG) await breathe();
    if (!unchanged) {
      value = applied.chart;
      only = written;
      revision++;
      log.push({ revision, base, change, inverse: applied.inverse, origin, client, key, note });
    }
    await sent.also?.(db, revision);
    const answer: Changed = { revision, ...(unchanged && { unchanged }) };
    answers.push(answer);
    if (key !== null) {
      const one = { key, request: print, status: 200, body: answer };
      answered.set(key, one);
      fresh.push(one);
    }
  }
  await keepAnswers(db, account, fresh);
  if (!value || !before || revision === begun) return { answers };
  await writeChange(db, id, value, revision, only && log.length === 1 ? only : storedChange(before, value));
  await db.query(
    `INSERT INTO changes (chart, revision, base, change, inverse, origin, account, client, key, note)
     SELECT $1, l.revision, l.base, l.change, l.inverse, l.origin, $2, l.client, l.key, l.note
       FROM jsonb_to_recordset($3::jsonb)
         AS l (revision integer, base integer, change jsonb, inverse jsonb, origin text, client text, key text, note text)`,
    [id, account, JSON.stringify(log)],
  );
  await db.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify({ id, revision })]);
  return { answers, chart: { revision, value }, ...(isDue(begun, revision) && { whole: true }) };
}

/** A change that is refused for what it would lead to; anything else ends all of them. */
const refusalOf = (error: unknown): ApiError => {
  if (error instanceof ApiError) return error;
  throw error;
};

/** Whether a chart is just as it was before a change. */
function isNothing(before: Chart, { settings, put, gone }: StoredChange): boolean {
  if (gone.length > 0) return false;
  const was = storedOf(before);
  return (
    put.every(({ part, id, value }) => equal(own(was.parts[part], id), value)) &&
    (!settings || equal(was.settings, settings))
  );
}

/** A chart that is locked, at its revision: as it is known here, brought up by what others did, or read anew. */
async function valueAt(db: Client, id: string, revision: number): Promise<Chart> {
  const known = kept.last(id);
  if (known && known.revision <= revision && revision - known.revision <= CAUGHT_UP) {
    const missed =
      known.revision === revision
        ? []
        : (
            await db.query<{ change: Change }>(
              'SELECT change FROM changes WHERE chart = $1 AND revision > $2 ORDER BY revision',
              [id, known.revision],
            )
          ).rows;
    let value: Chart | undefined = known.value;
    for (const { change } of missed) {
      const applied: Applied | undefined = value && apply(value, change);
      value = applied?.ok ? applied.chart : undefined;
    }
    if (value && missed.length === revision - known.revision) return value;
  }
  const found = await findValue(async (sql, values) => (await db.query(sql, values)).rows, id);
  return readValue(id, found!.stored);
}

const stillToCome = (revision: number, base: number) =>
  new ApiError(422, 'unknown-revision', `The chart is at revision ${revision}; ${base} is still to come.`, [
    { code: 'unknown-revision', message: 'Send the revision you last saw.', field: 'base' },
  ]);

/** What was missed is told where it is little; else it is fetched with `since`. */
async function movedOn(db: Client, id: string, base: number, revision: number): Promise<ApiError> {
  // Changes of this very transaction are not in the log yet: they are fetched.
  const { rows } = await db.query<LoggedChange>(
    `SELECT revision, base, change, origin, client, key, account AS "of",
            (SELECT a.name FROM accounts a WHERE a.id = changes.account) AS by FROM changes WHERE chart = $1 AND revision > $2 ORDER BY revision LIMIT ${TOLD_MOST + 1}`,
    [id, base],
  );
  const whole = rows.length <= TOLD_MOST && rows.at(-1)?.revision === revision;
  const little = whole && JSON.stringify(rows).length <= TOLD_BYTES;
  return new ApiError(
    409,
    'changed-meanwhile',
    'The chart was changed meanwhile, and your change fits no more; fetch the missed changes and look at it again.',
    [],
    { revision, missed: little ? rows : [] },
  );
}

/** Changes of an answer, by number and by bytes as the database holds them; whoever wants more asks again. */
const PAGE = { changes: 500, bytes: 256_000 };

/** Changes of a chart after a revision, oldest first: a page of them, one at the least where there are any. */
export async function loggedSince(id: string, since: number): Promise<LoggedChange[]> {
  const rows = await query<LoggedChange & { before: string } & Record<string, unknown>>(
    `SELECT * FROM (
       SELECT revision, base, change, origin, client, key, account AS "of",
              (SELECT a.name FROM accounts a WHERE a.id = next.account) AS by,
              sum(octet_length(change::text)) OVER (ORDER BY revision) - octet_length(change::text) AS before
         FROM (SELECT * FROM changes WHERE chart = $1 AND revision > $2
                ORDER BY revision LIMIT ${PAGE.changes}) next
     ) summed WHERE before <= ${PAGE.bytes} ORDER BY revision`,
    [id, since],
  );
  return rows.map(({ before: _, ...change }) => change);
}

/** The same for whoever asks: what a chart was before is for those who edit it. @throws 404, 403 */
export async function changesSince(
  who: Who,
  id: string,
  since: number,
): Promise<{ revision: number; changes: LoggedChange[] }> {
  const { revision } = await chartFor(who, id, 'edit');
  return { revision, changes: await loggedSince(id, since) };
}

/** Undo steps kept at hand; older changes stay in the log. */
const STEPS = 200;

/** A change of the log as undo sees it, and the key that it was sent with. */
interface Step {
  readonly origin: Origin;
  readonly inverse: Change;
  readonly key: string | null;
}

/** Origins, inverses and keys of the last changes, oldest first: what undo and redo are rebuilt from. */
export async function recentSteps(who: Who, id: string): Promise<Step[]> {
  await chartFor(who, id, 'edit');
  const rows = await query<Step>(
    'SELECT origin, inverse, key FROM changes WHERE chart = $1 AND account = $2 ORDER BY revision DESC LIMIT $3',
    [id, who.account, STEPS],
  );
  return rows.reverse();
}
