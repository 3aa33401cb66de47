import type { Chart } from '../../chart';
import type { WalkStep } from '../kind';
import { aimOf } from './figures';
import { stepsOf } from './steps';
import { chanceOf, worthOf } from './worth';

/** The tree as questions to be answered one at a time. */
export function walkThrough(chart: Chart): { start: string; steps: WalkStep[] } | undefined {
  const tree = stepsOf(chart);
  const [start] = tree.tops;
  if (start === undefined) return undefined;
  const worth = worthOf(tree, aimOf(chart));
  const steps = tree.order.map((id): WalkStep => {
    const step = tree.steps.get(id)!;
    const expected = worth?.values.get(id);
    return {
      id,
      says: step.name,
      kind: step.ways.length === 0 ? 'outcome' : step.kind === 'chance' ? 'chance' : 'question',
      ...(step.value !== undefined && { value: step.value }),
      ...(expected !== undefined && { expected }),
      ways: step.ways.map((way) => ({
        line: way.line,
        to: way.to,
        answer: way.answer || tree.steps.get(way.to)!.name,
        ...(way.cost !== 0 && { cost: way.cost }),
        ...(step.kind === 'chance' && { chance: chanceOf(step, way) }),
      })),
    };
  });
  return { start, steps };
}
