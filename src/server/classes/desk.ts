/** The teacher's desk: all works of a task in one view, and their marks as a table. */
import type { GridColumn } from '../../core/list';
import type { Who } from '../who';
import { learnersOf } from './classes';
import { type Task, taskFor } from './tasks';
import { isOverdue, remarksOn, type State, type Work, worksOf } from './works';

/** One for each learner of the class, also for those who did not begin. */
export interface DeskPlace {
  readonly learner: { readonly id: string; readonly name: string };
  readonly state: State;
  readonly late: boolean;
  /** Nothing where they did not begin. */
  readonly work: Work | null;
  /** Remarks on it that are open. */
  readonly remarks: number;
}

/** @throws 404 for all but the teacher */
export async function deskOf(who: Who, id: string): Promise<{ task: Task; places: DeskPlace[] }> {
  const task = await taskFor(who, id);
  const [learners, works, remarks] = await Promise.all([learnersOf(task.class), worksOf(id), remarksOn({ task: id })]);
  const byLearner = new Map(works.map((work) => [work.learner.id, work]));
  const late = isOverdue(task.due);
  const places = learners.map(({ id: learner, name }): DeskPlace => {
    const work = byLearner.get(learner);
    return {
      learner: { id: learner, name },
      state: work?.state ?? 'not-begun',
      late: work?.late ?? late,
      work: work ?? null,
      remarks: work ? (remarks.get(work.chart) ?? 0) : 0,
    };
  });
  return { task, places };
}

const SAID: Readonly<Record<State, string>> = {
  'not-begun': 'not begun',
  working: 'working',
  'handed-in': 'handed in',
  returned: 'returned',
};

/** What each row of a scheme is called. */
const rowNames = ({ scheme }: Task, works: readonly Work[]): string[] => {
  if (scheme.by === 'rows') return scheme.rows.map(({ name }) => name);
  return [...new Set(works.flatMap(({ marked }) => marked.lines.map(({ label }) => label)))];
};

/** Columns of marks that hold numbers, whatever else is a word. */
const NUMBERS = new Set(['Points', 'Of']);

/** Marks of a task as a table: a row for each learner. */
export function marksTable({ task, places }: { readonly task: Task; readonly places: readonly DeskPlace[] }): {
  readonly columns: readonly GridColumn[];
  readonly rows: readonly (readonly string[])[];
} {
  const rows = rowNames(
    task,
    places.flatMap(({ work }) => work ?? []),
  );
  const labels = ['Name', 'State', 'Handed in', 'Late', 'Points', 'Of', 'Grade', ...rows, 'Words'];
  const said = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));
  return {
    columns: labels.map((label) => ({
      field: label,
      label,
      type: NUMBERS.has(label) || rows.includes(label) ? 'number' : 'text',
    })),
    rows: places.map(({ learner, state, late, work }) => [
      learner.name,
      SAID[state],
      work?.handedAt ?? '',
      late ? 'yes' : 'no',
      said(work?.marked.points),
      said(work?.marked.of),
      work?.marked.grade ?? '',
      ...rows.map((label) => said(work?.marked.lines.find((line) => line.label === label)?.points)),
      work?.mark?.words ?? '',
    ]),
  };
}
