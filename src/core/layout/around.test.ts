import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childrenOf, parents, sizes } from '../../../tests/support/trees';
import { type Obstacle, waysAround } from './around';
import { Heap } from './heap';
import { tree, wayOf } from './tree';

const GAP = 3;
const grid = (columns: number, rows: number): Obstacle[] =>
  Array.from({ length: columns * rows }, (_, i) => {
    const [x, y] = [(i % columns) * 110, Math.floor(i / columns) * 70];
    return { low: [x, y], high: [x + 100, y + 40] };
  });

describe('ways round boxes', () => {
  it('never run through a box, and turn only at right angles', () => {
    fc.assert(
      fc.property(
        parents(120),
        fc.integer(),
        fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 8 }),
        (of, seed, pairs) => {
          const along = sizes(of.length, seed, 44, 150);
          const across = sizes(of.length, seed + 1, 20, 60);
          const depth: number[] = [];
          for (const [i, parent] of of.entries()) depth[i] = parent < 0 ? 0 : depth[parent]! + 1;
          const input = {
            ...childrenOf(of),
            along,
            across,
            tier: depth,
            settings: of.map(() => ({ form: 'stack' as const, deep: false, least: 4 })),
            aides: new Set<number>(),
            gaps: { siblings: 12, cousins: 18, trees: 30, tiers: [32], stack: 7, indent: 14 },
            loose: false,
            shelves: 1,
          };
          const laid = tree(input);
          const boxes = of.map(
            (_, i): Obstacle => ({
              low: [laid.along[i]!, laid.depth[i]!],
              high: [laid.along[i]! + along[i]!, laid.depth[i]! + across[i]!],
            }),
          );
          const lines = laid.drops.map((drop) => wayOf(laid, input, drop, 'elbow', GAP).points);
          const wanted = pairs
            .map(([a, b]) => ({ from: a % of.length, to: b % of.length }))
            .filter(({ from, to }) => from !== to);
          for (const points of waysAround(boxes, lines, wanted, GAP))
            for (let p = 1; p < points.length; p++) {
              const [a, b] = [points[p - 1]!, points[p]!];
              expect(Math.min(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]))).toBeLessThan(0.5);
              const through = boxes.findIndex(
                ({ low, high }) =>
                  Math.max(a[0], b[0]) > low[0] + 0.5 &&
                  Math.min(a[0], b[0]) < high[0] - 0.5 &&
                  Math.max(a[1], b[1]) > low[1] + 0.5 &&
                  Math.min(a[1], b[1]) < high[1] - 0.5,
              );
              expect(through).toBe(-1);
            }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('take the short way with few bends', () => {
    const [way] = waysAround(grid(3, 3), [], [{ from: 0, to: 8 }], GAP);
    expect(way!.length).toBeLessThanOrEqual(5);
    const [beside] = waysAround(grid(3, 1), [], [{ from: 0, to: 1 }], GAP);
    expect(beside!.length).toBeLessThanOrEqual(4);
  });

  it('leave and come at the places they are told to', () => {
    const [way] = waysAround(
      grid(3, 3),
      [],
      [{ from: 0, to: 4, leave: { side: 'far', at: 0.25 }, come: { side: 'after', at: 0.5 } }],
      GAP,
    );
    expect(way![0]).toEqual([25, 43]);
    expect(way!.at(-1)).toEqual([213, 90]);
  });

  it('keep off each other where there is room', () => {
    const [a, b] = waysAround(
      grid(3, 2),
      [],
      [
        { from: 0, to: 5 },
        { from: 0, to: 5 },
      ],
      GAP,
    );
    expect(a).not.toEqual(b);
  });
});

it('a heap gives the least first', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ noNaN: true })), (keys) => {
      const heap = new Heap();
      for (const [i, key] of keys.entries()) heap.push(i, key);
      const out = keys.map(() => keys[heap.pop()]!);
      expect(out).toEqual([...keys].sort((p, q) => p - q));
      expect(heap.size).toBe(0);
    }),
  );
});
