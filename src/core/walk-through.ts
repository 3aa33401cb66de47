/** A decision tree answered question by question: its steps, where each stands in a picture, and how its ways run there. */
import type { Chart } from './chart';
import type { KindDrawn, WalkStep } from './kinds';
import { type Box, pathThrough, type Scene } from './scene';

export interface ShownWay extends Omit<WalkStep['ways'][number], 'line'> {
  /** Its line as SVG path data, in points on the page; empty where it is not drawn. */
  readonly d: string;
}
export interface ShownStep extends Omit<WalkStep, 'ways'> {
  /** On the page; undefined where it is not drawn. */
  readonly box?: Box | undefined;
  readonly ways: readonly ShownWay[];
}
export interface WalkThrough {
  readonly start: string;
  readonly steps: Readonly<Record<string, ShownStep>>;
}

/** @returns undefined where the kind has no questions, or the chart none yet */
export function walkThroughOf(kind: KindDrawn, chart: Chart, scene: Scene): WalkThrough | undefined {
  const walk = kind.walkThrough?.(chart);
  if (!walk || walk.steps.find(({ id }) => id === walk.start)?.ways.length === 0) return undefined;
  const boxes = new Map(scene.items.map(({ id, box }) => [id, box]));
  const { x, y, scale } = scene.frame;
  const lines = new Map(
    scene.edges.map(({ from, said = '', points, curved }) => {
      const onPage = points.map(([px, py]): [number, number] => [x + px * scale, y + py * scale]);
      return [`${from} ${said}`, pathThrough(onPage, curved)];
    }),
  );
  const steps = walk.steps.map(({ ways, ...step }): [string, ShownStep] => [
    step.id,
    {
      ...step,
      box: boxes.get(step.id),
      ways: ways.map(({ line, ...way }) => ({ ...way, d: lines.get(`${step.id} ${line}`) ?? '' })),
    },
  ]);
  return { start: walk.start, steps: Object.fromEntries(steps) };
}

/** What a way through came to. */
export interface Outcome {
  /** What stands at its end and on the way, less what was spent. */
  readonly comes: number;
  readonly spent: number;
  /** That every chance on the way turned out so; 1 where there was none. */
  readonly chance: number;
}

/** Answers that were given so far, from the start: which way of each step. */
export function walked({ start, steps }: WalkThrough, answers: readonly number[]) {
  const path = [start];
  const lit: ShownWay[] = [];
  for (const answer of answers) {
    const way = steps[path.at(-1)!]?.ways[answer];
    if (!way) break;
    lit.push(way);
    path.push(way.to);
  }
  const spent = lit.reduce((sum, { cost = 0 }) => sum + cost, 0);
  const worth = path.reduce((sum, id) => sum + (steps[id]?.value ?? 0), 0);
  const outcome: Outcome = {
    comes: worth - spent,
    spent,
    chance: lit.reduce((product, { chance = 1 }) => product * chance, 1),
  };
  return { path, lit, now: steps[path.at(-1)!]!, outcome };
}
