import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childrenOf, depths, parents, sizes } from '../../../tests/support/trees';
import { tidy } from './tidy';

const gaps = { siblings: 10, cousins: 15, trees: 40 };
const NEAR = 1e-6;

const laid = fc.tuple(parents(2_000, true), fc.integer()).map(([of, seed]) => {
  const { children, tops } = childrenOf(of);
  const left = sizes(of.length, seed, 1, 90);
  const right = sizes(of.length, seed + 1, 1, 90);
  return { of, children, tops, left, right, x: tidy({ children, tops, left, right }, gaps) };
});
type Laid = typeof laid extends fc.Arbitrary<infer T> ? T : never;

/** Nodes of each level from left to right, as the tree orders them. */
function levels({ of, children, tops }: Pick<Laid, 'of' | 'children' | 'tops'>): number[][] {
  const depth = depths(of);
  const rows: number[][] = [];
  const stack = [...tops].reverse();
  for (let v = stack.pop(); v !== undefined; v = stack.pop()) {
    rows[depth[v]!] ??= [];
    rows[depth[v]!]!.push(v);
    stack.push(...[...children[v]!].reverse());
  }
  return rows;
}
const topOf = (of: readonly number[], v: number): number => {
  let at = v;
  while (of[at]! >= 0) at = of[at]!;
  return at;
};

describe('tidy tree', () => {
  it('keeps order and at least the gap between neighbours of every level, so that nothing overlaps', () => {
    fc.assert(
      fc.property(laid, (tree) => {
        for (const row of levels(tree))
          for (let i = 1; i < row.length; i++) {
            const [a, b] = [row[i - 1]!, row[i]!];
            const gap =
              tree.of[a] === tree.of[b] && tree.of[a]! >= 0
                ? gaps.siblings
                : topOf(tree.of, a) === topOf(tree.of, b)
                  ? gaps.cousins
                  : gaps.trees;
            expect(tree.x[b]! - tree.left[b]! - (tree.x[a]! + tree.right[a]!)).toBeGreaterThanOrEqual(gap - NEAR);
          }
      }),
      { numRuns: 60 },
    );
  });

  it('centres a parent over its first and last child, and starts at 0', () => {
    fc.assert(
      fc.property(laid, ({ children, x, left }) => {
        for (const [v, own] of children.entries())
          if (own.length > 0) expect(x[v]).toBeCloseTo((x[own[0]!]! + x[own.at(-1)!]!) / 2, 6);
        expect(Math.min(...x.map((at, v) => at - left[v]!))).toBeCloseTo(0, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('draws the mirrored tree mirrored', () => {
    fc.assert(
      fc.property(laid, ({ children, tops, left, right, x }) => {
        const mirrored = tidy(
          { children: children.map((own) => [...own].reverse()), tops: [...tops].reverse(), left: right, right: left },
          gaps,
        );
        const width = Math.max(...x.map((at, v) => at + right[v]!));
        for (const [v, at] of mirrored.entries()) expect(at).toBeCloseTo(width - x[v]!, 5);
      }),
      { numRuns: 60 },
    );
  });

  it('draws a subtree the same wherever it stands', () => {
    fc.assert(
      fc.property(parents(60), parents(40), fc.integer(), (inner, outer, seed) => {
        // The inner tree hangs twice in the outer one, under its first and its last node.
        const n = inner.length;
        const shift = (by: number, under: number) => inner.map((parent) => (parent < 0 ? under : parent + by));
        const of = [...outer, ...shift(outer.length, 0), ...shift(outer.length + n, outer.length - 1)];
        const innerSizes = sizes(n, seed, 2, 80);
        const all = [...sizes(outer.length, seed + 1, 2, 80), ...innerSizes, ...innerSizes];
        const x = tidy({ ...childrenOf(of), left: all, right: all }, gaps);
        const first = outer.length;
        for (let i = 0; i < n; i++) expect(x[first + i]! - x[first]!).toBeCloseTo(x[first + n + i]! - x[first + n]!, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('takes a chain of 30,000 without running out of stack', () => {
    const of = Array.from({ length: 30_000 }, (_, i) => i - 1);
    const half = of.map(() => 5);
    expect([...tidy({ ...childrenOf(of), left: half, right: half }, gaps)].every((at) => at === 5)).toBe(true);
  });
});
