import { describe, expect, it } from 'vitest';
import { houseFor } from '../style';
import { patternMarks } from './pattern';

describe('patterns on the paper', () => {
  it.each(['dots', 'squares', 'stripes', 'waves'] as const)('%s stay on the page, of any size', (pattern) => {
    for (const [width, height] of [
      [842, 595],
      [595, 842],
      [100, 77],
      [201.3, 59.9],
    ] as const)
      for (const mark of patternMarks(pattern, { width, height }, houseFor({ house: 'fernhouse' }))) {
        if (mark.type !== 'path') throw new Error('not a path');
        const points = [...mark.d.matchAll(/[MLQT](-?[\d.]+) (-?[\d.]+)(?: (-?[\d.]+) (-?[\d.]+))?/g)];
        expect(points.length).toBeGreaterThan(0);
        for (const [, ...numbers] of points)
          for (const [i, text] of numbers.entries()) {
            if (text === undefined) continue;
            expect(Number(text)).toBeGreaterThanOrEqual(0);
            expect(Number(text)).toBeLessThanOrEqual((i % 2 === 0 ? width : height) + 0.01);
          }
      }
  });
});
