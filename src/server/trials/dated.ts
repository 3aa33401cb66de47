/** Changes set for a day: a trial with a day is adopted by itself on it, and until then shows what will be. */

import { longDate } from '../../core/list';
import { merge } from '../../core/trial';
import { chartFor } from '../access';
import { getChart, type StoredChart } from '../charts/store';
import { asServer, inNameOf, outside, query } from '../db';
import { ApiError } from '../http/problem';
import { log } from '../log';
import { chartAt } from '../moments/at';
import type { Who } from '../who';
import { adopt } from './adopt';
import { trialsOf } from './trials';

/** The chart as it will be on a day, by the trials set for a day until then; where they clash the later one holds. */
export async function chartOn(who: Who, id: string, day: string): Promise<StoredChart> {
  const head = await chartFor(who, id, 'edit');
  const stored = await getChart(who, id, head);
  const due = (await trialsOf(who, id))
    .filter((trial) => trial.day !== null && trial.day <= day)
    .sort((a, b) => (a.day! < b.day! ? -1 : Number(a.day! > b.day!)));
  let { chart } = stored;
  for (const { id: trial, from } of due) {
    const { chart: own } = await getChart(who, trial);
    const base = await asServer(() => chartAt(id, from, head.revision));
    chart = merge(base, chart, own).chart;
  }
  return { ...stored, chart };
}

/** Adopts what is due. What clashes waits for a person, and says so. @returns how many were adopted */
export const adoptDue = (): Promise<number> =>
  outside(async () => {
    const due = await query<{ id: string; owner: string; name: string | null; day: string }>(
      `SELECT id, owner, settings ->> 'trial' AS name, to_char(trial_day, 'YYYY-MM-DD') AS day FROM charts
        WHERE trial_day <= current_date AND trial_said IS NULL AND binned_at IS NULL ORDER BY trial_day, id LIMIT 50`,
    );
    let done = 0;
    for (const { id, owner, name, day } of due) {
      const who: Who = { account: owner, caller: 'a day that came', request: '' };
      try {
        await inNameOf(who, () => adopt(who, id, {}, `From ${longDate(day)}: ${name ?? ''}`));
        done++;
      } catch (error) {
        const said =
          error instanceof ApiError ? error.message : 'Something went wrong here; it can be adopted by hand.';
        log().warn({ trial: id, error: (error as Error).message }, 'a trial that was due was not adopted');
        await query('UPDATE charts SET trial_said = $2 WHERE id = $1 AND binned_at IS NULL', [id, said]);
      }
    }
    return done;
  });
