/** What a teacher does with works: marking them, and giving them back. */
import { type Mark, markProblem, rubricOf } from '../../core/marking';
import { query, transaction } from '../db';
import { wrongValue } from '../http/problem';
import type { Who } from '../who';
import { tellClass } from './classes';
import { letEdit } from './handing';
import type { Task } from './tasks';
import { taughtBy, toldOf, type Work, type WorkRow, workFor, worksOf } from './works';

function checkMark({ scheme, kind }: WorkRow, mark: Mark): void {
  const problem = markProblem(scheme, mark, rubricOf(kind)?.rows ?? []);
  if (problem) throw wrongValue('mark', problem);
}

/** Keeps a mark; the learner sees it when the work is returned. @throws 404; 422 for a mark that the scheme does not have */
export async function markWork(who: Who, id: string, mark: Mark): Promise<Work> {
  const row = await taughtBy(who, id);
  checkMark(row, mark);
  await query('UPDATE works SET mark = $2 WHERE id = $1', [id, JSON.stringify(mark)]);
  await tellClass(row.class);
  return workFor(who, id);
}

export interface Returning extends Mark {
  /** With the mark; as a rule where one comes along. */
  readonly mark?: boolean | undefined;
  /** To be worked on again. */
  readonly again?: boolean | undefined;
}

/**
 * Gives a work back, and keeps the mark that comes along in the same step. One that was not handed in is taken as it is.
 * @throws 404; 422 for a mark that the scheme does not have
 */
export async function returnWork(who: Who, id: string, { mark, again = false, ...sent }: Returning): Promise<Work> {
  const row = await taughtBy(who, id);
  const comes = Object.keys(sent).length > 0;
  if (comes) checkMark(row, sent);
  await transaction(async (db) => {
    if (comes) await db.query('UPDATE works SET mark = $2 WHERE id = $1', [id, JSON.stringify(sent)]);
    await db.query(
      again
        ? 'UPDATE works SET handed_at = NULL, returned_at = NULL, given = NULL WHERE id = $1'
        : `UPDATE works SET handed_at = coalesce(handed_at, now()), returned_at = now(),
                  given = CASE WHEN $2 THEN mark END WHERE id = $1`,
      again ? [id] : [id, mark ?? comes],
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
