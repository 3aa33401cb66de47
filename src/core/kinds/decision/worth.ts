/**
 * What a decision tree is worth: values rolled back from the ends to the start. At a chance the mean of what follows, at a
 * question the best of what follows, less what each way costs (H. Raiffa, "Decision Analysis", 1968: averaging out and
 * folding back).
 */
import { remembered } from '../../remember';
import type { Step, Steps, Way } from './steps';

export type Aim = 'highest' | 'lowest';

export interface Worth {
  /** Expected value at each step that can be reached. */
  readonly values: ReadonlyMap<string, number>;
  /** The best way out of each question. */
  readonly best: ReadonlyMap<string, Way>;
  /** Answers from the start on, up to the first chance or end. */
  readonly answers: readonly string[];
  /** Every way that is taken, by choice or by chance, when the best is chosen at every question. */
  readonly taken: ReadonlySet<Way>;
  /** What may come out when the best is chosen, and how likely each is; lowest first. */
  readonly profile: readonly { readonly value: number; readonly chance: number }[];
}

/** Chance of a way: its own, or an even share of what the others leave. */
export function chanceOf(step: Step, way: Way): number {
  if (way.chance !== undefined) return way.chance;
  const open = step.ways.filter((other) => other.chance === undefined).length;
  const given = step.ways.reduce((sum, other) => sum + (other.chance ?? 0), 0);
  return Math.max(0, 1 - given) / open;
}

/** What a way is worth: what it leads to, less what it costs. */
export const netOf = ({ values }: Worth, way: Way): number => values.get(way.to)! - way.cost;

/** Whether any end or way has a sum of money. */
export const hasNumbers = ({ steps }: Steps): boolean =>
  [...steps.values()].some(({ value, ways }) => value !== undefined || ways.some((way) => way.cost !== 0));

const known = {
  highest: remembered((tree: Steps) => rollBack(tree, 'highest')),
  lowest: remembered((tree: Steps) => rollBack(tree, 'lowest')),
};

/** Undefined where there are no numbers, or the tree has a loop and so no end to roll back from. */
export const worthOf = (tree: Steps, aim: Aim): Worth | undefined => known[aim](tree);

function rollBack(tree: Steps, aim: Aim): Worth | undefined {
  const start = tree.tops[0];
  if (start === undefined || tree.loops.length > 0 || !hasNumbers(tree)) return undefined;
  const sign = aim === 'highest' ? 1 : -1;
  const byDepth = [...tree.order].sort((a, b) => tree.depth.get(b)! - tree.depth.get(a)!);
  const values = new Map<string, number>();
  const best = new Map<string, Way>();
  for (const id of byDepth) {
    const step = tree.steps.get(id)!;
    const after = (way: Way) => values.get(way.to)! - way.cost;
    if (step.ways.length === 0) values.set(id, step.value ?? 0);
    else if (step.kind === 'chance')
      values.set(id, (step.value ?? 0) + step.ways.reduce((sum, way) => sum + chanceOf(step, way) * after(way), 0));
    else {
      const way = step.ways.reduce((so, other) => (sign * (after(other) - after(so)) > 0 ? other : so));
      best.set(id, way);
      values.set(id, (step.value ?? 0) + after(way));
    }
  }
  const answers: string[] = [];
  for (let way = best.get(start); way; way = best.get(way.to)) answers.push(way.answer || tree.steps.get(way.to)!.name);

  const taken = new Set<Way>();
  const ends = new Map<number, number>();
  const open = [{ id: start, chance: 1, sum: 0 }];
  for (let count = 0; open.length > 0 && count < MOST_PATHS; count++) {
    const at = open.pop()!;
    const step = tree.steps.get(at.id)!;
    const sum = at.sum + (step.value ?? 0);
    const ways = step.kind === 'chance' ? step.ways : step.ways.length > 0 ? [best.get(at.id)!] : [];
    if (ways.length === 0) ends.set(sum, (ends.get(sum) ?? 0) + at.chance);
    for (const way of ways) {
      taken.add(way);
      const part = step.kind === 'chance' ? chanceOf(step, way) : 1;
      open.push({ id: way.to, chance: at.chance * part, sum: sum - way.cost });
    }
  }
  return {
    values,
    best,
    answers,
    taken,
    profile: [...ends].map(([value, chance]) => ({ value, chance })).sort((a, b) => a.value - b.value),
  };
}

const MOST_PATHS = 100_000;
