/** Tasks: a chart to begin with, what is to be done, until when, and how it is marked. */
import { type Chart, chartSchema, countOf, WORK_PARTS, type WorkPart } from '../../core/chart';
import { begin, rubricOf, type Scheme, startsOf } from '../../core/marking';
import { getChart } from '../charts';
import { told } from '../charts/told';
import { checkedChange } from '../charts/written';
import { inNameOf, query, transaction } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import { newId } from '../ids';
import type { Who } from '../who';
import { classFor, tellClass } from './classes';

export interface Task {
  readonly id: string;
  readonly class: string;
  readonly title: string;
  readonly instructions: string;
  readonly kind: string;
  /** Words to choose from. */
  readonly words: readonly string[];
  /** The teacher's own chart. */
  readonly model: string | null;
  readonly parts: readonly WorkPart[];
  readonly due: string | null;
  readonly scheme: Scheme;
  readonly madeAt: string;
  /** How many began, handed in, and got theirs back. */
  readonly works: { readonly begun: number; readonly handed: number; readonly returned: number };
}

const gone = () => new ApiError(404, 'not-found', 'There is no such task, or it is not yours.');

interface Row extends Omit<Task, 'due' | 'madeAt'> {
  readonly due: Date | null;
  readonly madeAt: Date;
}
const taskOf = ({ due, madeAt, ...row }: Row): Task => ({
  ...row,
  due: due?.toISOString() ?? null,
  madeAt: madeAt.toISOString(),
});

const COLUMNS = `t.id, t.class, t.title, t.instructions, t.kind, t.words, t.model, t.parts, t.due_at AS due, t.scheme,
  t.made_at AS "madeAt",
  (SELECT json_build_object('begun', count(*), 'handed', count(*) FILTER (WHERE w.handed_at IS NOT NULL),
     'returned', count(*) FILTER (WHERE w.returned_at IS NOT NULL)) FROM works w WHERE w.task = t.id) AS works`;

/** Tasks of a class, the newest first. Who may see them is asked before. */
export const tasksOf = async (id: string): Promise<Task[]> =>
  (
    await query<Row & Record<string, unknown>>(
      `SELECT ${COLUMNS} FROM tasks t WHERE t.class = $1 ORDER BY t.made_at DESC, t.id LIMIT 500`,
      [id],
    )
  ).map(taskOf);

/** @throws 404 for all but the teacher */
export async function taskFor({ account }: Who, id: string): Promise<Task> {
  const [row] = await query<Row & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM tasks t JOIN classes c ON c.id = t.class WHERE t.id = $2 AND c.teacher = $1`,
    [account, id],
  );
  if (!row) throw gone();
  return taskOf(row);
}

/** The chart that learners begin with. */
export async function startOf(task: string): Promise<Chart> {
  const [row] = await query<{ start: unknown }>('SELECT start FROM tasks WHERE id = $1', [task]);
  return chartSchema.parse(row!.start);
}

export interface AskedTask {
  readonly title: string;
  readonly instructions?: string | undefined;
  /** A chart of the teacher's: what it begins with is made from it, and works are compared with it. */
  readonly chart: string;
  /** Which of `startsOf` its kind; the chart as it is where absent. */
  readonly start?: string | undefined;
  /** Of worksheets: names that are left out. */
  readonly blanks?: number | undefined;
  readonly parts?: readonly WorkPart[] | undefined;
  readonly due?: string | null | undefined;
  readonly scheme?: Scheme | undefined;
}

/** Each learner has a copy, and each copy is compared with it. */
const MOST_LINES = 1_500;

const dueOf = (due: string | null | undefined) => {
  if (due && Number.isNaN(Date.parse(due))) throw wrongValue('due', 'It is a moment such as 2027-03-01T12:00:00Z.');
  return due ? new Date(due) : null;
};

function checkedScheme(scheme: Scheme, kind: string): Scheme {
  if (scheme.by === 'counted' && !rubricOf(kind))
    throw wrongValue('scheme', 'Nothing is counted in charts of this kind; mark by points, a grade or rows.');
  if (scheme.by === 'rows' && new Set(scheme.rows.map(({ id }) => id)).size < scheme.rows.length)
    throw wrongValue('scheme', 'Two rows have the same id.');
  return scheme;
}

/** @throws 404 for a class or a chart that is not there; 422 */
export async function makeTask(who: Who, id: string, asked: AskedTask): Promise<Task> {
  await classFor(who, id);
  const { chart } = await inNameOf(who, () => getChart(who, asked.chart));
  if (countOf(chart.items) > MOST_LINES)
    throw wrongValue(
      'chart',
      `A task has ${MOST_LINES} lines at the most; this chart has ${countOf(chart.items)}. Take a part of it.`,
    );
  const known = startsOf(chart.kind).map((start) => start.id);
  const start = asked.start ?? 'whole';
  if (!known.includes(start)) throw wrongValue('start', `It is one of ${known.join(', ')}.`);
  const begun = begin({ ...chart, title: asked.title }, start, { count: asked.blanks, seed: Date.now() });
  const scheme = checkedScheme(asked.scheme ?? { by: 'none' }, chart.kind);
  await checkedChange(undefined, begun.chart);
  const task = newId();
  await query(
    `INSERT INTO tasks (id, class, title, instructions, kind, start, words, model, parts, due_at, scheme)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [
      task,
      id,
      asked.title,
      asked.instructions ?? '',
      chart.kind,
      JSON.stringify(begun.chart),
      begun.words,
      asked.chart,
      asked.parts ?? WORK_PARTS,
      dueOf(asked.due),
      JSON.stringify(scheme),
    ],
  );
  await tellClass(id);
  return taskFor(who, task);
}

export interface TaskChange {
  readonly instructions?: string | undefined;
  readonly parts?: readonly WorkPart[] | undefined;
  readonly due?: string | null | undefined;
  readonly scheme?: Scheme | undefined;
}

/** What may be changed holds at once, also for works that are begun. */
export async function changeTask(who: Who, id: string, change: TaskChange): Promise<Task> {
  const before = await taskFor(who, id);
  const scheme = change.scheme && checkedScheme(change.scheme, before.kind);
  await transaction(async (db) => {
    await db.query(
      `UPDATE tasks SET instructions = coalesce($2, instructions), parts = coalesce($3, parts),
              due_at = CASE WHEN $4 THEN $5 ELSE due_at END, scheme = coalesce($6, scheme) WHERE id = $1`,
      [
        id,
        change.instructions ?? null,
        change.parts ?? null,
        change.due !== undefined,
        dueOf(change.due),
        scheme ? JSON.stringify(scheme) : null,
      ],
    );
    if (change.parts)
      await db.query(
        'UPDATE shares SET parts = $2 FROM works w WHERE w.task = $1 AND shares.chart = w.chart AND shares.account = w.learner',
        [id, change.parts],
      );
  });
  await tellClass(before.class);
  return taskFor(who, id);
}

/** Removes a task with all works of it. */
export async function removeTask(who: Who, id: string): Promise<void> {
  const task = await taskFor(who, id);
  const charts = await query<{ id: string }>('SELECT id FROM charts WHERE task = $1', [id]);
  await query('DELETE FROM tasks WHERE id = $1', [id]);
  for (const chart of charts) await told({ id: chart.id, access: true });
  await tellClass(task.class);
}
