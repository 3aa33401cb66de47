import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childrenOf, depths, parents, sizes } from '../../../tests/support/trees';
import { route } from './routes';
import { type Leaves, tiered } from './tiered';

const gaps = { siblings: 10, cousins: 15, trees: 30, tiers: 32, stack: 7, indent: 14 };
const LINE_GAP = 3;
const NEAR = 1e-6;

const drawn = fc
  .tuple(parents(300, true), fc.integer(), fc.constantFrom<Leaves>('auto', 'spread', 'stack'))
  .map(([of, seed, leaves]) => {
    const along = sizes(of.length, seed, 44, 150);
    const across = sizes(of.length, seed + 1, 20, 60);
    const laid = tiered({ ...childrenOf(of), along, across, leaves: of.map(() => leaves), gaps });
    return { of, along, across, laid };
  });

describe('tiers of boxes', () => {
  it('never overlaps boxes, stacked or spread', () => {
    fc.assert(
      fc.property(drawn, ({ of, along, across, laid }) => {
        const boxes = of.map((_, i) => ({
          l: laid.along[i]!,
          r: laid.along[i]! + along[i]!,
          t: laid.depth[i]!,
          b: laid.depth[i]! + across[i]!,
        }));
        const sorted = boxes.sort((a, b) => a.l - b.l);
        for (const [i, a] of sorted.entries())
          for (let j = i + 1; j < sorted.length && sorted[j]!.l < a.r - NEAR; j++) {
            const b = sorted[j]!;
            expect(a.t >= b.b - NEAR || b.t >= a.b - NEAR).toBe(true);
          }
      }),
      { numRuns: 80 },
    );
  });

  it('keeps every box in the band of its tier, and bands apart by the gap', () => {
    fc.assert(
      fc.property(drawn, ({ of, across, laid }) => {
        for (const [i, tier] of depths(of).entries()) {
          const band = laid.bands[tier]!;
          expect(laid.depth[i]!).toBeGreaterThanOrEqual(band.start - NEAR);
          expect(laid.depth[i]! + across[i]!).toBeLessThanOrEqual(band.end + NEAR);
        }
        for (let i = 1; i < laid.bands.length; i++)
          expect(laid.bands[i]!.start - laid.bands[i - 1]!.end).toBeCloseTo(gaps.tiers, 6);
      }),
      { numRuns: 80 },
    );
  });

  it('runs no line through a box, and leaves the gap at both ends', () => {
    fc.assert(
      fc.property(drawn, ({ of, along, across, laid }) => {
        for (const drop of laid.drops) {
          const { points } = route(laid, { along, across }, drop, 'elbow', LINE_GAP);
          const [start, end] = [points[0]!, points.at(-1)!];
          expect(start[1] - (laid.depth[drop.from]! + across[drop.from]!)).toBeCloseTo(LINE_GAP, 6);
          expect(drop.spine === undefined ? laid.depth[drop.to]! - end[1] : laid.along[drop.to]! - end[0]).toBeCloseTo(
            LINE_GAP,
            6,
          );
          const crossed = of.findIndex((_, box) =>
            points.some((b, p) => {
              const a = points[p - 1];
              const inside = (k: 0 | 1, near: number, size: number) =>
                Math.max(a![k], b[k]) > near + NEAR && Math.min(a![k], b[k]) < near + size - NEAR;
              return a && inside(0, laid.along[box]!, along[box]!) && inside(1, laid.depth[box]!, across[box]!);
            }),
          );
          expect(crossed).toBe(-1);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('stacks more than four leaf children by itself, four it spreads', () => {
    const fan = (count: number) => {
      const of = [-1, ...Array.from({ length: count }, () => 0)];
      return tiered({
        ...childrenOf(of),
        along: of.map(() => 80),
        across: of.map(() => 30),
        leaves: of.map(() => 'auto'),
        gaps,
      });
    };
    expect(new Set(fan(4).depth.slice(1)).size).toBe(1);
    expect(new Set(fan(5).depth.slice(1)).size).toBe(5);
    expect(fan(5).drops.every((drop) => drop.direct)).toBe(true);
  });

  it('stacks only neighbouring leaves, so that list order stays readable', () => {
    // Children of 0: five leaves, one with a child, five leaves.
    const of = [-1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 6];
    const laid = tiered({
      ...childrenOf(of),
      along: of.map(() => 80),
      across: of.map(() => 30),
      leaves: of.map(() => 'auto'),
      gaps,
    });
    expect(laid.along[1]).toBeLessThan(laid.along[6]!);
    expect(laid.along[6]).toBeLessThan(laid.along[7]!);
    expect([1, 2, 3, 4, 5].map((i) => laid.depth[i])).toEqual(
      [...[1, 2, 3, 4, 5].map((i) => laid.depth[i]!)].sort((a, b) => a - b),
    );
  });
});
