import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossingsOf } from './crossings';
import { layered } from './layered';
import { countCrossings, type LayerGraph, orderLayers } from './order';
import { type RankEdge, ranksOf } from './ranks';
import { keepApart } from './spread';
import { trackDepths } from './tracks';

/** Edges of an acyclic graph: from lower to higher numbers. */
const dag = (nodes: number) =>
  fc.array(
    fc
      .tuple(fc.nat(nodes - 1), fc.nat(nodes - 1), fc.integer({ min: 1, max: 3 }))
      .filter(([a, b]) => a !== b)
      .map(([a, b, weight]): RankEdge => ({ from: Math.min(a, b), to: Math.max(a, b), least: 1, weight })),
    { maxLength: 9 },
  );

describe('ranks', () => {
  it('are as short in all as the best of all ranks tried one by one', () => {
    const nodes = 6;
    fc.assert(
      fc.property(dag(nodes), (edges) => {
        const ranks = ranksOf(nodes, edges);
        for (const { from, to, least } of edges) expect(ranks[to]! - ranks[from]!).toBeGreaterThanOrEqual(least);
        const cost = (of: readonly number[]) =>
          edges.reduce((sum, { from, to, weight }) => sum + weight * (of[to]! - of[from]!), 0);
        let best = Number.POSITIVE_INFINITY;
        for (let code = 0; code < nodes ** nodes; code++) {
          const tried = Array.from({ length: nodes }, (_, i) => Math.floor(code / nodes ** i) % nodes);
          if (edges.every(({ from, to }) => tried[to]! > tried[from]!)) best = Math.min(best, cost(tried));
        }
        expect(cost(ranks)).toBe(edges.length === 0 ? 0 : best);
      }),
      { numRuns: 25 },
    );
  });
});

const graph: fc.Arbitrary<LayerGraph> = fc
  .tuple(
    fc.integer({ min: 1, max: 5 }),
    fc.integer({ min: 1, max: 5 }),
    fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 10 }),
  )
  .map(([a, b, pairs]) => ({
    layer: [...Array.from({ length: a }, () => 0), ...Array.from({ length: b }, () => 1)],
    layers: 2,
    edges: pairs.map(([x, y]) => ({ from: x % a, to: a + (y % b), fromAt: 0, toAt: 0 })),
  }));
const layersOf = ({ layer }: LayerGraph) =>
  [0, 1].map((own) => layer.flatMap((of, node) => (of === own ? [node] : [])));

describe('order', () => {
  it('counts crossings as pairs of lines in opposite order', () => {
    fc.assert(
      fc.property(graph, (of) => {
        let pairs = 0;
        for (const [i, a] of of.edges.entries())
          for (const b of of.edges.slice(i + 1)) if ((a.from - b.from) * (a.to - b.to) < 0) pairs++;
        expect(countCrossings(of, layersOf(of))).toBe(pairs);
      }),
    );
  });
  it('never has more crossings than it began with, and keeps groups in the order of their numbers', () => {
    fc.assert(
      fc.property(
        graph,
        fc.array(fc.option(fc.nat(1), { nil: undefined }), { minLength: 10, maxLength: 10 }),
        (of, groups) => {
          const group = of.layer.map((_, i) => groups[i]);
          const free = orderLayers(of, layersOf(of));
          expect(free.crossings).toBeLessThanOrEqual(countCrossings(of, layersOf(of)));
          const { order } = orderLayers({ ...of, group }, layersOf(of));
          for (const nodes of order)
            for (const wanted of [0, 1]) {
              const members = nodes.filter((node) => group[node] === wanted);
              expect(members).toEqual([...members].sort((a, b) => a - b));
            }
        },
      ),
    );
  });
});

describe('places along a layer', () => {
  it('keep their distance and are no farther from what is wanted than any others tried', () => {
    const number = fc.integer({ min: -50, max: 50 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(number, fc.integer({ min: 1, max: 5 }), fc.integer({ min: 0, max: 20 }), number), {
          minLength: 1,
          maxLength: 8,
        }),
        (rows) => {
          const wanted = rows.map(([at]) => at);
          const weights = rows.map(([, weight]) => weight);
          const apart = rows.slice(1).map(([, , gap]) => gap);
          const cost = (places: readonly number[]) =>
            places.reduce((sum, at, i) => sum + weights[i]! * (at - wanted[i]!) ** 2, 0);
          const places = keepApart(wanted, weights, apart);
          for (const [i, gap] of apart.entries())
            expect(places[i + 1]! - places[i]!).toBeGreaterThanOrEqual(gap - 1e-9);
          // Any other places that keep the distances: the wanted ones pushed right where they are too near.
          const other: number[] = [];
          for (const [i, [at, , , shift]] of rows.entries())
            other.push(i === 0 ? at + shift : Math.max(at + shift, other[i - 1]! + apart[i - 1]!));
          expect(cost(places)).toBeLessThanOrEqual(cost(other) + 1e-6);
        },
      ),
    );
  });
});

describe('a layered drawing', () => {
  const laid = layered({
    layer: [0, 1, 1, 2],
    along: [20, 40, 40, 20],
    across: [10, 10, 10, 10],
    edges: [
      { from: 0, to: 1 },
      { from: 0, to: 2 },
      { from: 0, to: 3 },
    ],
    gap: () => 8,
    layerGap: () => 30,
    form: 'elbow',
    lineGap: 3,
  });
  it('leads a line that passes a layer between the boxes of it', () => {
    const [a, b] = [laid.middle[1]!, laid.middle[2]!].sort((p, q) => p - q);
    const passing = laid.ways[2]!.filter(([, depth]) => depth >= laid.bands[1]!.start && depth <= laid.bands[1]!.end);
    expect(passing.length).toBeGreaterThan(0);
    for (const [x] of passing) expect(x <= a! - 20 || x >= b! + 20 || (x >= a! + 20 && x <= b! - 20)).toBe(true);
  });
  it('keeps the gap at both ends of every line', () => {
    for (const [i, to] of [1, 2, 3].entries()) {
      expect(laid.ways[i]![0]![1]).toBe(laid.depth[0]! + 10 + 3);
      expect(laid.ways[i]!.at(-1)![1]).toBe(laid.depth[to]! - 3);
    }
  });
});

describe('tracks', () => {
  it('differ where trunks overlap and may be shared where they do not', () => {
    const tracks = trackDepths([
      { trunk: 'a', from: 10, to: 60 },
      { trunk: 'b', from: 50, to: 0 },
      { trunk: 'c', from: 200, to: 260 },
    ]);
    expect(tracks.partOf('a')).not.toBe(tracks.partOf('b'));
    expect([tracks.partOf('a'), tracks.partOf('b')]).toContain(tracks.partOf('c'));
  });
});

describe('crossings as drawn', () => {
  it('are counted where lines cross inside, not where they meet or run along each other', () => {
    expect(
      crossingsOf([
        [
          [0, 0],
          [10, 10],
        ],
        [
          [0, 10],
          [10, 0],
        ],
      ]),
    ).toBe(1);
    expect(
      crossingsOf([
        [
          [0, 0],
          [10, 10],
        ],
        [
          [10, 10],
          [20, 0],
        ],
      ]),
    ).toBe(0);
    expect(
      crossingsOf([
        [
          [0, 0],
          [10, 0],
        ],
        [
          [5, 0],
          [15, 0],
        ],
      ]),
    ).toBe(0);
    expect(
      crossingsOf(
        [
          [
            [0, 0],
            [10, 10],
          ],
          [
            [0, 10],
            [10, 0],
          ],
        ],
        ['x', 'x'],
      ),
    ).toBe(0);
  });
});
