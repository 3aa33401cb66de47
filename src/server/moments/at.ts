/**
 * A chart as it was: from the nearest moment that is known, forward by the changes of the log or back by their inverses. Now
 * and then the chart is kept whole, so that no moment is far from one.
 */
import { setImmediate as breathe } from 'node:timers/promises';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { apply, type Change, type Chart, countOf, type StoredValue, storedOf } from '../../core/chart';
import { chartFor } from '../access';
import { Kept, kept } from '../charts/kept';
import { findValue, readValue } from '../charts/parts';
import { asServer, query } from '../db';
import { ApiError } from '../http/problem';
import { log } from '../log';
import type { Who } from '../who';

const [pack, unpack] = [promisify(gzip), promisify(gunzip)];

/** A chart is kept whole once in so many changes. */
export const SNAPSHOT_EVERY = 256;
/** Of long charts each change takes a while: others get their turn in between. */
const LONG = 2_000;
const AT_A_STRETCH_MS = 25;
/** Changes that are fetched at once. */
const AT_ONCE = 300;

/** The moments that were looked at last, one of each chart: whoever drags a slider goes from one to the next. */
export const looked = new Kept(16, 48_000_000);

/** Whether a chart is kept whole after changes from one revision to another. */
export const isDue = (from: number, to: number): boolean =>
  Math.floor(from / SNAPSHOT_EVERY) !== Math.floor(to / SNAPSHOT_EVERY);

/** Keeps a chart whole; that it can't be is no hindrance to anybody. */
export async function keepWhole(id: string, revision: number, chart: Chart): Promise<void> {
  try {
    const value = await pack(JSON.stringify(storedOf(chart)));
    await asServer(() =>
      query('INSERT INTO snapshots (chart, revision, value) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING', [
        id,
        revision,
        value,
      ]),
    );
  } catch (error) {
    log().warn({ chart: id, revision, error: (error as Error).message }, 'a chart could not be kept whole');
  }
}

interface Moment {
  readonly revision: number;
  readonly value: Chart;
}

/** The nearest moments that are kept whole, before and after a revision: the revisions alone. */
async function around(id: string, revision: number): Promise<number[]> {
  const rows = await query<{ revision: number }>(
    `(SELECT revision FROM snapshots WHERE chart = $1 AND revision <= $2 ORDER BY revision DESC LIMIT 1)
     UNION ALL (SELECT revision FROM snapshots WHERE chart = $1 AND revision > $2 ORDER BY revision LIMIT 1)`,
    [id, revision],
  );
  return rows.map((row) => row.revision);
}

async function wholeAt(id: string, revision: number): Promise<Chart> {
  const [row] = await query<{ value: Buffer }>('SELECT value FROM snapshots WHERE chart = $1 AND revision = $2', [
    id,
    revision,
  ]);
  return readValue(id, JSON.parse((await unpack(row!.value)).toString()) as StoredValue);
}

async function nowOf(id: string): Promise<Moment | undefined> {
  const found = await findValue(query, id);
  return found && { revision: found.revision, value: await readValue(id, found.stored) };
}

async function walked(id: string, { revision: from, value }: Moment, to: number): Promise<Chart> {
  let at = value;
  let since = performance.now();
  const forward = to > from;
  for (let reached = from; reached !== to; ) {
    const rows = await query<{ revision: number; change: Change }>(
      forward
        ? `SELECT revision, change FROM changes WHERE chart = $1 AND revision > $2 AND revision <= $3 ORDER BY revision LIMIT ${AT_ONCE}`
        : `SELECT revision, inverse AS change FROM changes WHERE chart = $1 AND revision <= $2 AND revision > $3 ORDER BY revision DESC LIMIT ${AT_ONCE}`,
      [id, reached, to],
    );
    for (const { change } of rows) {
      const applied = apply(at, change);
      if (!applied.ok) throw broken(id, to, applied.problem.message);
      at = applied.chart;
      if (countOf(at.items) > LONG && performance.now() - since > AT_A_STRETCH_MS) {
        await breathe();
        since = performance.now();
      }
    }
    // Old letters are one change: the last of them has the number.
    reached = rows.length < AT_ONCE ? to : forward ? rows.at(-1)!.revision : rows.at(-1)!.revision - 1;
  }
  return at;
}

const broken = (id: string, revision: number, why: string) => {
  log().error({ chart: id, revision, why }, 'the log of a chart does not lead to where it should');
  return new ApiError(500, 'broken-log', 'This moment of the chart can not be put together again.');
};

export const noMoment = (revision: number) =>
  new ApiError(422, 'no-such-moment', `The chart has no revision ${revision}.`, [
    { code: 'no-such-moment', message: 'Take a revision that /history names.', field: 'at' },
  ]);

/**
 * The chart at a revision, whoever asks: who may is asked before.
 * @param now the present revision
 * @throws 422 where there is no such revision
 */
export async function chartAt(id: string, revision: number, now: number): Promise<Chart> {
  if (revision < 0 || revision > now) throw noMoment(revision);
  return asServer(async () => {
    const known = [kept.last(id), looked.last(id)].flatMap((one) => one ?? []);
    const exact = known.find((one) => one.revision === revision);
    if (exact) return exact.value;
    const whole = await around(id, revision);
    const near = (one: number) => Math.abs(one - revision);
    const candidates = [...whole, ...known.map((one) => one.revision), now].sort((a, b) => near(a) - near(b));
    const from = candidates[0]!;
    const start =
      known.find((one) => one.revision === from) ??
      (whole.includes(from) ? { revision: from, value: await wholeAt(id, from) } : await nowOf(id));
    if (!start) throw noMoment(revision);
    const value = await walked(id, start, revision);
    looked.put(id, { revision, value });
    return value;
  });
}

/** The same for whoever asks: what a chart was is for those who edit it. @throws 404, 403, 422 */
export async function momentFor(who: Who, id: string, revision: number): Promise<Chart> {
  const { revision: now } = await chartFor(who, id, 'edit');
  return chartAt(id, revision, now);
}
