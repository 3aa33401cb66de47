import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { classicalScaling, leastStress, majorized, movedApart, type StressPair, stepsFrom, stressOf } from './stress';

const point = fc.tuple(
  fc.double({ min: -500, max: 500, noNaN: true }),
  fc.double({ min: -500, max: 500, noNaN: true }),
);
const extent = fc.record({ width: fc.integer({ min: 1, max: 160 }), height: fc.integer({ min: 1, max: 80 }) });
/** All pairs of a cycle of n, a step as long as `length`. */
function cycle(n: number, length: number): StressPair[] {
  const next = Array.from({ length: n }, (_, i) => [(i + 1) % n, (i + n - 1) % n]);
  return next.flatMap((_, a) =>
    stepsFrom(a, next).flatMap((steps, b) =>
      b > a ? [{ a, b, distance: steps! * length, weight: 1 / (steps! * length) ** 2 }] : [],
    ),
  );
}

describe('places by stress', () => {
  it('counts steps, and none where there is no way', () => {
    expect(stepsFrom(0, [[1], [0, 2], [1], [4], [3]])).toEqual([0, 1, 2, undefined, undefined]);
  });
  it('never ends with more stress than it began with', () => {
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 3, maxLength: 14 }),
        fc.integer({ min: 10, max: 200 }),
        (start, length) => {
          const wanted = cycle(start.length, length);
          expect(stressOf(majorized(start, wanted), wanted)).toBeLessThanOrEqual(stressOf(start, wanted) + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('draws two at their distance, and three at one distance as a triangle of equal sides', () => {
    const far = (a: readonly number[], b: readonly number[]) => Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!);
    const [a, b] = leastStress(
      [
        [0, 0],
        [1, 0],
      ],
      [{ a: 0, b: 1, distance: 90, weight: 1 }],
    );
    expect(far(a!, b!)).toBeCloseTo(90, 3);
    const [p, q, r] = leastStress(
      [
        [0, 0],
        [1, 0],
        [0.2, 1],
      ],
      cycle(3, 50),
    );
    for (const side of [far(p!, q!), far(q!, r!), far(r!, p!)]) expect(side).toBeCloseTo(50, 0);
  });
  it('scales a square back from its distances, however it lies', () => {
    const corners = [
      [0, 0],
      [40, 0],
      [40, 40],
      [0, 40],
    ] as const;
    const pairs = corners.flatMap((one, a) =>
      corners.flatMap((other, b) =>
        b > a ? [{ a, b, distance: Math.hypot(one[0] - other[0], one[1] - other[1]), weight: 1 }] : [],
      ),
    );
    expect(stressOf(classicalScaling(4, pairs), pairs)).toBeLessThan(1e-3);
  });
});

describe('boxes moved off each other', () => {
  it('stand apart by the gap at least, unless two stood on one point', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(fc.integer({ min: -200, max: 200 }), fc.integer({ min: -200, max: 200 })), {
          minLength: 2,
          maxLength: 25,
          selector: ([x, y]) => `${x} ${y}`,
        }),
        fc.array(extent, { minLength: 25, maxLength: 25 }),
        fc.integer({ min: 0, max: 30 }),
        (start, sizes, gap) => {
          const at = movedApart(start, sizes, gap);
          for (let a = 0; a < at.length; a++)
            for (let b = a + 1; b < at.length; b++) {
              const across = Math.abs(at[a]![0] - at[b]![0]) - (sizes[a]!.width + sizes[b]!.width) / 2;
              const up = Math.abs(at[a]![1] - at[b]![1]) - (sizes[a]!.height + sizes[b]!.height) / 2;
              expect(Math.max(across, up)).toBeGreaterThanOrEqual(gap - 1e-4);
            }
        },
      ),
      { numRuns: 80 },
    );
  });
  it('stay where they are if they are free', () => {
    const at = [
      [0, 0],
      [100, 0],
      [0, 100],
    ] as const;
    expect(movedApart(at, Array(3).fill({ width: 40, height: 20 }), 10)).toEqual(at);
  });
});
