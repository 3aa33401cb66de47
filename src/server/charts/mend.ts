/** A chart that can't be read: what of it can, and putting it back to the last moment at which all of it could. */
import { setImmediate as breathe } from 'node:timers/promises';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { apply, type Change, type Chart, countOf, type StoredValue, salvaged, type Unmet } from '../../core/chart';
import { kindOf, kinds } from '../../core/kinds';
import { outlineText } from '../../core/list-formats';
import { chartFor, notThere } from '../access';
import { asServer, query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { keepWhole } from '../moments/at';
import type { Who } from '../who';
import { kept } from './kept';
import { findValue, readValue, rewriteChart } from './parts';
import { CHANNEL } from './told';
import { checkedChange } from './written';

const unpack = promisify(gunzip);

export interface Mendable {
  readonly revision: number;
  /** It can be read: there is nothing to mend. */
  readonly readable: boolean;
  /** Why it can't be read: what kind of reason, and in words. */
  readonly code: string | null;
  readonly problem: string | null;
  readonly title: string;
  readonly items: number;
  /** The list as far as it can be read. */
  readonly list: string;
  readonly lost: readonly Unmet[];
  /** The last moment at which all of it could be read; null where none is known. */
  readonly last: { readonly revision: number; readonly at: string | null } | null;
}

interface Moment {
  readonly revision: number;
  readonly chart: Chart;
}

/** A stored value that is not held against anything. */
const raw = ({ settings, parts }: StoredValue): Chart =>
  ({ items: {}, links: {}, sets: {}, notes: {}, ...settings, ...parts }) as unknown as Chart;

/** Whether a chart can be written, and so be read again. */
const isWhole = (chart: Chart): Promise<boolean> =>
  checkedChange(undefined, chart).then(
    () => true,
    () => false,
  );

/** The log is followed back so far, and for so long; then the last whole copy is taken. */
const MOST_BACK = 2_000;
const MOST_MS = 5_000;

/** Back from what is stored, one change after the other, until it can be read. */
async function byLog(id: string, stored: StoredValue, revision: number): Promise<Moment | undefined> {
  const until = performance.now() + MOST_MS;
  let at = raw(stored);
  const rows = await query<{ revision: number; inverse: Change }>(
    'SELECT revision, inverse FROM changes WHERE chart = $1 AND revision <= $2 ORDER BY revision DESC LIMIT $3',
    [id, revision, MOST_BACK],
  );
  for (const { revision: of, inverse } of rows) {
    try {
      const applied = apply(at, inverse);
      if (!applied.ok) return undefined;
      at = applied.chart;
    } catch {
      return undefined;
    }
    if (await isWhole(at)) return { revision: of - 1, chart: at };
    if (performance.now() > until) return undefined;
    await breathe();
  }
  return undefined;
}

/** The latest of the copies that are kept whole that can be read. */
async function byCopies(id: string): Promise<Moment | undefined> {
  const rows = await query<{ revision: number; value: Buffer }>(
    'SELECT revision, value FROM snapshots WHERE chart = $1 ORDER BY revision DESC LIMIT 20',
    [id],
  );
  for (const { revision, value } of rows) {
    const chart = raw(JSON.parse((await unpack(value)).toString()) as StoredValue);
    if (await isWhole(chart)) return { revision, chart };
  }
  return undefined;
}

const lastWhole = (id: string, stored: StoredValue, revision: number): Promise<Moment | undefined> =>
  asServer(async () => (await byLog(id, stored, revision)) ?? (await byCopies(id)));

/** Why a stored chart can't be read; undefined where it can. */
const problemOf = (id: string, stored: StoredValue): Promise<ApiError | undefined> =>
  readValue(id, stored).then(
    () => undefined,
    (error: unknown) => {
      if (error instanceof ApiError) return error;
      throw error;
    },
  );

/** @throws 404; 403 for all but whose it is */
export async function mendable(who: Who, id: string): Promise<Mendable> {
  await chartFor(who, id, 'own');
  const found = await findValue(query, id);
  if (!found) throw notThere();
  const { stored, revision } = found;
  const problem = await problemOf(id, stored);
  const { chart, lost } = salvaged(stored);
  const kind = kindOf(chart.kind) ?? kinds[0]!;
  // Of a later version nothing is known: what that wrote is not to be undone.
  const last = problem && problem.code !== 'later-version' ? await lastWhole(id, stored, revision) : undefined;
  const [moment] = last
    ? await query<{ at: Date }>('SELECT at FROM changes WHERE chart = $1 AND revision = $2', [id, last.revision])
    : [];
  return {
    revision,
    readable: problem === undefined,
    code: problem?.code ?? null,
    problem: problem?.message ?? null,
    title: chart.title,
    items: countOf(chart.items),
    list: outlineText(kind, chart),
    lost: lost.slice(0, 50),
    last: last ? { revision: last.revision, at: moment?.at.toISOString() ?? null } : null,
  };
}

/**
 * Puts a chart that can't be read back as it was when it last could. What is stored of it is kept in the log.
 * @throws 404, 403 as above; 422 where it can be read, or no such moment is known
 */
export async function mend(who: Who, id: string): Promise<{ revision: number; from: number }> {
  await chartFor(who, id, 'own');
  const mended = await transaction(async (db) => {
    await db.query('SELECT FROM charts WHERE id = $1 FOR UPDATE', [id]);
    const found = await findValue(async (sql, values) => (await db.query(sql, values)).rows, id);
    if (!found) throw notThere();
    const { stored, revision } = found;
    const problem = await problemOf(id, stored);
    if (!problem) throw new ApiError(422, 'nothing-to-mend', 'This chart can be read; nothing was changed.');
    const last = problem.code === 'later-version' ? undefined : await lastWhole(id, stored, revision);
    if (!last)
      throw new ApiError(
        422,
        'no-such-moment',
        `No earlier moment of this chart can be read. Download what is stored from /api/charts/${encodeURIComponent(id)}/stored.`,
      );
    const next = revision + 1;
    await rewriteChart(db, id, last.chart, next);
    await db.query(
      `INSERT INTO changes (chart, revision, base, change, inverse, origin, account, note)
       VALUES ($1, $2, $3, $4, $4, 'do', $5, $6)`,
      [
        id,
        next,
        revision,
        JSON.stringify({ type: 'group', changes: [] }),
        who.account,
        `Put back as it was at revision ${last.revision}, as it could not be read any more`,
      ],
    );
    await db.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify({ id, revision: next })]);
    return { revision: next, from: last.revision, chart: last.chart };
  });
  kept.drop(id);
  await keepWhole(id, mended.revision, mended.chart);
  return { revision: mended.revision, from: mended.from };
}
