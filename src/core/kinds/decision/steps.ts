/**
 * What a decision tree's list says: steps and the ways between them. A line that has none under it and names a step that
 * stands elsewhere is not a step of its own: its way leads to that step, so that ways can meet.
 */
import { type Chart, type Item, treeOf, walk } from '../../chart';
import { folded, readChance, readNumber, tidy } from '../../list';
import { remembered } from '../../remember';

export type StepKind = 'question' | 'chance' | 'outcome';

export interface Way {
  /** The line that says it. */
  readonly line: string;
  readonly from: string;
  readonly to: string;
  readonly answer: string;
  /** 0 to 1. */
  readonly chance?: number;
  readonly cost: number;
}
export interface Step {
  readonly id: string;
  readonly name: string;
  readonly kind: StepKind;
  readonly ways: readonly Way[];
  readonly value?: number;
  /** Chances of one event have the same words here. */
  readonly event?: string;
}
export interface Steps {
  readonly steps: ReadonlyMap<string, Step>;
  /** Steps in list order. */
  readonly order: readonly string[];
  readonly tops: readonly string[];
  /** Lines that only name a step, and the step they name. */
  readonly standsFor: ReadonlyMap<string, string>;
  /** Ways that lead back to a step already passed, each with the steps of the way round. */
  readonly loops: readonly { readonly way: Way; readonly round: readonly string[] }[];
  /** Most ways from a top to each step, from 0. */
  readonly depth: ReadonlyMap<string, number>;
}

const KINDS: Readonly<Record<string, StepKind>> = {
  question: 'question',
  choice: 'question',
  decision: 'question',
  chance: 'chance',
  event: 'chance',
  outcome: 'outcome',
  result: 'outcome',
  end: 'outcome',
};
export const kindNamed = (text: string): StepKind | undefined => KINDS[folded(text)];

const known = remembered((items: Chart['items']) => find(items));
export const stepsOf = (chart: Pick<Chart, 'items'>): Steps => known(chart.items);

/** What makes two lines the same step: the id of the list, else the words. */
const keyOf = ({ fields }: Item) =>
  fields['id'] ? `id ${folded(fields['id'])}` : fields['name'] ? `name ${folded(fields['name'])}` : undefined;

function find(items: Chart['items']): Steps {
  const tree = treeOf(items);
  const lines = walk(tree).map(({ id }) => id);
  const isLeaf = (id: string) => tree.childrenOf(id).length === 0;
  const byKey = new Map<string, string>();
  for (const id of lines) {
    const key = keyOf(items[id]!);
    if (key === undefined) continue;
    const first = byKey.get(key);
    if (first === undefined || (isLeaf(first) && !isLeaf(id))) byKey.set(key, id);
  }
  const standsFor = new Map<string, string>();
  for (const id of lines) {
    const key = keyOf(items[id]!);
    const other = key === undefined ? undefined : byKey.get(key)!;
    if (other === undefined || other === id || !isLeaf(id)) continue;
    const [own, its] = [items[id]!.fields['value'], items[other]!.fields['value']];
    // Two ends of one name that are worth different sums are two ends.
    if (own === undefined || its === undefined || own === its) standsFor.set(id, other);
  }
  const target = (line: string) => standsFor.get(line) ?? line;

  const order = lines.filter((id) => !standsFor.has(id));
  const steps = new Map<string, Step>();
  for (const id of order) {
    const { fields } = items[id]!;
    const ways = tree.childrenOf(id).map((line): Way => {
      const { answer = '', chance = '', cost = '' } = items[line]!.fields;
      const part = readChance(chance);
      return {
        line,
        from: id,
        to: target(line),
        answer,
        cost: readNumber(cost) ?? 0,
        ...(part === undefined ? {} : { chance: part }),
      };
    });
    const named = kindNamed(fields['kind'] ?? '');
    const kind =
      named ?? (ways.length === 0 ? 'outcome' : ways.some((way) => way.chance !== undefined) ? 'chance' : 'question');
    const value = readNumber(fields['value'] ?? '');
    const event = tidy(fields['event'] ?? '');
    steps.set(id, {
      id,
      name: fields['name'] ?? '',
      kind,
      ways,
      ...(value === undefined ? {} : { value }),
      ...(event !== '' && { event }),
    });
  }
  const tops = tree.tops.filter((id) => !standsFor.has(id));
  const { loops, sorted } = sort(steps, [...tops, ...order]);
  const back = new Set(loops.map(({ way }) => way));
  const depth = new Map(order.map((id) => [id, 0]));
  for (const id of sorted)
    for (const way of steps.get(id)!.ways)
      if (!back.has(way)) depth.set(way.to, Math.max(depth.get(way.to)!, depth.get(id)! + 1));
  return { steps, order, tops, standsFor, loops, depth };
}

/** Steps in an order in which every way but those of loops leads on (depth-first search, without recursion). */
function sort(
  steps: ReadonlyMap<string, Step>,
  starts: readonly string[],
): { loops: { way: Way; round: string[] }[]; sorted: string[] } {
  const state = new Map<string, 'open' | 'done'>();
  const loops: { way: Way; round: string[] }[] = [];
  const done: string[] = [];
  for (const start of starts) {
    if (state.has(start)) continue;
    const path: { id: string; next: number }[] = [{ id: start, next: 0 }];
    state.set(start, 'open');
    while (path.length > 0) {
      const at = path.at(-1)!;
      const way = steps.get(at.id)!.ways[at.next++];
      if (!way) {
        state.set(at.id, 'done');
        done.push(at.id);
        path.pop();
      } else if (state.get(way.to) === 'open') {
        const from = path.findIndex(({ id }) => id === way.to);
        loops.push({ way, round: [...path.slice(from).map(({ id }) => id), way.to] });
      } else if (!state.has(way.to)) {
        state.set(way.to, 'open');
        path.push({ id: way.to, next: 0 });
      }
    }
  }
  return { loops, sorted: done.reverse() };
}

/** Steps that can be reached from the first top. */
export function reached({ steps, tops }: Steps): Set<string> {
  const seen = new Set(tops.slice(0, 1));
  for (const id of seen) for (const way of steps.get(id)!.ways) seen.add(way.to);
  return seen;
}
