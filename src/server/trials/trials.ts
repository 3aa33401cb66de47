/** Trials: side copies of a chart on which something is tried out. Each is a chart of its own that knows what it is of. */
import type { Chart } from '../../core/chart';
import { chartFor, mayWrite, notThere } from '../access';
import { changeChart } from '../charts/changes';
import { insertChart } from '../charts/parts';
import { getChart } from '../charts/store';
import { asServer, query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import { chartAt } from '../moments/at';
import type { Who } from '../who';

export interface Trial {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  /** The day on which it is adopted by itself (ISO 8601), and what came of it where it could not be. */
  readonly day: string | null;
  readonly said: string | null;
  /** The chart, and the revision of it that the trial began from or was last brought up to. */
  readonly trialOf: string;
  readonly from: number;
  readonly by: string | null;
  readonly madeAt: string;
  readonly adoptedAt: string | null;
}

export interface AskedTrial {
  readonly name: string;
  readonly note?: string | undefined;
  readonly day?: string | null | undefined;
  /** The revision it begins from; the present one where absent. */
  readonly at?: number | undefined;
}

const SELECT = `SELECT c.id, c.settings ->> 'trial' AS name, c.trial_note AS note, to_char(c.trial_day, 'YYYY-MM-DD') AS day,
  c.trial_said AS said, c.trial_of AS "trialOf", c.trial_from AS "from", c.created_at AS "madeAt",
  c.adopted_at AS "adoptedAt", (SELECT a.name FROM accounts a WHERE a.id = c.owner) AS by FROM charts c`;

/** What a chart is a trial of; undefined where it is none. Who may see it is asked before. */
export async function trialHead(id: string): Promise<Trial | undefined> {
  const [row] = await query<Trial & Record<string, unknown>>(
    `${SELECT} WHERE c.id = $1 AND c.trial_of IS NOT NULL AND c.binned_at IS NULL`,
    [id],
  );
  return row && { ...row, name: row.name ?? '' };
}

const noTrial = () => new ApiError(422, 'no-trial', 'This chart is not a trial of another.');

/** @throws 404, 403; 422 where it is no trial */
export async function trialFor(who: Who, id: string, least: 'look' | 'edit' = 'look'): Promise<Trial> {
  await chartFor(who, id, least);
  const trial = await trialHead(id);
  if (!trial) throw noTrial();
  return trial;
}

/** The trials of a chart that whoever asks may see, the latest first. */
export async function trialsOf(who: Who, id: string): Promise<Trial[]> {
  await chartFor(who, id);
  return query<Trial & Record<string, unknown>>(
    `${SELECT} WHERE c.trial_of = $1 AND c.binned_at IS NULL ORDER BY c.created_at DESC, c.id`,
    [id],
  );
}

/** @throws 403 for those who do not edit the chart; 422 for a trial of a trial */
export async function makeTrial(who: Who, id: string, { name, note = '', day = null, at }: AskedTrial): Promise<Trial> {
  mayWrite(who);
  const head = await chartFor(who, id, 'edit');
  if (await trialHead(id)) throw new ApiError(422, 'is-trial', 'A trial is of a chart, not of another trial.');
  const from = at ?? head.revision;
  const chart: Chart = { ...(await chartAt(id, from, head.revision)), trial: name };
  const made = newId();
  await transaction(async (db) => {
    await insertChart(db, who.account, made, chart);
    await db.query('UPDATE charts SET trial_of = $2, trial_from = $3, trial_note = $4, trial_day = $5 WHERE id = $1', [
      made,
      id,
      from,
      note,
      day,
    ]);
  });
  return (await trialHead(made))!;
}

export async function changeTrial(
  who: Who,
  id: string,
  { name, note, day }: Pick<AskedTrial, 'note' | 'day'> & { readonly name?: string | undefined },
): Promise<Trial> {
  const trial = await trialFor(who, id, 'edit');
  if (name !== undefined && name !== trial.name) {
    const { revision } = await chartFor(who, id, 'edit');
    await changeChart(who, id, { base: revision, change: { type: 'set-trial', trial: name } });
  }
  await query(
    `UPDATE charts SET trial_note = coalesce($2, trial_note), trial_day = CASE WHEN $3 THEN $4::date ELSE trial_day END,
            trial_said = CASE WHEN $3 THEN NULL ELSE trial_said END WHERE id = $1`,
    [id, note ?? null, day !== undefined, day ?? null],
  );
  return (await trialHead(id))!;
}

/** The three that are brought together: what both began from, the chart as it is now, and the trial. */
export interface Three {
  readonly trial: Trial;
  readonly base: Chart;
  readonly real: Chart;
  readonly own: Chart;
  /** The chart's revision, and the trial's. */
  readonly revision: number;
  readonly ownRevision: number;
}

/** @param least what whoever asks must be able to do with the chart itself */
export async function threeOf(who: Who, id: string, least: 'look' | 'edit' = 'look'): Promise<Three> {
  const trial = await trialFor(who, id);
  const head = await chartFor(who, trial.trialOf, least).catch((error: unknown) => {
    if (error instanceof ApiError && error.status === 404) throw notThere();
    throw error;
  });
  const { chart: real, revision } = await getChart(who, trial.trialOf, head);
  const { chart: own, revision: ownRevision } = await getChart(who, id);
  const base = await asServer(() => chartAt(trial.trialOf, trial.from, head.revision));
  return { trial, base, real, own, revision, ownRevision };
}
