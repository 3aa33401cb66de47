/** How charts lie in the database: settings in `charts`, all else as rows of `chart_parts`. Read and written here only. */
import { setImmediate as breathe } from 'node:timers/promises';
import {
  type Chart,
  countOf,
  type Part,
  readingStored,
  type StoredChange,
  type StoredValue,
  storedWhole,
  UnreadableChart,
} from '../../core/chart';
import { kindOf } from '../../core/kinds';
import type { Client } from '../db';
import { ApiError } from '../http/problem';
import { checkedChange } from './written';

interface PartRow {
  readonly part: Part | null;
  readonly id: string;
  readonly value: never;
  readonly revision: number | null;
  readonly changed_at: Date | null;
}

export interface FoundValue {
  readonly stored: StoredValue;
  readonly revision: number;
  readonly changedAt: string;
}

/** One statement, so that settings and rows are of one moment. */
const FIND = `
  WITH c AS (SELECT id, settings, revision, changed_at FROM charts WHERE id = $1 AND binned_at IS NULL)
  SELECT NULL AS part, id, settings AS value, revision, changed_at FROM c
  UNION ALL
  SELECT p.part, p.id, p.value, NULL, NULL FROM chart_parts p WHERE p.chart = (SELECT id FROM c)`;

type Query = (sql: string, values: unknown[]) => Promise<readonly PartRow[]>;

/** A chart as it is stored, whatever it says; undefined where there is none, or it is in the bin. Who may see it is asked before. */
export async function findValue(query: Query, id: string): Promise<FoundValue | undefined> {
  const rows = await query(FIND, [id]);
  const parts: Partial<Record<Part, Record<string, unknown>>> = {};
  let chart: PartRow | undefined;
  for (const row of rows)
    if (row.part === null) chart = row;
    else {
      parts[row.part] ??= {};
      parts[row.part]![row.id] = row.value;
    }
  return (
    chart && {
      stored: { settings: chart.value, parts },
      revision: chart.revision!,
      changedAt: chart.changed_at!.toISOString(),
    }
  );
}

/** @throws UnreadableChart */
function ofKnownKind(chart: Chart): Chart {
  if (kindOf(chart.kind)) return chart;
  throw new UnreadableChart('unreadable', `This chart is of the kind "${chart.kind}", which is not known here.`);
}

/**
 * A stored value as a chart; others are answered in between.
 * @throws 422 where it can't be read: what is stored stays, and can be had as it is
 */
export async function readValue(id: string, stored: StoredValue): Promise<Chart> {
  const steps = readingStored(stored);
  try {
    for (;;) {
      const step = steps.next();
      if (step.done) return ofKnownKind(step.value);
      await breathe();
    }
  } catch (error) {
    if (!(error instanceof UnreadableChart)) throw error;
    throw new ApiError(
      422,
      error.code,
      `${error.message} Nothing of it is lost: it can be fetched as it is stored from /api/charts/${encodeURIComponent(id)}/stored.`,
    );
  }
}

async function put(client: Client, id: string, rows: StoredChange['put']): Promise<void> {
  if (rows.length === 0) return;
  await client.query(
    `INSERT INTO chart_parts (chart, part, id, value)
     SELECT $1, p.part, p.id, p.value FROM jsonb_to_recordset($2::jsonb) AS p (part text, id text, value jsonb)
     ON CONFLICT (chart, part, id) DO UPDATE SET value = excluded.value`,
    [id, JSON.stringify(rows)],
  );
}

/** Writes a new chart. @param task the task that it is a work of. @throws 422 where it could not be read again */
export async function insertChart(
  client: Client,
  owner: string,
  id: string,
  chart: Chart,
  task: string | null = null,
): Promise<void> {
  const { settings, put: rows } = await checkedChange(undefined, chart);
  await client.query(
    `INSERT INTO charts (id, owner, kind, title, settings, items, task, changed_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, clock_timestamp())`,
    [id, owner, chart.kind, chart.title, JSON.stringify(settings), countOf(chart.items), task],
  );
  await put(client, id, rows);
}

/** Writes a chart anew in place of all that is stored of it, whatever that is. It was checked before. */
export async function rewriteChart(client: Client, id: string, chart: Chart, revision: number): Promise<void> {
  await client.query('DELETE FROM chart_parts WHERE chart = $1', [id]);
  await writeChange(client, id, chart, revision, storedWhole(chart));
}

/** Writes what changed of a chart, and its new revision. @param change as `checkedChange` gave it */
export async function writeChange(
  client: Client,
  id: string,
  chart: Chart,
  revision: number,
  change: StoredChange,
): Promise<void> {
  const { settings, put: changed, gone } = change;
  await put(client, id, changed);
  if (gone.length > 0)
    await client.query(
      `DELETE FROM chart_parts d USING jsonb_to_recordset($2::jsonb) AS p (part text, id text)
        WHERE d.chart = $1 AND d.part = p.part AND d.id = p.id`,
      [id, JSON.stringify(gone)],
    );
  const items = countOf(chart.items);
  if (settings)
    await client.query(
      `UPDATE charts SET revision = $2, changed_at = now(), items = $3, settings = $4, title = $5, kind = $6 WHERE id = $1`,
      [id, revision, items, JSON.stringify(settings), chart.title, chart.kind],
    );
  else
    await client.query('UPDATE charts SET revision = $2, changed_at = now(), items = $3 WHERE id = $1', [
      id,
      revision,
      items,
    ]);
}
