/** What learners do with their work as a whole: beginning it, handing it in, taking it back. */
import type { Chart } from '../../core/chart';
import { rankOf } from '../../core/may';
import { insertChart } from '../charts/parts';
import { type Client, query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import type { LearnerWho, Who } from '../who';
import { tellClass } from './classes';
import { startOf } from './tasks';
import { titleFor } from './titles';
import { rowFor, toldOf, type Work, workFor } from './works';

/** Lets a learner change their work, or only look at it and remark on it. */
export const letEdit = (db: Client, chart: string, learner: string, edit: boolean) =>
  db.query('UPDATE shares SET may = $3 WHERE chart = $1 AND account = $2', [
    chart,
    learner,
    rankOf(edit ? 'edit' : 'remark'),
  ]);

/**
 * Begins a task: a chart of the learner's own, with their name in its title. Begun already, it is given back as it is.
 * @param content what it holds already; what the task begins with where absent
 * @throws 404 where the task is not of their class
 */
export async function beginWork(who: LearnerWho, task: string, content?: Chart): Promise<Work> {
  const [found] = await query<{ class: string; title: string; parts: string[]; teacher: string }>(
    `SELECT t.class, t.title, t.parts, k.teacher FROM tasks t JOIN classes k ON k.id = t.class
      WHERE t.id = $1 AND t.class = $2`,
    [task, who.learner.class],
  );
  if (!found) throw new ApiError(404, 'not-found', 'There is no such task in your class.');
  const start = content ?? (await startOf(task));
  const id = await transaction(async (db) => {
    // Asked for twice at once it is begun once.
    const account = await db.query<{ name: string }>('SELECT name FROM accounts WHERE id = $1 FOR UPDATE', [
      who.account,
    ]);
    const known = await db.query<{ id: string }>('SELECT id FROM works WHERE task = $1 AND learner = $2', [
      task,
      who.account,
    ]);
    if (known.rows[0]) return known.rows[0].id;
    const [work, chart] = [newId(), newId()];
    await insertChart(
      db,
      found.teacher,
      chart,
      { ...start, title: titleFor(found.title, account.rows[0]!.name) },
      task,
    );
    await db.query('INSERT INTO works (id, task, learner, chart) VALUES ($1, $2, $3, $4)', [
      work,
      task,
      who.account,
      chart,
    ]);
    await db.query('INSERT INTO shares (id, owner, chart, account, may, parts) VALUES ($1, $2, $3, $4, $5, $6)', [
      newId(),
      found.teacher,
      chart,
      who.account,
      rankOf('edit'),
      found.parts,
    ]);
    return work;
  });
  await tellClass(found.class);
  return workFor(who, id);
}

const notYours = () => new ApiError(403, 'not-yours', 'A work is handed in by whoever made it.');

/** Hands a work in: it is frozen from then on. Handed in already, it stays as it is. @throws 404, 403 */
export async function handIn(who: Who, id: string): Promise<Work> {
  const row = await rowFor(who, id);
  if (row.learner !== who.account) throw notYours();
  await transaction(async (db) => {
    const done = await db.query('UPDATE works SET handed_at = now() WHERE id = $1 AND handed_at IS NULL RETURNING id', [
      id,
    ]);
    if (done.rowCount) await letEdit(db, row.chart, row.learner, false);
  });
  await toldOf(row);
  return workFor(who, id);
}

/** Takes a work back, to go on with it. @throws 409 where it is too late for that, or it was returned already */
export async function takeBack(who: Who, id: string): Promise<Work> {
  const row = await rowFor(who, id);
  if (row.learner !== who.account) throw notYours();
  if (row.handed_at === null) return workFor(who, id);
  if (row.returned_at)
    throw new ApiError(409, 'returned', 'It was returned; ask your teacher to let you go on with it.');
  if (row.due_at && row.due_at <= new Date())
    throw new ApiError(409, 'too-late', 'It was due, and stays as it was handed in; ask your teacher.');
  await transaction(async (db) => {
    await db.query('UPDATE works SET handed_at = NULL WHERE id = $1', [id]);
    await letEdit(db, row.chart, row.learner, true);
  });
  await toldOf(row);
  return workFor(who, id);
}
