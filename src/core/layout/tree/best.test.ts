import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childrenOf, depths, parents, sizes } from '../../../../tests/support/trees';
import { bestFit, FORMS, type Setting, tree } from '.';
import { type Base, Curves, deep } from './curves';

const baseOf = (of: readonly number[], seed: number): Base => ({
  ...childrenOf(of),
  along: sizes(of.length, seed, 44, 150),
  across: sizes(of.length, seed + 1, 20, 60),
  tier: depths(of),
  aides: new Set<number>(),
  gaps: { siblings: 10, cousins: 15, trees: 30, tiers: [32], stack: 7, indent: 14 },
  loose: false,
  shelves: 1,
});
const room = fc.record({
  along: fc.integer({ min: 200, max: 1_500 }),
  depth: fc.integer({ min: 200, max: 1_500 }),
  most: fc.constant(1),
});

describe('the best mixture of settings for a room', () => {
  it('is placed at just the scale it claims, and is never behind one setting for all', () => {
    fc.assert(
      fc.property(parents(70), fc.integer(), room, (of, seed, free) => {
        const base = baseOf(of, seed);
        const scaleOf = (settings: readonly Setting[], loose: boolean, shelves = 1) => {
          const { extent } = tree({ ...base, settings, loose, shelves });
          return Math.min(free.most, free.along / extent.along, free.depth / extent.depth);
        };
        const best = bestFit([{ base, room: free, shelves: [1] }]);
        expect(scaleOf(best.settings, best.loose, best.shelves)).toBeCloseTo(best.scale, 9);
        const uniform = FORMS.map((form) =>
          scaleOf(
            of.map(() => deep(form)),
            false,
          ),
        );
        // The search goes by depths; another one may lie a little beside those it tries.
        expect(best.scale).toBeGreaterThanOrEqual(Math.max(...uniform) * 0.97);
      }),
      { numRuns: 60 },
    );
  });

  it('takes an earlier way to see the tree where a later one hardly gains', () => {
    const base = baseOf([-1, 0, 0], 3);
    const free = { along: 5_000, depth: 5_000, most: 1 };
    const variants = [1, 2].map(() => ({ base, room: free, shelves: [1] }));
    expect(bestFit(variants)).toMatchObject({ variant: 0, scale: 1 });
  });
});

describe('curves of what a block can be', () => {
  it('fall from deep to shallow, and a shape that is chosen has about the extents it promised', () => {
    fc.assert(
      fc.property(parents(40), fc.integer(), fc.nat(), (of, seed, pick) => {
        const base = baseOf(of, seed);
        const curves = new Curves(base);
        const blocks = curves.blocks[0]!;
        for (const [i, shape] of blocks.entries()) {
          if (i === 0) continue;
          expect(shape.along).toBeGreaterThan(blocks[i - 1]!.along);
          expect(shape.depth).toBeLessThan(blocks[i - 1]!.depth);
        }
        const chosen = blocks[pick % Math.max(1, blocks.length)];
        if (!chosen?.setting || chosen.setting.form === 'spread') return;
        const settings = of.map(() => deep('spread'));
        curves.settle(0, chosen, settings);
        const { depth, along } = tree({ ...base, settings });
        const low = (values: Float64Array, extent: readonly number[]) =>
          of.reduce((most, _, i) => (i === 0 ? most : Math.max(most, values[i]! + extent[i]!)), 0);
        const first = of.reduce((least, _, i) => (i === 0 ? least : Math.min(least, depth[i]!)), 1e9);
        expect(low(depth, base.across) - first).toBeLessThanOrEqual(chosen.depth + 1e-6);
        // A spine bends a little where a row of boxes hangs unevenly: within its indent.
        expect(low(along, base.along)).toBeLessThanOrEqual(Math.max(chosen.along, base.along[0]!) * 1.35 + 40);
      }),
      { numRuns: 100 },
    );
  });
});
