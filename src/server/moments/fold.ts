/**
 * Old letters of one word as one change: the log is kept for ever, and nobody asks which letter of a name was typed first.
 * A moment that somebody may come back to stays: one with a name, one that a trial began from, and what undo needs.
 */
import { type Change, merged, type Origin } from '../../core/chart';
import { outside, query, transaction } from '../db';

/** Only what is older, in hours. */
const OLD_HOURS = 24;
/** Letters of one word follow each other within so much, in ms. */
const PAUSE_MS = 30_000;
/** As many steps back undo goes (`charts/changes.ts`). */
const STEPS = 200;
/** Entries of one chart, and charts, that are looked at in one go. */
const AT_ONCE = 2_000;
const CHARTS = 20;
const LOCK = 7_461_925;

interface Row extends Record<string, unknown> {
  readonly revision: number;
  readonly change: Change;
  readonly inverse: Change;
  readonly origin: Origin;
  readonly account: string;
  readonly at: Date;
  readonly note: string | null;
  /** It is needed by itself. */
  readonly stays: boolean;
}

/** What two entries in a row are as one; undefined where they are not of one piece. */
function together(first: Row, second: Row): Row | undefined {
  if (first.stays || first.origin !== 'do' || second.origin !== 'do') return undefined;
  if (first.account !== second.account || first.note !== null || second.note !== null) return undefined;
  if (second.at.getTime() - first.at.getTime() > PAUSE_MS) return undefined;
  const change = merged(first.change, second.change);
  const inverse = merged(second.inverse, first.inverse);
  return change && inverse && { ...second, change, inverse };
}

/** Entries with those of one piece put together, and the numbers of those that went into another. */
export function foldedRows(rows: readonly Row[]): { readonly put: readonly Row[]; readonly gone: readonly number[] } {
  const put: Row[] = [];
  const gone: number[] = [];
  let last: Row | undefined;
  let grown = false;
  for (const row of rows) {
    const one = last && together(last, row);
    if (one) {
      gone.push(last!.revision);
      [last, grown] = [one, true];
      continue;
    }
    if (last && grown) put.push(last);
    [last, grown] = [row, false];
  }
  if (last && grown) put.push(last);
  return { put, gone };
}

/** What undo rebuilds its steps from stays as it is: the last steps of each, and whatever was taken back later. */
const STAYS = `
  EXISTS (SELECT FROM save_points p WHERE p.chart = c.chart AND p.revision = c.revision)
  OR EXISTS (SELECT FROM snapshots s WHERE s.chart = c.chart AND s.revision = c.revision)
  OR EXISTS (SELECT FROM charts t WHERE t.trial_of = c.chart AND t.trial_from = c.revision)
  OR (EXISTS (SELECT FROM changes u WHERE u.chart = c.chart AND u.account = c.account AND u.revision > c.revision AND u.origin <> 'do')
      AND NOT EXISTS (SELECT FROM changes l WHERE l.chart = c.chart AND l.account = c.account AND l.revision > c.revision
                       ORDER BY l.revision OFFSET ${STEPS} LIMIT 1))`;

async function foldChart(chart: string, from: number): Promise<number> {
  return transaction(async (db) => {
    const { rows } = await db.query<Row>(
      `SELECT c.revision, c.change, c.inverse, c.origin, c.account, c.at, c.note, (${STAYS}) AS stays
         FROM changes c
        WHERE c.chart = $1 AND c.revision > $2 AND c.at < now() - make_interval(hours => ${OLD_HOURS})
        ORDER BY c.revision LIMIT ${AT_ONCE}`,
      [chart, from],
    );
    const { put, gone } = foldedRows(rows);
    if (gone.length > 0) {
      await db.query('DELETE FROM changes WHERE chart = $1 AND revision = ANY ($2)', [chart, gone]);
      await db.query(
        `UPDATE changes SET change = l.change, inverse = l.inverse
           FROM jsonb_to_recordset($2::jsonb) AS l (revision integer, change jsonb, inverse jsonb)
          WHERE changes.chart = $1 AND changes.revision = l.revision`,
        [chart, JSON.stringify(put.map(({ revision, change, inverse }) => ({ revision, change, inverse })))],
      );
    }
    const reached = rows.at(-1)?.revision ?? from;
    await db.query('UPDATE charts SET folded_to = $2 WHERE id = $1', [chart, reached]);
    return gone.length;
  });
}

/** Folds what is old enough of some charts; whichever server comes to it, one at a time. @returns how many entries went */
export const foldLetters = (): Promise<number> =>
  outside(() =>
    transaction(async (db) => {
      const { rows: free } = await db.query<{ free: boolean }>('SELECT pg_try_advisory_xact_lock($1) AS free', [LOCK]);
      if (!free[0]?.free) return 0;
      const charts = await query<{ id: string; folded_to: number }>(
        `SELECT c.id, c.folded_to FROM charts c
          WHERE c.revision > c.folded_to AND EXISTS (SELECT FROM changes l
            WHERE l.chart = c.id AND l.revision > c.folded_to AND l.at < now() - make_interval(hours => ${OLD_HOURS}))
          LIMIT ${CHARTS}`,
      );
      let gone = 0;
      for (const { id, folded_to } of charts) gone += await foldChart(id, folded_to);
      return gone;
    }),
  );
