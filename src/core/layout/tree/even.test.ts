import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childrenOf, depths, parents, sizes } from '../../../../tests/support/trees';
import { evenness, type Form, tree } from '.';

function even(of: readonly number[], formOf: (box: number) => Form, across = of.map(() => 30)): number {
  const { children, tops } = childrenOf(of);
  const input = {
    children,
    tops,
    along: of.map(() => 80),
    across,
    tier: depths(of),
    settings: of.map((_, box) => ({ form: formOf(box), deep: true, least: 2 })),
    aides: new Set<number>(),
    gaps: { siblings: 10, cousins: 15, trees: 30, tiers: [30], stack: 7, indent: 12 },
    loose: false,
    shelves: 1,
  };
  return evenness(input, tree(input));
}

// A top with three heads, each over three posts.
const THREE = [-1, 0, 0, 0, 1, 1, 1, 2, 2, 2, 3, 3, 3];

describe('evenness', () => {
  it('is 1 where all of a tier is set in one way and tiers are rows', () => {
    expect(even(THREE, () => 'spread')).toBe(1);
    expect(even(THREE, (box) => (box === 0 ? 'spread' : 'stack'))).toBe(1);
  });
  it('is less by the share of branches that are set as few of their tier are', () => {
    // Of four that have several under them one is an exception.
    expect(even(THREE, (box) => (box === 1 ? 'pairs' : box === 0 ? 'spread' : 'stack'))).toBeCloseTo(3 / 4, 6);
    expect(even(THREE, (box) => ['spread', 'stack', 'pairs', 'grid'][box]! as Form)).toBeCloseTo(2 / 4, 6);
  });
  it('counts no box that has some of its children in a row and some in a block', () => {
    const { children, tops } = childrenOf([-1, 0, 0, 0, 1]);
    const input = {
      children,
      tops,
      along: [80, 80, 80, 80, 80],
      across: [30, 30, 30, 30, 30],
      tier: [0, 1, 1, 1, 2],
      // Only leaves that stand side by side go into a block: the last two.
      settings: Array.from({ length: 5 }, () => ({ form: 'stack' as const, deep: false, least: 2 })),
      aides: new Set<number>(),
      gaps: { siblings: 10, cousins: 15, trees: 30, tiers: [30], stack: 7, indent: 12 },
      loose: false,
      shelves: 1,
    };
    expect(evenness(input, tree(input))).toBe(0);
  });
  it('is less where a tier stands beside another', () => {
    const nested = even(THREE, () => 'stack');
    expect(nested).toBeLessThan(1);
    expect(nested).toBeGreaterThanOrEqual(0.75);
  });
  it('is a number from 0 to 1 for every tree, and 1 for every one that is spread', () => {
    const forms: Form[] = ['spread', 'stack', 'stack-before', 'pairs', 'grid'];
    fc.assert(
      fc.property(parents(40, true), fc.integer({ min: 1, max: 1e9 }), (of, seed) => {
        const pick = sizes(of.length, seed, 0, forms.length - 1e-9);
        const own = even(of, (box) => forms[Math.floor(pick[box]!)]!);
        expect(own).toBeGreaterThanOrEqual(0);
        expect(own).toBeLessThanOrEqual(1);
        expect(even(of, () => 'spread')).toBe(1);
      }),
      { numRuns: 40 },
    );
  });
});
