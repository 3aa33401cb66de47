/** Generations: partners share one, children stand at least one below their parents, and no line is longer than it must be. */
import type { Chart } from '../../chart';
import { type RankEdge, ranksOf } from '../../layout';
import { remembered } from '../../remember';
import { type Family, familyOf } from './family';

export interface Generations {
  /** From 1. */
  readonly of: ReadonlyMap<string, number>;
  readonly count: number;
  /** Couples that can't share a generation, such as a person and a grandchild's child. */
  readonly apart: ReadonlySet<string>;
}

const known = remembered(solve);
export const generationsOf = (chart: Pick<Chart, 'items' | 'links'>): Generations => known(familyOf(chart));

function solve(family: Family): Generations {
  const { people, couples } = family;
  const apart = new Set<string>();
  for (;;) {
    const groupOf = groups(family, apart);
    const numbers = new Map([...new Set(groupOf.values())].map((group, i) => [group, i]));
    const number = (id: string) => numbers.get(groupOf.get(id)!)!;
    const edges: RankEdge[] = couples.flatMap((couple) =>
      couple.children.flatMap(({ id, by }) =>
        couple.partners.map((partner) => ({
          from: number(partner),
          to: number(id),
          least: 1,
          // Of two origins, that by birth is to be the shorter.
          weight: by === 'birth' ? 3 : 1,
        })),
      ),
    );
    const circle = onCircle(numbers.size, edges);
    if (circle.size === 0) {
      const ranks = ranksOf(numbers.size, edges);
      const of = new Map(people.map((id) => [id, ranks[number(id)]! + 1]));
      return { of, count: Math.max(0, ...of.values()), apart };
    }
    // A couple within a circle of generations can't share one: it is let go, and the rest solved again.
    const before = apart.size;
    for (const { key, partners } of couples)
      if (
        partners.length === 2 &&
        !apart.has(key) &&
        circle.has(number(partners[0]!)) &&
        number(partners[0]!) === number(partners[1]!)
      )
        apart.add(key);
    if (apart.size === before) return { of: new Map(people.map((id) => [id, 1])), count: 1, apart };
  }
}

/** People joined by couples that share a generation, each group by one of its people. */
function groups({ people, couples }: Family, apart: ReadonlySet<string>): Map<string, string> {
  const of = new Map(people.map((id) => [id, id]));
  const find = (id: string): string => {
    let at = id;
    while (of.get(at) !== at) at = of.get(at)!;
    of.set(id, at);
    return at;
  };
  for (const { key, partners } of couples)
    if (partners.length === 2 && !apart.has(key)) of.set(find(partners[1]!), find(partners[0]!));
  return new Map(people.map((id) => [id, find(id)]));
}

/** Nodes that lie on a circle, found by taking away all that no circle can hold. */
function onCircle(count: number, edges: readonly RankEdge[]): Set<number> {
  const left = new Set(Array.from({ length: count }, (_, i) => i));
  const strip = (end: 'from' | 'to') => {
    const other = end === 'from' ? 'to' : 'from';
    const degree = new Int32Array(count);
    const at: number[][] = Array.from({ length: count }, () => []);
    for (const edge of edges) {
      if (!left.has(edge.from) || !left.has(edge.to)) continue;
      degree[edge[end]]! += 1;
      at[edge[other]]!.push(edge[end]);
    }
    const queue = [...left].filter((node) => degree[node] === 0);
    for (const node of queue) {
      left.delete(node);
      for (const next of at[node]!) {
        degree[next]! -= 1;
        if (degree[next] === 0) queue.push(next);
      }
    }
  };
  strip('to');
  strip('from');
  return left;
}
