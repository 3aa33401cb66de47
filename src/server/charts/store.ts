/** Stored charts: rows of `charts`. Every query carries the owner. */
import type { Chart } from '../../core/chart';
import { account, query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { insertChart } from './insert';

export interface StoredChart {
  readonly id: string;
  readonly revision: number;
  readonly chart: Chart;
  readonly changedAt: string;
}
export interface ChartCard {
  readonly id: string;
  readonly kind: string;
  readonly title: string;
  readonly revision: number;
  readonly items: number;
  readonly changedAt: string;
  readonly binnedAt: string | null;
}

/** Days a chart stays in the bin. */
export const BIN_DAYS = 30;

export const notThere = () => new ApiError(404, 'not-found', 'There is no such chart; it may have been removed.');

export async function createChart(id: string, chart: Chart): Promise<void> {
  const owner = await account();
  await transaction((client) => insertChart(client, owner, id, chart));
}

/** @throws 404 where the account has no such chart, or it is in the bin */
export async function getChart(id: string): Promise<StoredChart> {
  const rows = await query<{ value: Chart; revision: number; changed_at: Date }>(
    'SELECT value, revision, changed_at FROM charts WHERE id = $1 AND owner = $2 AND binned_at IS NULL',
    [id, await account()],
  );
  const row = rows[0];
  if (!row) throw notThere();
  return { id, chart: row.value, revision: row.revision, changedAt: row.changed_at.toISOString() };
}

export interface ListQuery {
  readonly kind?: string | undefined;
  /** Words that the title holds. */
  readonly q?: string | undefined;
  readonly cursor?: string | undefined;
  readonly binned?: boolean | undefined;
}

const PER_PAGE = 60;

/** Cards of charts, the latest changed first; `next` is the cursor of the next page. */
export async function listCharts({
  kind,
  q,
  cursor,
  binned = false,
}: ListQuery): Promise<{ charts: ChartCard[]; next: string | null }> {
  const [before, beforeId] = cursor ? decodeCursor(cursor) : [null, null];
  const rows = await query<{
    id: string;
    kind: string;
    title: string;
    revision: number;
    items: string;
    changed_at: Date;
    exact: string;
    binned_at: Date | null;
  }>(
    `SELECT c.id, c.kind, c.title, c.revision, c.changed_at, c.changed_at::text AS exact, c.binned_at,
            (SELECT count(*) FROM jsonb_object_keys(c.value->'items')) AS items
       FROM charts c
      WHERE c.owner = $1
        AND (c.binned_at IS NOT NULL) = $2
        AND ($3::text IS NULL OR c.kind = $3)
        AND ($4::text IS NULL OR c.title ILIKE '%' || $4 || '%')
        AND ($5::timestamptz IS NULL OR (c.changed_at, c.id) < ($5::timestamptz, $6::text))
      ORDER BY c.changed_at DESC, c.id DESC
      LIMIT $7`,
    [await account(), binned, kind ?? null, q ? q.replace(/[\\%_]/g, '\\$&') : null, before, beforeId, PER_PAGE + 1],
  );
  const more = rows.length > PER_PAGE;
  const shown = rows.slice(0, PER_PAGE);
  const last = shown.at(-1);
  return {
    charts: shown.map((row) => ({
      id: row.id,
      kind: row.kind,
      title: row.title,
      revision: row.revision,
      items: Number(row.items),
      changedAt: row.changed_at.toISOString(),
      binnedAt: row.binned_at?.toISOString() ?? null,
    })),
    next: more && last ? Buffer.from(JSON.stringify([last.exact, last.id])).toString('base64url') : null,
  };
}

function decodeCursor(cursor: string): [string, string] {
  try {
    const value: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString());
    if (
      Array.isArray(value) &&
      typeof value[0] === 'string' &&
      typeof value[1] === 'string' &&
      /^\d{4}-\d\d-\d\d /.test(value[0])
    )
      return [value[0], value[1]];
  } catch {
    // Said below, as any other cursor that is none of ours.
  }
  throw new ApiError(422, 'bad-cursor', 'The cursor is not one that an earlier answer gave.', [
    { code: 'bad-cursor', message: 'Take "next" of the answer before.', field: 'cursor' },
  ]);
}

/** To the bin; charts that have been there too long are removed for good. */
export async function binChart(id: string): Promise<void> {
  const owner = await account();
  const rows = await query(
    'UPDATE charts SET binned_at = now() WHERE id = $1 AND owner = $2 AND binned_at IS NULL RETURNING id',
    [id, owner],
  );
  if (rows.length === 0) throw notThere();
  await query(`DELETE FROM charts WHERE owner = $1 AND binned_at < now() - make_interval(days => $2)`, [
    owner,
    BIN_DAYS,
  ]);
}

export async function restoreChart(id: string): Promise<void> {
  const rows = await query(
    'UPDATE charts SET binned_at = NULL WHERE id = $1 AND owner = $2 AND binned_at IS NOT NULL RETURNING id',
    [id, await account()],
  );
  if (rows.length === 0) throw notThere();
}
