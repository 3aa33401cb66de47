/** What a teacher does with works: marking them, and giving them back. */
import { type Mark, markProblem, rubricOf } from '../../core/marking';
import { told } from '../charts/told';
import { query, transaction } from '../db';
import { wrongValue } from '../http/problem';
import type { Who } from '../who';
import { tellClass } from './classes';
import { letEdit } from './handing';
import type { Task } from './tasks';
import { taughtBy, toldOf, type Work, workFor, worksOf } from './works';

/** @throws 404; 422 for a mark that the scheme does not have */
export async function markWork(who: Who, id: string, mark: Mark): Promise<Work> {
  const row = await taughtBy(who, id);
  const problem = markProblem(row.scheme, mark, rubricOf(row.kind)?.rows ?? []);
  if (problem) throw wrongValue('mark', problem);
  await query('UPDATE works SET mark = $2 WHERE id = $1', [id, JSON.stringify(mark)]);
  if (row.returned_at && row.given) await told({ id: row.chart, work: true });
  await tellClass(row.class);
  return workFor(who, id);
}

export interface Returning {
  /** With the mark. */
  readonly mark?: boolean | undefined;
  /** To be worked on again. */
  readonly again?: boolean | undefined;
}

/** Gives a work back. One that was not handed in is taken as it is. @throws 404 */
export async function returnWork(who: Who, id: string, { mark = false, again = false }: Returning): Promise<Work> {
  const row = await taughtBy(who, id);
  await transaction(async (db) => {
    await db.query(
      again
        ? 'UPDATE works SET handed_at = NULL, returned_at = NULL, marked = $2 WHERE id = $1'
        : 'UPDATE works SET handed_at = coalesce(handed_at, now()), returned_at = now(), marked = $2 WHERE id = $1',
      [id, mark && !again],
    );
    await letEdit(db, row.chart, row.learner, again);
  });
  await toldOf(row);
  return workFor(who, id);
}

/** Gives back all that were handed in and not returned yet. @returns how many */
export async function returnAll(who: Who, task: Task, returning: Pick<Returning, 'mark'>): Promise<number> {
  const due = (await worksOf(task.id)).filter(({ state }) => state === 'handed-in');
  for (const { id } of due) await returnWork(who, id, returning);
  return due.length;
}
