import { countedIn, type Mark, type Marked, markedBy, rubricOf, type Scheme } from '../../core/marking';
import { getChart } from '../charts';
import { told } from '../charts/told';
import { inNameOf, query } from '../db';
import { ApiError } from '../http/problem';
import type { Who } from '../who';
import { tellClass } from './classes';

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
  /** The learner sees the mark as it was when the work was returned. */
  readonly markGiven: boolean;
  /** All of the class see a copy of it. */
  readonly shown: boolean;
}

export interface WorkRow {
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
  readonly given: Mark | null;
  readonly shown: string | null;
  readonly scheme: Scheme;
  readonly kind: string;
  readonly class: string;
  readonly teacher: string;
}

const SELECT = `SELECT w.id, w.task, w.chart, c.revision, w.learner, a.name, w.handed_at, w.returned_at, t.due_at, w.mark,
    w.given, w.shown, t.scheme, t.kind, t.class, k.teacher
  FROM works w JOIN tasks t ON t.id = w.task JOIN classes k ON k.id = t.class JOIN charts c ON c.id = w.chart
  JOIN accounts a ON a.id = w.learner`;

const stateOf = ({ handed_at, returned_at }: Pick<WorkRow, 'handed_at' | 'returned_at'>): State =>
  returned_at ? 'returned' : handed_at ? 'handed-in' : 'working';

/** @param now by which what was not handed in is late */
export const isLate = (due: Date | null, handed: Date | null, now = new Date()): boolean =>
  due !== null && (handed ?? now) > due;

/** Of a task that somebody did not begin: whether it was due. */
export const isOverdue = (due: string | null): boolean => isLate(due === null ? null : new Date(due), null);

function workOf(row: WorkRow): Work {
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
    markGiven: given !== null,
    shown: shown !== null,
  };
}

const gone = () => new ApiError(404, 'not-found', 'There is no such work, or it is not yours.');

export async function rowFor({ account }: Who, id: string): Promise<WorkRow> {
  const [row] = await query<WorkRow & Record<string, unknown>>(`${SELECT} WHERE w.id = $1`, [id]);
  if (!row || (row.teacher !== account && row.learner !== account)) throw gone();
  return row;
}

/** What a learner is told: the mark as it was given, not what the teacher is writing. */
const asLearner = (row: WorkRow): Work => workOf({ ...row, mark: stateOf(row) === 'returned' ? row.given : null });

/** A work, and whether whoever asks teaches it. @throws 404 for all but the teacher and whose it is */
export async function seenWork(who: Who, id: string): Promise<{ work: Work; teaches: boolean }> {
  const row = await rowFor(who, id);
  const teaches = row.teacher === who.account;
  return { work: teaches ? workOf(row) : asLearner(row), teaches };
}

/** The same work alone. */
export const workFor = async (who: Who, id: string): Promise<Work> => (await seenWork(who, id)).work;

/** @throws 404 for all but the teacher */
export async function taughtBy(who: Who, id: string): Promise<WorkRow> {
  const row = await rowFor(who, id);
  if (row.teacher !== who.account) throw gone();
  return row;
}

/** The id of a work that whoever asks teaches. @throws 404 for all others */
export const taughtWork = async (who: Who, id: string): Promise<string> => (await taughtBy(who, id)).id;

/** Works of a task by the names of their learners. Who may see them is asked before. */
export const worksOf = async (task: string): Promise<Work[]> =>
  (
    await query<WorkRow & Record<string, unknown>>(`${SELECT} WHERE w.task = $1 ORDER BY lower(a.name), w.id`, [task])
  ).map(workOf);

/** The works of a learner, by task. */
export const worksBy = async ({ account }: Who): Promise<Work[]> =>
  (await query<WorkRow & Record<string, unknown>>(`${SELECT} WHERE w.learner = $1`, [account])).map(asLearner);

/** The work that a chart is, for whoever asks; undefined where it is none. */
export async function workOfChart({ account }: Who, chart: string): Promise<Work | undefined> {
  const [row] = await query<WorkRow & Record<string, unknown>>(
    `${SELECT} WHERE w.chart = $1 AND (w.learner = $2 OR k.teacher = $2)`,
    [chart, account],
  );
  if (!row) return undefined;
  return row.teacher === account ? workOf(row) : asLearner(row);
}

/** Everybody who looks at a work, or at the desk, is told. */
export async function toldOf({ chart, class: of }: Pick<WorkRow, 'chart' | 'class'>): Promise<void> {
  await told({ id: chart, access: true });
  await told({ id: chart, work: true });
  await tellClass(of);
}

/** Open remarks on works, by their charts: those of a task, or of a learner. */
export async function remarksOn(
  of: { readonly task: string } | { readonly learner: string },
): Promise<ReadonlyMap<string, number>> {
  const [column, id] = 'task' in of ? ['task', of.task] : ['learner', of.learner];
  const rows = await query<{ chart: string; count: number }>(
    `SELECT r.chart, count(*)::int AS count FROM remarks r JOIN works w ON w.chart = r.chart
      WHERE w.${column} = $1 AND r.thread IS NULL AND r.settled_at IS NULL GROUP BY r.chart`,
    [id],
  );
  return new Map(rows.map(({ chart, count }) => [chart, count]));
}

/** How many of each there are that are counted for points, in a work as it is now. */
export async function countedOf(who: Who, { chart }: Pick<Work, 'chart'>): Promise<Readonly<Record<string, number>>> {
  return countedIn((await inNameOf(who, () => getChart(who, chart))).chart);
}
