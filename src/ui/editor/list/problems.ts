/** Problems by the line they stand at, and the change that does the same repair for all that are alike. */

import { apply, type Change, type Chart } from '../../../core/chart';
import type { Problem, Repair } from '../../../core/list';
import { mended } from '../../../core/mend';

const none: readonly Problem[] = [];
const byItem = new WeakMap<readonly Problem[], ReadonlyMap<string, readonly Problem[]>>();

export function problemsOf(problems: readonly Problem[], item: string): readonly Problem[] {
  let known = byItem.get(problems);
  if (!known) {
    const map = new Map<string, Problem[]>();
    for (const problem of problems) {
      if (problem.item === undefined) continue;
      const list = map.get(problem.item);
      if (list) list.push(problem);
      else map.set(problem.item, [problem]);
    }
    known = map;
    byItem.set(problems, known);
  }
  return known.get(item) ?? none;
}

export const worst = (problems: readonly Problem[]): Problem['severity'] | null =>
  (['error', 'warning', 'note'] as const).find((severity) =>
    problems.some((problem) => problem.severity === severity),
  ) ?? null;

/** A problem with the repair that it gets. */
export interface Asked {
  readonly problem: Problem;
  readonly repair: Repair;
}

/** Problems that the same repair mends, this one included. */
export const alikeTo = (problems: readonly Problem[], code: string, alike: string): Asked[] =>
  problems.flatMap((problem) =>
    problem.code === code
      ? problem.repairs
          .filter((repair) => repair.alike === alike)
          .slice(0, 1)
          .map((repair) => ({ problem, repair }))
      : [],
  );

/** All of some repairs as one change; those that no longer can be done after the ones before are left out. */
export function allTogether(chart: Chart, repairs: readonly Asked[]): { change: Change; count: number } {
  const changes: Change[] = [];
  let at = chart;
  for (const { problem, repair } of repairs) {
    const change = mended(at, problem, repair);
    const applied = apply(at, change);
    if (!applied.ok) continue;
    at = applied.chart;
    changes.push(change);
  }
  return { change: { type: 'group', changes }, count: changes.length };
}
