/**
 * What it would be worth to know beforehand how chances turn out (H. Raiffa, "Decision Analysis", 1968: the expected value of
 * perfect information): the mean of the best that could then be chosen, less the best without.
 */
import { remembered } from '../../remember';
import { type Events, eventsOf, type Known } from './events';
import type { Steps, Way } from './steps';
import { type Aim, worthOf } from './worth';

export interface Information {
  /** Of all events together. */
  readonly all: number;
  /** Of each event by itself, by its name. */
  readonly of: Readonly<Record<string, number>>;
}

/** Steps looked at, times what can come out together. */
const MOST_WORK = 1_000_000;

const known = {
  highest: remembered((tree: Steps) => find(tree, 'highest')),
  lowest: remembered((tree: Steps) => find(tree, 'lowest')),
};

/** Undefined where there is nothing to know, where chances of one event differ, or where it would take too long. */
export const informationOf = (tree: Steps, aim: Aim): Information | undefined => known[aim](tree);

function find(tree: Steps, aim: Aim): Information | undefined {
  const worth = worthOf(tree, aim);
  const start = tree.tops[0];
  const found = eventsOf(tree);
  const { rows, events } = found;
  if (!worth || start === undefined || !rows || events.length === 0) return undefined;
  if (rows.length * tree.steps.size > MOST_WORK) return undefined;
  const sign = aim === 'highest' ? 1 : -1;
  const gain = (mean: number) => Math.max(0, sign * (mean - worth.values.get(start)!));
  const best = bestKnowing(tree, start, found, sign);
  const whole = (outcomes: readonly number[]): Known => new Map(outcomes.map((outcome, event) => [event, outcome]));
  const all = gain(rows.reduce((sum, { outcomes, chance }) => sum + chance * best(whole(outcomes)), 0));
  const of: Record<string, number> = {};
  for (const [at, { name, outcomes }] of events.entries()) {
    if (events.length === 1) of[name] = all;
    else if (rows.length * rows.length * tree.steps.size <= MOST_WORK) {
      const chance = (outcome: number) =>
        rows.reduce((sum, row) => sum + (row.outcomes[at] === outcome ? row.chance : 0), 0);
      of[name] = gain(
        outcomes.reduce((sum, _, outcome) => {
          const part = chance(outcome);
          return part > 0 ? sum + part * best(new Map([[at, outcome]])) : sum;
        }, 0),
      );
    }
  }
  return { all, of };
}

/** The best that can be chosen from the start on, where the outcomes of some events are known. */
function bestKnowing({ steps }: Steps, start: string, { eventOf, outcomeOf, rows }: Events, sign: number) {
  const chanceIn = (given: Known) =>
    rows!.reduce(
      (sum, { outcomes, chance }) =>
        [...given].every(([event, outcome]) => outcomes[event] === outcome) ? sum + chance : sum,
      0,
    );
  const from = (id: string, given: Known, open: number): number => {
    const step = steps.get(id)!;
    const own = step.value ?? 0;
    const after = (way: Way, next = given, chance = open) => from(way.to, next, chance) - way.cost;
    if (step.ways.length === 0) return own;
    const event = eventOf.get(id);
    if (event === undefined) return own + sign * Math.max(...step.ways.map((way) => sign * after(way)));
    const fixed = given.get(event);
    if (fixed !== undefined) {
      const way = step.ways.find((one) => outcomeOf(one) === fixed);
      return way ? own + after(way) : own;
    }
    let sum = own;
    for (const way of step.ways) {
      const next = new Map([...given, [event, outcomeOf(way)]]);
      const chance = chanceIn(next);
      if (chance > 0) sum += (chance / open) * after(way, next, chance);
    }
    return sum;
  };
  return (given: Known) => from(start, given, chanceIn(given));
}
