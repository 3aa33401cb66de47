/** Good works that a class is shown: copies, as they were, without whose they are unless the class sees names. */
import type { Chart } from '../../core/chart';
import { rankOf } from '../../core/may';
import { changeChart, getChart } from '../charts';
import { insertChart } from '../charts/parts';
import { told } from '../charts/told';
import { inNameOf, query, transaction } from '../db';
import { newId } from '../ids';
import type { Who } from '../who';
import { tellClass } from './classes';
import { taskFor } from './tasks';
import { titleFor } from './titles';
import { taughtBy, type Work, workFor } from './works';

/** What is shown of a work: without whose it is, unless the class sees names. */
function shownChart(chart: Chart, title: string, name: string | undefined): Chart {
  return { ...chart, title: name === undefined ? title : titleFor(title, name) };
}

/** Shows a copy of a work to all of its class, as it is now, or no more. @throws 404 */
export async function showWork(who: Who, id: string, shown: boolean): Promise<Work> {
  const row = await taughtBy(who, id);
  const { title } = await taskFor(who, row.task);
  const [{ names }] = (await query<{ names: boolean }>('SELECT names FROM classes WHERE id = $1', [row.class])) as [
    { names: boolean },
  ];
  const { chart } = await inNameOf(who, () => getChart(who, row.chart));
  await transaction(async (db) => {
    if (row.shown) await db.query('DELETE FROM charts WHERE id = $1', [row.shown]);
    if (!shown) return;
    const copy = newId();
    await insertChart(db, who.account, copy, shownChart(chart, title, names ? row.name : undefined), row.task);
    await db.query('INSERT INTO shares (id, owner, chart, class, may) VALUES ($1, $2, $3, $4, $5)', [
      newId(),
      who.account,
      copy,
      row.class,
      rankOf('look'),
    ]);
    await db.query('UPDATE works SET shown = $2 WHERE id = $1', [id, copy]);
  });
  if (row.shown) await told({ id: row.shown, access: true });
  await tellClass(row.class);
  return workFor(who, id);
}

/** Gives what a class is shown the titles that it is to have: with names where the class sees them. */
export async function retitleShown(who: Who, of: string): Promise<void> {
  const rows = await query<{
    shown: string;
    title: string;
    name: string;
    names: boolean;
    revision: number;
    now: string;
  }>(
    `SELECT w.shown, t.title, a.name, k.names, c.revision, c.title AS now
       FROM works w JOIN tasks t ON t.id = w.task JOIN classes k ON k.id = t.class JOIN accounts a ON a.id = w.learner
       JOIN charts c ON c.id = w.shown WHERE k.id = $1`,
    [of],
  );
  for (const { shown, title, name, names, revision, now } of rows) {
    const wanted = names ? titleFor(title, name) : title;
    if (wanted !== now)
      await inNameOf(who, () => changeChart(who, shown, { base: revision, change: { type: 'rename', title: wanted } }));
  }
}

/** What a class is shown, by task. */
export const shownTo = (of: string): Promise<{ chart: string; title: string; task: string }[]> =>
  query<{ chart: string; title: string; task: string }>(
    `SELECT c.id AS chart, c.title, c.task FROM works w JOIN charts c ON c.id = w.shown JOIN tasks t ON t.id = w.task
      WHERE t.class = $1 ORDER BY w.made_at, w.id`,
    [of],
  );
