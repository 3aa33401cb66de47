/** Works compared with the teacher's own chart. */
import { setImmediate as breathe } from 'node:timers/promises';
import type { Chart } from '../../core/chart';
import { kindDrawn } from '../../core/kinds';
import {
  type ClassCompared,
  type Comparison,
  classOf,
  compareStatements,
  type Scored,
  scoreOf,
} from '../../core/marking';
import { getChart } from '../charts';
import { inNameOf } from '../db';
import { ApiError } from '../http/problem';
import type { Who } from '../who';
import { type Task, taskFor } from './tasks';
import { type Work, workFor, worksOf } from './works';

const chartOf = async (who: Who, id: string): Promise<Chart> => (await inNameOf(who, () => getChart(who, id))).chart;
const absent = (error: unknown) => {
  if (error instanceof ApiError && error.status === 404) return undefined;
  throw error;
};

/** The chart that works of a task are compared with; undefined where it is gone, or of another kind by now. */
async function modelOf(who: Who, { model, kind }: Task): Promise<Chart | undefined> {
  const chart = model === null ? undefined : await chartOf(who, model).catch(absent);
  return chart?.kind === kind ? chart : undefined;
}

const compared = (own: Chart, model: Chart): Comparison => {
  const { statements } = kindDrawn(model.kind)!.inClass;
  return compareStatements(own.kind === model.kind ? statements(own) : [], statements(model));
};

/** Comparisons of works at the revision they were last looked at: of a whole class most are as they were. */
const known = new Map<string, { readonly revision: number; readonly model: Chart; readonly comparison: Comparison }>();
const MOST_KNOWN = 400;

async function comparisonOf(who: Who, { chart, revision }: Work, model: Chart): Promise<Comparison> {
  const found = known.get(chart);
  if (found?.revision === revision && found.model === model) return found.comparison;
  const comparison = compared(await chartOf(who, chart), model);
  known.delete(chart);
  known.set(chart, { revision, model, comparison });
  for (const oldest of known.keys()) {
    if (known.size <= MOST_KNOWN) break;
    known.delete(oldest);
  }
  return comparison;
}

/** What a work comes to, line by line. @throws 404 for all but the teacher; undefined where there is nothing to compare it with */
export async function scoreWork(who: Who, work: Work): Promise<Scored | undefined> {
  const model = await modelOf(who, await taskFor(who, work.task));
  return model && scoreOf(await comparisonOf(who, work, model));
}

/** A work with what it was compared to be. @throws 404 for all but the teacher, and where there is no chart to compare with */
export async function comparedWork(who: Who, id: string): Promise<{ chart: Chart; comparison: Comparison }> {
  const work = await workFor(who, id);
  const model = await modelOf(who, await taskFor(who, work.task));
  if (!model) throw new ApiError(404, 'no-model', 'There is no chart to compare it with any more.');
  // Of the very same moment, as the one is drawn on the other.
  const chart = await chartOf(who, work.chart);
  return { chart, comparison: compared(chart, model) };
}

/** All works of a task that were begun, compared; with the score of each. @throws 404 */
export async function compareAll(
  who: Who,
  id: string,
): Promise<(ClassCompared & { scores: Record<string, { points: number; of: number }> }) | undefined> {
  const task = await taskFor(who, id);
  const model = await modelOf(who, task);
  if (!model) return undefined;
  const all: Comparison[] = [];
  const scores: Record<string, { points: number; of: number }> = {};
  for (const work of await worksOf(id)) {
    // Of large charts each takes a while: others are answered in between.
    await breathe();
    const comparison = await comparisonOf(who, work, model);
    all.push(comparison);
    const { points, of } = scoreOf(comparison);
    scores[work.id] = { points, of };
  }
  return { ...classOf(all), scores };
}
