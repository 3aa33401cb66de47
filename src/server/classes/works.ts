/** Works: what each learner makes of a task, from beginning it to getting it back. */
import { type Chart, WORK_PARTS } from '../../core/chart';
import { countedIn, type Mark, type Marked, markedBy, markProblem, rubricOf, type Scheme } from '../../core/marking';
import { rankOf } from '../../core/may';
import { getChart } from '../charts';
import { insertChart } from '../charts/parts';
import { told } from '../charts/told';
import { type Client, inNameOf, query, transaction } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import { newId } from '../ids';
import type { LearnerWho, Who } from '../who';
import { tellClass } from './classes';
import { startOf, type Task, taskFor } from './tasks';
import { titleFor } from './titles';

export type State = 'not-begun' | 'working' | 'handed-in' | 'returned';

export interface Work {
  readonly id: string;
  readonly task: string;
  readonly chart: string;
  readonly revision: number;
  readonly learner: { readonly id: string; readonly name: string };
  readonly state: State;
  readonly handedAt: string | null;
  /** Handed in after it was due, or due and not handed in. */
  readonly late: boolean;
  readonly returnedAt: string | null;
  readonly mark: Mark | null;
  readonly marked: Marked;
  /** The mark is given back as well. */
  readonly markGiven: boolean;
  /** All of the class see a copy of it. */
  readonly shown: boolean;
}

interface Row {
  readonly id: string;
  readonly task: string;
  readonly chart: string;
  readonly revision: number;
  readonly learner: string;
  readonly name: string;
  readonly handed_at: Date | null;
  readonly returned_at: Date | null;
  readonly due_at: Date | null;
  readonly mark: Mark | null;
  readonly given: boolean;
  readonly shown: string | null;
  readonly scheme: Scheme;
  readonly kind: string;
  readonly class: string;
  readonly teacher: string;
}

const SELECT = `SELECT w.id, w.task, w.chart, c.revision, w.learner, a.name, w.handed_at, w.returned_at, t.due_at, w.mark,
    w.marked AS given, w.shown, t.scheme, t.kind, t.class, k.teacher
  FROM works w JOIN tasks t ON t.id = w.task JOIN classes k ON k.id = t.class JOIN charts c ON c.id = w.chart
  JOIN accounts a ON a.id = w.learner`;

const stateOf = ({ handed_at, returned_at }: Pick<Row, 'handed_at' | 'returned_at'>): State =>
  returned_at ? 'returned' : handed_at ? 'handed-in' : 'working';

/** @param now by which what was not handed in is late */
export const isLate = (due: Date | null, handed: Date | null, now = new Date()): boolean =>
  due !== null && (handed ?? now) > due;

function workOf(row: Row): Work {
  const { id, task, chart, revision, learner, name, handed_at, returned_at, due_at, mark, given, shown, scheme, kind } =
    row;
  return {
    id,
    task,
    chart,
    revision,
    learner: { id: learner, name },
    state: stateOf(row),
    handedAt: handed_at?.toISOString() ?? null,
    late: isLate(due_at, handed_at),
    returnedAt: returned_at?.toISOString() ?? null,
    mark,
    marked: markedBy(scheme, mark ?? {}, rubricOf(kind)?.rows ?? []),
    markGiven: given,
    shown: shown !== null,
  };
}

const gone = () => new ApiError(404, 'not-found', 'There is no such work, or it is not yours.');

async function rowFor({ account }: Who, id: string): Promise<Row> {
  const [row] = await query<Row & Record<string, unknown>>(`${SELECT} WHERE w.id = $1`, [id]);
  if (!row || (row.teacher !== account && row.learner !== account)) throw gone();
  return row;
}

/** What a learner is told: a mark once it was given. */
const asLearner = (work: Work): Work =>
  work.state === 'returned' && work.markGiven
    ? work
    : { ...work, mark: null, marked: { points: null, of: null, grade: null, lines: [], text: '' } };

/** For the teacher and for whose it is. @throws 404 */
export async function workFor(who: Who, id: string): Promise<Work> {
  const row = await rowFor(who, id);
  return row.teacher === who.account ? workOf(row) : asLearner(workOf(row));
}

/** @throws 404 for all but the teacher */
async function taughtBy(who: Who, id: string): Promise<Row> {
  const row = await rowFor(who, id);
  if (row.teacher !== who.account) throw gone();
  return row;
}

/** Whether a work is of a class of whoever asks. @throws 404 for a stranger */
export const teaches = async (who: Who, id: string): Promise<boolean> =>
  (await rowFor(who, id)).teacher === who.account;

/** The id of a work that whoever asks teaches. @throws 404 for all others */
export const taughtWork = async (who: Who, id: string): Promise<string> => (await taughtBy(who, id)).id;

/** Works of a task by the names of their learners. Who may see them is asked before. */
export const worksOf = async (task: string): Promise<Work[]> =>
  (await query<Row & Record<string, unknown>>(`${SELECT} WHERE w.task = $1 ORDER BY lower(a.name), w.id`, [task])).map(
    workOf,
  );

/** The works of a learner, by task. */
export const worksBy = async ({ account }: Who): Promise<Work[]> =>
  (await query<Row & Record<string, unknown>>(`${SELECT} WHERE w.learner = $1`, [account])).map(workOf).map(asLearner);

/** The work that a chart is, for whoever asks; undefined where it is none. */
export async function workOfChart({ account }: Who, chart: string): Promise<Work | undefined> {
  const [row] = await query<Row & Record<string, unknown>>(
    `${SELECT} WHERE w.chart = $1 AND (w.learner = $2 OR k.teacher = $2)`,
    [chart, account],
  );
  if (!row) return undefined;
  return row.teacher === account ? workOf(row) : asLearner(workOf(row));
}

/** Everybody who looks at a work, or at the desk, is told. */
async function toldOf({ chart, class: of }: Pick<Row, 'chart' | 'class'>): Promise<void> {
  await told({ id: chart, access: true });
  await told({ id: chart, work: true });
  await tellClass(of);
}

const letEdit = (db: Client, chart: string, learner: string, edit: boolean) =>
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
    const parts = found.parts.length < WORK_PARTS.length ? found.parts : [...WORK_PARTS];
    await db.query('INSERT INTO shares (id, owner, chart, account, may, parts) VALUES ($1, $2, $3, $4, $5, $6)', [
      newId(),
      found.teacher,
      chart,
      who.account,
      rankOf('edit'),
      parts,
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

/** What a class is shown, by task. */
export const shownTo = (of: string): Promise<{ chart: string; title: string; task: string }[]> =>
  query<{ chart: string; title: string; task: string }>(
    `SELECT c.id AS chart, c.title, c.task FROM works w JOIN charts c ON c.id = w.shown JOIN tasks t ON t.id = w.task
      WHERE t.class = $1 ORDER BY w.made_at, w.id`,
    [of],
  );

/** How many of each there are that are counted for points, in a work as it is now. */
export async function countedOf(who: Who, { chart }: Pick<Work, 'chart'>): Promise<Readonly<Record<string, number>>> {
  return countedIn((await inNameOf(who, () => getChart(who, chart))).chart);
}
