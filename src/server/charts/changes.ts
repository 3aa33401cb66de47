/** The change log: the only way a stored chart changes. */
import { apply, type Change, type Chart, type Origin } from '../../core/chart';
import { account, query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { notThere } from './store';

export interface LoggedChange {
  readonly revision: number;
  readonly change: Change;
  readonly origin: Origin;
  readonly client: string | null;
  /** The Idempotency-Key it was sent with. */
  readonly key: string | null;
}

export interface SentChange {
  /** The revision the sender last saw. */
  readonly base: number;
  readonly change: Change;
  readonly origin?: Origin | undefined;
  readonly client?: string | null | undefined;
  readonly key?: string | null | undefined;
}

/** Name of the database channel on which new revisions are told. */
export const CHANNEL = 'chart_changed';

/**
 * Carries out a change on the stored value, in one transaction with its entry in the log.
 * @throws 409 with the changes missed where the chart has moved on; 422 where the change can't be carried out
 */
export function changeChart(id: string, sent: SentChange): Promise<{ revision: number; chart: Chart }> {
  const { base, change, origin = 'do', client = null, key = null } = sent;
  return transaction(async (db) => {
    const owner = await account();
    const found = await db.query<{ value: Chart; revision: number }>(
      'SELECT value, revision FROM charts WHERE id = $1 AND owner = $2 AND binned_at IS NULL FOR UPDATE',
      [id, owner],
    );
    const row = found.rows[0];
    if (!row) throw notThere();
    if (base > row.revision)
      throw new ApiError(
        422,
        'unknown-revision',
        `The chart is at revision ${row.revision}; ${base} is still to come.`,
        [{ code: 'unknown-revision', message: 'Send the revision you last saw.', field: 'base' }],
      );
    if (base < row.revision) {
      const missed = await db.query<LoggedChange>(
        'SELECT revision, change, origin, client, key FROM changes WHERE chart = $1 AND revision > $2 ORDER BY revision',
        [id, base],
      );
      throw new ApiError(
        409,
        'changed-meanwhile',
        'The chart was changed meanwhile; apply the missed changes and send yours again.',
        [],
        {
          revision: row.revision,
          missed: missed.rows,
        },
      );
    }
    const applied = apply(row.value, change);
    if (!applied.ok)
      throw new ApiError(422, applied.problem.code, applied.problem.message, [
        { ...applied.problem, field: 'changes' },
      ]);
    const revision = row.revision + 1;
    await db.query('UPDATE charts SET value = $2, revision = $3, title = $4, changed_at = now() WHERE id = $1', [
      id,
      JSON.stringify(applied.chart),
      revision,
      applied.chart.title,
    ]);
    await db.query(
      'INSERT INTO changes (chart, revision, change, inverse, origin, account, client, key) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
      [id, revision, JSON.stringify(change), JSON.stringify(applied.inverse), origin, owner, client, key],
    );
    await db.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify({ id, revision })]);
    return { revision, chart: applied.chart };
  });
}

const owned = 'EXISTS (SELECT 1 FROM charts c WHERE c.id = l.chart AND c.owner = $2)';

/** Changes after a revision, oldest first. */
export const changesSince = async (id: string, since: number): Promise<LoggedChange[]> =>
  query<LoggedChange & Record<string, unknown>>(
    `SELECT revision, change, origin, client, key FROM changes l WHERE chart = $1 AND ${owned} AND revision > $3 ORDER BY revision`,
    [id, await account(), since],
  );

/** Undo steps kept at hand; older changes stay in the log. */
const STEPS = 200;

/** Origins and inverses of the last changes, oldest first: what undo and redo are rebuilt from. */
export async function recentSteps(id: string): Promise<{ origin: Origin; inverse: Change }[]> {
  const rows = await query<{ origin: Origin; inverse: Change }>(
    `SELECT origin, inverse FROM changes l WHERE chart = $1 AND ${owned} ORDER BY revision DESC LIMIT $3`,
    [id, await account(), STEPS],
  );
  return rows.reverse();
}
