import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childrenOf, parents, sizes } from '../../../../tests/support/trees';
import { FORMS, type Setting, type TreeInput, tree, wayOf } from '.';

const gaps = { siblings: 10, cousins: 15, trees: 30, tiers: [32, 40, 24], stack: 7, indent: 14 };
const LINE_GAP = 3;
const NEAR = 1e-6;

const setting = fc.record({
  form: fc.constantFrom(...FORMS),
  deep: fc.boolean(),
  least: fc.constantFrom(2, 3, 5),
});
const spreadOnly: Setting = { form: 'spread', deep: false, least: 2 };

interface Wish {
  readonly of: readonly number[];
  readonly seed: number;
  readonly settings: readonly Setting[];
  /** Every so many-th box is an aide, or set this many tiers deeper. */
  readonly aideEvery: number;
  readonly gradeEvery: number;
  readonly loose: boolean;
  readonly shelves: number;
}
function inputOf({ of, seed, settings, aideEvery, gradeEvery, loose, shelves }: Wish): TreeInput {
  const tier: number[] = [];
  for (const [i, parent] of of.entries())
    tier[i] = (parent < 0 ? 0 : tier[parent]! + 1) + (gradeEvery > 0 && i % gradeEvery === 3 ? 1 + (i % 2) : 0);
  return {
    ...childrenOf(of),
    along: sizes(of.length, seed, 44, 150),
    across: sizes(of.length, seed + 1, 20, 60),
    tier,
    settings: of.map((_, i) => settings[i % settings.length]!),
    aides: new Set(of.flatMap((parent, i) => (parent >= 0 && aideEvery > 0 && i % aideEvery === 1 ? [i] : []))),
    gaps,
    loose,
    shelves,
  };
}
const wish = (settings: fc.Arbitrary<Setting> = setting) =>
  fc.record({
    of: parents(220, true),
    seed: fc.integer(),
    settings: fc.array(settings, { minLength: 1, maxLength: 7 }),
    aideEvery: fc.constantFrom(0, 0, 5, 9),
    gradeEvery: fc.constantFrom(0, 0, 7, 13),
    loose: fc.boolean(),
    shelves: fc.constantFrom(1, 1, 3),
  });

const boxesOf = ({ along, across }: TreeInput, laid: ReturnType<typeof tree>) =>
  along.map((width, i) => ({
    i,
    l: laid.along[i]!,
    r: laid.along[i]! + width,
    t: laid.depth[i]!,
    b: laid.depth[i]! + across[i]!,
  }));

describe('a tree in tiers, in any mixture of settings, with aides and boxes set deeper', () => {
  it('never overlaps boxes, and keeps the smallest gap between them', () => {
    fc.assert(
      fc.property(wish(), (of) => {
        const input = inputOf(of);
        const least = gaps.stack - NEAR;
        const sorted = boxesOf(input, tree(input)).sort((a, b) => a.l - b.l);
        for (const [i, a] of sorted.entries())
          for (let j = i + 1; j < sorted.length && sorted[j]!.l < a.r + least; j++) {
            const b = sorted[j]!;
            if (!(a.t >= b.b + least || b.t >= a.b + least)) throw new Error(`boxes ${a.i} and ${b.i} come too near`);
          }
      }),
      { numRuns: 150 },
    );
  });

  it('runs no line through a box, and leaves the gap at both ends', () => {
    fc.assert(
      fc.property(wish(), (of) => {
        const input = inputOf(of);
        const laid = tree(input);
        const boxes = boxesOf(input, laid);
        for (const drop of laid.drops) {
          const { points } = wayOf(laid, input, drop, 'elbow', LINE_GAP);
          const [start, end] = [points[0]!, points.at(-1)!];
          expect(start[1] - boxes[drop.from]!.b).toBeCloseTo(LINE_GAP, 6);
          expect(start[0]).toBeGreaterThanOrEqual(boxes[drop.from]!.l);
          expect(start[0]).toBeLessThanOrEqual(boxes[drop.from]!.r);
          const { l, r, t } = boxes[drop.to]!;
          expect({ near: t - end[1], before: l - end[0], after: end[0] - r }[drop.enter]).toBeCloseTo(LINE_GAP, 6);
          for (let p = 1; p < points.length; p++) {
            const [a, b] = [points[p - 1]!, points[p]!];
            // Every part of an elbow runs along or across.
            expect(Math.min(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]))).toBeLessThan(NEAR);
            const crossed = boxes.find(
              (box) =>
                Math.max(a[0], b[0]) > box.l + NEAR &&
                Math.min(a[0], b[0]) < box.r - NEAR &&
                Math.max(a[1], b[1]) > box.t + NEAR &&
                Math.min(a[1], b[1]) < box.b - NEAR,
            );
            if (crossed) throw new Error(`the line from ${drop.from} to ${drop.to} runs through ${crossed.i}`);
          }
        }
      }),
      { numRuns: 100 },
    );
  });

  it('lines up the boxes of a tier, keeps their order and the gap between tiers', () => {
    fc.assert(
      fc.property(wish(), (of) => {
        const input = { ...inputOf(of), shelves: 1 };
        const laid = tree(input);
        const lined = input.along.flatMap((_, i) => (laid.hung[i] ? [] : [i]));
        const first = new Map<number, number>();
        for (const i of lined) {
          const tier = input.tier[i]!;
          first.set(tier, first.get(tier) ?? laid.depth[i]!);
          expect(laid.depth[i]).toBeCloseTo(first.get(tier)!, 6);
          const band = laid.bands[tier]!;
          expect(laid.depth[i]).toBeGreaterThanOrEqual(band.start - NEAR);
          expect(laid.depth[i]! + input.across[i]!).toBeLessThanOrEqual(band.end + NEAR);
        }
        const tiers = [...first.keys()].sort((a, b) => a - b);
        for (const [i, tier] of tiers.entries())
          if (i > 0 && tiers[i - 1] === tier - 1)
            expect(laid.bands[tier]!.start - laid.bands[tier - 1]!.end).toBeGreaterThanOrEqual(
              Math.min(gaps.tiers[Math.min(tier - 1, 2)]! / 2, 12) - NEAR,
            );
        for (const [parent, own] of input.children.entries()) {
          const under = own.filter((child) => !laid.hung[child] && input.tier[child] === input.tier[parent]! + 1);
          for (let i = 1; i < under.length; i++)
            expect(laid.along[under[i]!]).toBeGreaterThan(laid.along[under[i - 1]!]!);
        }
      }),
      { numRuns: 80 },
    );
  });

  it('centres a parent over its first and last child, an only child straight below', () => {
    fc.assert(
      fc.property(wish(fc.constant(spreadOnly)), (of) => {
        const input = { ...inputOf({ ...of, aideEvery: 0 }), shelves: 1 };
        const laid = tree(input);
        const middle = (box: number) => laid.along[box]! + input.along[box]! / 2;
        for (const [parent, own] of input.children.entries())
          if (own.length > 0) expect(middle(parent)).toBeCloseTo((middle(own[0]!) + middle(own.at(-1)!)) / 2, 5);
      }),
      { numRuns: 60 },
    );
  });

  it('draws the mirrored list mirrored', () => {
    const turned = { spread: 'spread', stack: 'stack-before' } as const;
    fc.assert(
      fc.property(wish(setting.map((own) => ({ ...own, form: own.form === 'spread' ? 'spread' : 'stack' }))), (of) => {
        const input = { ...inputOf({ ...of, aideEvery: 0, gradeEvery: 0 }), shelves: 1 };
        // What stands in a block keeps its order from the top down; only what stands side by side is turned round.
        const deep = input.settings.map((own) => ({ ...own, deep: true, least: 2 }));
        const laid = tree({ ...input, settings: deep });
        const mirrored = tree({
          ...input,
          settings: deep.map((own) => ({ ...own, form: turned[own.form as keyof typeof turned] })),
          children: input.children.map((own, i) => (input.settings[i]!.form === 'spread' ? [...own].reverse() : own)),
          tops: [...input.tops].reverse(),
        });
        for (const [i, along] of mirrored.along.entries()) {
          expect(along + input.along[i]!).toBeCloseTo(laid.extent.along - laid.along[i]!, 4);
          expect(mirrored.depth[i]).toBeCloseTo(laid.depth[i]!, 6);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('never reorders others when a leaf is added', () => {
    fc.assert(
      fc.property(wish(fc.constant(spreadOnly)), fc.nat(), (of, pick) => {
        const before = { ...inputOf({ ...of, aideEvery: 0, gradeEvery: 0 }), shelves: 1 };
        const after = {
          ...inputOf({ ...of, of: [...of.of, pick % of.of.length], aideEvery: 0, gradeEvery: 0 }),
          shelves: 1,
        };
        const [a, b] = [tree(before), tree(after)];
        const order = (laid: ReturnType<typeof tree>, tier: number) =>
          before.along
            .flatMap((_, i) => (before.tier[i] === tier ? [i] : []))
            .sort((i, j) => laid.along[i]! - laid.along[j]!);
        for (let tier = 0; tier <= Math.max(...before.tier); tier++) expect(order(b, tier)).toEqual(order(a, tier));
      }),
      { numRuns: 60 },
    );
  });

  it('takes a chain of 30,000, spread or in a block, without running out of stack', () => {
    const of = Array.from({ length: 30_000 }, (_, i) => i - 1);
    for (const form of ['spread', 'stack'] as const) {
      const base = {
        of,
        seed: 3,
        settings: [{ form, deep: true, least: 2 }],
        aideEvery: 0,
        gradeEvery: 0,
        loose: false,
        shelves: 1,
      };
      const input = inputOf(base);
      const laid = tree({ ...input, aides: new Set(), along: of.map(() => 50), across: of.map(() => 20) });
      expect(laid.extent.along).toBe(50);
      expect(laid.depth.at(-1)).toBeGreaterThan(600_000);
    }
  });
});
