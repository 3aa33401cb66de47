/**
 * Chances that are one event: demand is the same whatever was built. Chances with the same `event`, or of the same name and with
 * the same outcomes, are one; of others it is assumed that they do not depend on each other. Behind a test an event has other
 * chances than without it: how likely all events come out together follows from the chances along the ways (law of total
 * probability), and where two ways disagree about it nothing can be said.
 */
import { folded } from '../../list';
import { remembered } from '../../remember';
import { reached, type Step, type Steps, type Way } from './steps';
import { chanceOf } from './worth';

/** What is known of events: the outcome of each, by their places. */
export type Known = ReadonlyMap<number, number>;

export interface Event {
  readonly name: string;
  /** Steps of chance. */
  readonly steps: readonly string[];
  /** What can come out, folded. */
  readonly outcomes: readonly string[];
  /** Whether a person said that it is one event, or one apart from others. */
  readonly said: boolean;
}

export interface Events {
  readonly events: readonly Event[];
  readonly eventOf: ReadonlyMap<string, number>;
  /** The outcome of its event that a way is. */
  outcomeOf(way: Way): number;
  /** Events of which two ways disagree how likely they come out. */
  readonly differ: readonly number[];
  /** All that can come out together, and how likely it is; undefined where it is too much, or differs. */
  readonly rows: readonly { readonly outcomes: readonly number[]; readonly chance: number }[] | undefined;
  /** Pairs of events that never both happen on one way, with the same outcomes, of which nobody said what they are. */
  readonly unsure: readonly (readonly [number, number])[];
}

/** Chances are given in rounded figures. */
const SLACK = 0.005;
const MOST_ROWS = 20_000;
const MOST_PATHS = 20_000;

const known = remembered((tree: Steps) => find(tree));
export const eventsOf = (tree: Steps): Events => known(tree);

const outcomeName = ({ steps }: Steps, way: Way) => folded(way.answer || (steps.get(way.to)?.name ?? ''));

function find(tree: Steps): Events {
  const { steps, order, loops } = tree;
  const within = reached(tree);
  const events: { name: string; steps: string[]; outcomes: string[]; said: boolean }[] = [];
  const eventOf = new Map<string, number>();
  const above = loops.length > 0 ? undefined : chancesAbove(tree);
  const byKey = new Map<string, number[]>();
  for (const id of order) {
    const step = steps.get(id)!;
    if (step.kind !== 'chance' || !within.has(id)) continue;
    const outcomes = step.ways.map((way) => outcomeName(tree, way));
    const said = step.event !== undefined;
    const key = said
      ? `said ${folded(step.event!)}`
      : `named ${JSON.stringify([folded(step.name), [...outcomes].sort()])}`;
    // What happens again further on along the same way is another event, unless somebody said otherwise.
    const at = (byKey.get(key) ?? []).find(
      (one) => said || !events[one]!.steps.some((other) => above?.get(id)?.has(other)),
    );
    const event = at ?? events.push({ name: step.event ?? step.name, steps: [], outcomes: [], said }) - 1;
    if (at === undefined) byKey.set(key, [...(byKey.get(key) ?? []), event]);
    events[event]!.steps.push(id);
    eventOf.set(id, event);
    for (const outcome of outcomes)
      if (!events[event]!.outcomes.includes(outcome)) events[event]!.outcomes.push(outcome);
  }
  const outcomeOf = (way: Way) => events[eventOf.get(way.from)!]!.outcomes.indexOf(outcomeName(tree, way));
  const none = { events, eventOf, outcomeOf, differ: [], rows: undefined, unsure: [] };
  const start = tree.tops[0];
  if (start === undefined || above === undefined) return none;
  const contexts = contextsOf(tree, start, eventOf, outcomeOf);
  if (!contexts) return none;
  const joint = jointOf(events, contexts);
  const unsure = events.flatMap((one, a) =>
    events.flatMap((other, b): (readonly [number, number])[] =>
      a < b && !one.said && !other.said && alike(one, other) && apart(one, other, above) ? [[a, b]] : [],
    ),
  );
  return { ...none, ...joint, unsure };
}

const alike = (a: Event, b: Event) =>
  a.outcomes.length === b.outcomes.length && a.outcomes.every((outcome) => b.outcomes.includes(outcome));
const apart = (a: Event, b: Event, above: ReadonlyMap<string, ReadonlySet<string>>) =>
  !a.steps.some((one) => b.steps.some((other) => above.get(one)?.has(other) || above.get(other)?.has(one)));

/** The chances on any way to each step. */
function chancesAbove({ steps, order, depth }: Steps): ReadonlyMap<string, ReadonlySet<string>> {
  const above = new Map(order.map((id) => [id, new Set<string>()]));
  for (const id of [...order].sort((a, b) => depth.get(a)! - depth.get(b)!)) {
    const step = steps.get(id)!;
    for (const { to } of step.ways) {
      for (const one of above.get(id)!) above.get(to)!.add(one);
      if (step.kind === 'chance') above.get(to)!.add(id);
    }
  }
  return above;
}

interface Context {
  readonly event: number;
  /** What came out of other events on the way here. */
  readonly given: Known;
  /** By outcome. */
  readonly chances: ReadonlyMap<number, number>;
}

/** What is known wherever a chance is come upon, along every way from the start. */
function contextsOf(
  tree: Steps,
  start: string,
  eventOf: ReadonlyMap<string, number>,
  outcomeOf: (way: Way) => number,
): Context[] | undefined {
  const found = new Map<string, Context>();
  const open: { id: string; given: Known }[] = [{ id: start, given: new Map() }];
  for (let count = 0; open.length > 0; count++) {
    if (count > MOST_PATHS) return undefined;
    const { id, given } = open.pop()!;
    const step: Step = tree.steps.get(id)!;
    const event = eventOf.get(id);
    if (event !== undefined) {
      const chances = new Map<number, number>();
      for (const way of step.ways) {
        const outcome = outcomeOf(way);
        chances.set(outcome, (chances.get(outcome) ?? 0) + chanceOf(step, way));
      }
      found.set(`${id} ${JSON.stringify([...given].sort(([a], [b]) => a - b))}`, { event, given, chances });
    }
    for (const way of step.ways)
      open.push({
        id: way.to,
        given: event === undefined || given.has(event) ? given : new Map([...given, [event, outcomeOf(way)]]),
      });
  }
  return [...found.values()];
}

type Row = { readonly outcomes: readonly number[]; readonly chance: number };

const holds = (given: Known, outcomes: readonly number[]) => {
  for (const [event, outcome] of given) if (outcomes[event] !== outcome) return false;
  return true;
};

/** Events one after the other, each after those that it is known behind. */
function jointOf(events: readonly Event[], contexts: readonly Context[]): Pick<Events, 'rows' | 'differ'> {
  const behind = events.map(() => new Set<number>());
  for (const { event, given } of contexts)
    for (const other of given.keys()) if (other !== event) behind[event]!.add(other);
  const sorted: number[] = [];
  while (sorted.length < events.length) {
    const next = events.findIndex(
      (_, event) => !sorted.includes(event) && [...behind[event]!].every((one) => sorted.includes(one)),
    );
    if (next < 0) return { rows: undefined, differ: [] };
    sorted.push(next);
  }
  let rows: Row[] = [{ outcomes: [], chance: 1 }];
  for (const event of sorted) {
    const own = contexts.filter((context) => context.event === event && !context.given.has(event));
    const full = own.filter(({ given }) => given.size === behind[event]!.size);
    const rest = restOf(
      own.find(({ given }) => given.size === 0),
      full,
      rows,
    );
    rows = rows.flatMap(({ outcomes, chance }) => {
      const chances =
        full.find(({ given }) => holds(given, outcomes))?.chances ??
        rest ??
        own.filter(({ given }) => holds(given, outcomes)).sort((a, b) => b.given.size - a.given.size)[0]?.chances ??
        own[0]?.chances ??
        new Map<number, number>();
      return [...chances].flatMap(([outcome, part]) => {
        const next = [...outcomes];
        next[event] = outcome;
        return part > 0 ? [{ outcomes: next, chance: chance * part }] : [];
      });
    });
    if (rows.length > MOST_ROWS) return { rows: undefined, differ: [] };
  }
  const differ = new Set<number>();
  for (const { event, given, chances } of contexts) {
    const here = rows.filter(({ outcomes }) => holds(given, outcomes));
    const all = here.reduce((sum, { chance }) => sum + chance, 0);
    if (all === 0) continue;
    const found = new Map<number, number>();
    for (const { outcomes, chance } of here) {
      const outcome = outcomes[event]!;
      found.set(outcome, (found.get(outcome) ?? 0) + chance / all);
    }
    for (const outcome of new Set([...found.keys(), ...chances.keys()]))
      if (Math.abs((found.get(outcome) ?? 0) - (chances.get(outcome) ?? 0)) > SLACK) differ.add(event);
  }
  return { differ: [...differ], rows: differ.size > 0 ? undefined : rows };
}

/** The chances behind what no way tells: what is left of the chances without a test. */
function restOf(
  plain: Context | undefined,
  full: readonly Context[],
  rows: readonly Row[],
): ReadonlyMap<number, number> | undefined {
  if (!plain || full.includes(plain)) return undefined;
  const left = new Map(plain.chances);
  let open = 1;
  for (const { outcomes, chance } of rows) {
    const told = full.find(({ given }) => holds(given, outcomes));
    if (!told) continue;
    open -= chance;
    for (const [outcome, part] of told.chances) left.set(outcome, (left.get(outcome) ?? 0) - chance * part);
  }
  if (open <= SLACK) return undefined;
  const parts = new Map([...left].map(([outcome, part]) => [outcome, Math.max(0, part) / open]));
  const sum = [...parts.values()].reduce((all, part) => all + part, 0);
  return new Map([...parts].map(([outcome, part]) => [outcome, part / sum]));
}
