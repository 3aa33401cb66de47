/**
 * The regions of n sets (2^n - 1 of them: J. Venn 1880), the overlap of two circles by the closed formula (E. Weisstein,
 * "Circle-circle intersection", MathWorld, equation 14), and counts by inclusion and exclusion as textbooks of discrete
 * mathematics set them (K. Rosen, "Discrete Mathematics and Its Applications", section on inclusion-exclusion; numbers
 * from memory).
 */
import { describe, expect, it } from 'vitest';
import { areaOf, regionsOf, vennShapes } from '../../src/core/kinds/venn/shapes';
import { draw } from '../support/kinds';

describe('regions of the constructions', () => {
  it.each([1, 2, 3, 4, 5])('of %i sets are all there, each in one piece that can be seen', (sets) => {
    const shapes = vennShapes(sets);
    const regions = regionsOf(shapes);
    expect([...regions.keys()].sort((a, b) => a - b)).toEqual(Array.from({ length: 2 ** sets - 1 }, (_, i) => i + 1));
    for (const parts of regions.values()) {
      expect(parts.length).toBe(1);
      expect(parts[0]!.free).toBeGreaterThan(0.05);
    }
  });

  it('together cover the shapes: the areas of those in a shape add up to it', () => {
    for (const sets of [2, 3, 4, 5]) {
      const regions = regionsOf(vennShapes(sets));
      for (const [i, { a, b }] of vennShapes(sets).entries()) {
        let sum = 0;
        for (const [region, parts] of regions)
          if ((region >> i) & 1) for (const { polygon } of parts) sum += areaOf(polygon);
        // Corners on an ellipse enclose a little less than the ellipse.
        expect(sum / (Math.PI * a * b)).toBeGreaterThan(0.997);
        expect(sum / (Math.PI * a * b)).toBeLessThan(1);
      }
    }
  });

  it('the overlap of two circles has the area of the closed formula', () => {
    const [one, two] = vennShapes(2);
    const d = Math.hypot(one!.x - two!.x, one!.y - two!.y);
    const [r, R] = [one!.a, two!.a];
    const formula =
      r * r * Math.acos((d * d + r * r - R * R) / (2 * d * r)) +
      R * R * Math.acos((d * d + R * R - r * r) / (2 * d * R)) -
      0.5 * Math.sqrt((-d + r + R) * (d + r - R) * (d - r + R) * (d + r + R));
    const overlap = regionsOf(vennShapes(2)).get(3)![0]!;
    expect(areaOf(overlap.polygon) / formula).toBeCloseTo(1, 2);
  });
});

describe('counts by inclusion and exclusion', () => {
  const solution = (list: string) => draw('venn', list).figures['solution'] as Record<string, unknown>;

  it('of languages: 2092 = 1232 + 879 + 114 - 103 - 23 - 14 + all three, so 7 take all three', () => {
    const found = solution(`at least one: 2092
Spanish: 1232
French: 879
Russian: 114
Spanish and French: 103
Spanish and Russian: 23
French and Russian: 14
all three: ?`);
    expect(found['status']).toBe('unique');
    expect(found['asked']).toEqual([{ line: 'all three', count: 7 }]);
  });

  it('of 1000 integers: divisible by 7 or 11 are 142 + 90 - 12 = 220', () => {
    expect(solution('7: 142\n11: 90\n7 and 11: 12\n7 or 11: ?')['asked']).toEqual([{ line: '7 or 11', count: 220 }]);
  });

  it('of two sets in a whole: the overlap lies between a + b - all and the smaller', () => {
    expect(solution('in all: 100\nTea: 70\nCoffee: 60\nTea and Coffee: ?')['asked']).toEqual([
      { line: 'Tea and Coffee', least: 30, most: 60 },
    ]);
  });

  it('that contradict are named, and only those', () => {
    const found = solution('in all: 100\nTea: 70\nCoffee: 60\nCocoa: 5\nTea and Coffee: 20');
    expect(found['status']).toBe('contradiction');
    expect((found['clash'] as string[]).sort()).toEqual(['Coffee', 'Tea', 'Tea and Coffee', 'in all']);
  });
});
