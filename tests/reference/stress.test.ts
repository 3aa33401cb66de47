/**
 * Places by stress majorization against the stress layout of a general-purpose graph package (elkjs, which follows Gansner,
 * Koren and North 2004 as well) on small named graphs of the textbooks: the stress of ours is no more than 5 % above its.
 */
import ELK from 'elkjs/lib/elk.bundled.js';
import { describe, expect, it } from 'vitest';
import { leastStress, type Point, type StressPair, stepsFrom } from '../../src/core/layout';

type Edges = readonly (readonly [number, number])[];
const range = (n: number) => Array.from({ length: n }, (_, i) => i);
const GRAPHS: Record<string, Edges> = {
  'a cycle of twelve': range(12).map((i) => [i, (i + 1) % 12]),
  'a wheel of nine': range(8).flatMap(
    (i): Edges => [
      [i, (i + 1) % 8],
      [i, 8],
    ],
  ),
  'a grid of five by five': range(25).flatMap(
    (i): Edges => [...(i % 5 < 4 ? ([[i, i + 1]] as const) : []), ...(i < 20 ? ([[i, i + 5]] as const) : [])],
  ),
  'a binary tree of 31': range(30).map((i) => [Math.floor(i / 2), i + 1]),
  'the Petersen graph': range(5).flatMap(
    (i): Edges => [
      [i, (i + 1) % 5],
      [i, i + 5],
      [i + 5, ((i + 2) % 5) + 5],
    ],
  ),
  'a cube': range(8).flatMap((i): Edges => [1, 2, 4].flatMap((bit): Edges => (i & bit ? [] : [[i, i | bit]]))),
  'a ladder of eight': range(8).flatMap(
    (i): Edges => [
      [i, i + 8],
      ...(i < 7
        ? ([
            [i, i + 1],
            [i + 8, i + 9],
          ] as const)
        : []),
    ],
  ),
};
const LENGTH = 100;

function pairsOf(edges: Edges): { count: number; pairs: StressPair[] } {
  const count = 1 + Math.max(...edges.flat());
  const next = range(count).map((i) => edges.flatMap(([a, b]) => (a === i ? [b] : b === i ? [a] : [])));
  const pairs = range(count).flatMap((a) => {
    const steps = stepsFrom(a, next);
    return range(count)
      .slice(a + 1)
      .map((b): StressPair => {
        const distance = steps[b]! * LENGTH;
        return { a, b, distance, weight: 1 / distance ** 2 };
      });
  });
  return { count, pairs };
}

/** Written out here once more, so that what is tested does not judge itself. */
function stress(at: readonly Point[], pairs: readonly StressPair[]): number {
  let sum = 0;
  for (const { a, b, distance } of pairs) {
    const drawn = Math.sqrt((at[a]![0] - at[b]![0]) ** 2 + (at[a]![1] - at[b]![1]) ** 2);
    sum += ((drawn - distance) / distance) ** 2;
  }
  return sum;
}

describe('stress majorization', () => {
  it.each(Object.entries(GRAPHS))(
    'draws %s with no more stress than a graph package, within 5 %%',
    async (_, edges) => {
      const { count, pairs } = pairsOf(edges);
      const drawn = await new ELK().layout({
        id: 'root',
        layoutOptions: {
          'elk.algorithm': 'stress',
          'elk.stress.desiredEdgeLength': String(LENGTH),
          'elk.stress.epsilon': '1e-4',
        },
        children: range(count).map((i) => ({ id: `n${i}`, width: 0, height: 0 })),
        edges: edges.map(([a, b], i) => ({ id: `e${i}`, sources: [`n${a}`], targets: [`n${b}`] })),
      });
      const theirs = drawn.children!.map(({ x, y }): Point => [x!, y!]);
      // On a circle in the order of numbers, as a map starts from its rings.
      const start = range(count).map((i): Point => {
        const angle = (2 * Math.PI * i) / count;
        return [LENGTH * Math.cos(angle), LENGTH * Math.sin(angle)];
      });
      const ours = leastStress(start, pairs);
      expect(stress(theirs, pairs)).toBeGreaterThan(0);
      expect(stress(ours, pairs)).toBeLessThanOrEqual(1.05 * stress(theirs, pairs) + 1e-3);
    },
  );
});
