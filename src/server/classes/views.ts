/** What learners see of their class, and what a teacher sees of one work. */
import { blanksOf } from '../../core/kinds';
import { query } from '../db';
import type { LearnerWho, Who } from '../who';
import { scoreWork } from './compared';
import { shownTo } from './shown';
import { startOf, type Task, tasksOf } from './tasks';
import { countedOf, isOverdue, remarksOn, seenWork, type Work, workOfChart, worksBy } from './works';

export interface Mine {
  readonly class: { readonly name: string };
  readonly name: string;
  /** Their teacher has not let them in yet: nothing of the class is told. */
  readonly waiting: boolean;
  readonly tasks: readonly {
    readonly id: string;
    readonly title: string;
    readonly instructions: string;
    readonly due: string | null;
    readonly late: boolean;
    readonly work: Work | null;
    /** Remarks on it that are open. */
    readonly remarks: number;
    readonly shown: readonly { readonly chart: string; readonly title: string }[];
  }[];
}

/** The tasks of a learner's class, with what they made of each. */
export async function mineOf(who: LearnerWho): Promise<Mine> {
  const { class: id } = who.learner;
  const { name = '', waiting = false } = who.person ?? {};
  const [of] = await query<{ name: string }>('SELECT name FROM classes WHERE id = $1', [id]);
  if (waiting) return { class: { name: of?.name ?? '' }, name, waiting, tasks: [] };
  const [tasks, works, shown, remarks] = await Promise.all([
    tasksOf(id),
    worksBy(who),
    shownTo(id),
    remarksOn({ learner: who.account }),
  ]);
  const byTask = new Map(works.map((work) => [work.task, work]));
  return {
    class: { name: of?.name ?? '' },
    name,
    waiting,
    tasks: tasks.map((task) => {
      const work = byTask.get(task.id) ?? null;
      return {
        id: task.id,
        title: task.title,
        instructions: task.instructions,
        due: task.due,
        late: work?.late ?? isOverdue(task.due),
        work,
        remarks: work ? (remarks.get(work.chart) ?? 0) : 0,
        shown: shown.filter((one) => one.task === task.id).map(({ chart, title }) => ({ chart, title })),
      };
    }),
  };
}

/** A chart as a learner's work on a task; undefined where it is none. */
export async function atWorkOf(who: Who, chart: string) {
  const work = await workOfChart(who, chart);
  const [task] = work
    ? await query<Pick<Task, 'title' | 'instructions' | 'words' | 'parts'> & { due: Date | null }>(
        'SELECT title, instructions, words, parts, due_at AS due FROM tasks WHERE id = $1',
        [work.task],
      )
    : [];
  if (!work || !task) return undefined;
  return { work, ...task, due: task.due?.toISOString() ?? null, blanks: blanksOf(await startOf(work.task)) };
}

/** A work; for the teacher with what is counted in it, and how it compares with their own chart. @throws 404 */
export async function workDetail(who: Who, id: string) {
  const { work, teaches } = await seenWork(who, id);
  if (!teaches) return work;
  const [counted, compared] = await Promise.all([countedOf(who, work), scoreWork(who, work)]);
  return { ...work, counted, ...(compared && { compared }) };
}
