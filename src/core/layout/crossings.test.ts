import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossingsOf } from './crossings';
import type { Point } from './point';

const line = (...points: Point[]) => points;

/** Every pair looked at, each crossing counted once. */
function counted(lines: readonly (readonly Point[])[]): number {
  const side = (a: Point, b: Point, p: Point) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
  const found = new Set<string>();
  for (const [i, one] of lines.entries())
    for (const other of lines.slice(i + 1)) {
      const [a, b, c, d] = [one[0]!, one[1]!, other[0]!, other[1]!];
      const [s, t, u, v] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
      if (!(s * t < 0 && u * v < 0)) continue;
      const share = u / (u - v);
      found.add(
        `${Math.round((a[0] + (b[0] - a[0]) * share) * 100)} ${Math.round((a[1] + (b[1] - a[1]) * share) * 100)}`,
      );
    }
  return found.size;
}

describe('lines that cross', () => {
  it('are counted where they cross, not where they meet or run along each other', () => {
    expect(crossingsOf([line([0, 0], [10, 10]), line([0, 10], [10, 0])])).toBe(1);
    expect(crossingsOf([line([0, 0], [10, 10]), line([10, 10], [20, 0])])).toBe(0);
    expect(crossingsOf([line([0, 0], [10, 0]), line([5, 0], [15, 0])])).toBe(0);
    expect(crossingsOf([line([0, 5], [10, 5]), line([5, 0], [5, 10], [8, 10], [8, 0])])).toBe(2);
  });
  it('are not counted within a bundle', () => {
    const lines = [line([0, 0], [10, 10]), line([0, 10], [10, 0])];
    expect(crossingsOf(lines, ['a', 'a'])).toBe(0);
    expect(crossingsOf(lines, ['a', 'b'])).toBe(1);
  });
  it('are as many as all pairs have', () => {
    const at = fc.integer({ min: 0, max: 60 });
    const point = fc.tuple(at, at) as fc.Arbitrary<Point>;
    fc.assert(
      fc.property(fc.array(fc.tuple(point, point), { maxLength: 14 }), (lines) => {
        expect(crossingsOf(lines)).toBe(counted(lines));
      }),
    );
  });
  it('are told up to a number where everything crosses everything', () => {
    // A fan of 900 lines over another: 810,000 crossings.
    const fan = (dx: number, dy: number) =>
      Array.from({ length: 900 }, (_, i) =>
        line([i * dx, i * dy], [i * dx + (1 - Math.sign(dx)) * 9e4, i * dy + (1 - Math.sign(dy)) * 9e4]),
      );
    const found = crossingsOf([...fan(0, 100), ...fan(100, 0)]);
    expect(found).toBeGreaterThan(1_000);
    expect(found).toBeLessThanOrEqual(100_000);
  });
});
