import { describe, expect, it } from 'vitest';
import { SHAPES } from '../chart';
import { dashOf, outlines, padding, pathThrough, short } from './shapes';
import { escapeXml } from './svg';

const box = { x: 10, y: 20, width: 100, height: 40 };

describe.each(SHAPES)('the shape %s', (shape) => {
  const paths = outlines(shape, box);
  it('is closed and keeps inside its box', () => {
    for (const d of paths) {
      expect(d).toMatch(/^M.*Z$/);
      expect(d).not.toMatch(/NaN|undefined/);
      // Coordinates in the order of the path; H and V carry one of the two.
      for (const [, command = '', numbers = ''] of d.matchAll(/([A-Z])([^A-Z]*)/g)) {
        const values = numbers.trim().split(/[ ,]+/).filter(Boolean).map(Number);
        const xs = command === 'H' ? values : command === 'V' ? [] : values.filter((_, i) => i % 2 === 0);
        const ys = command === 'V' ? values : command === 'H' ? [] : values.filter((_, i) => i % 2 === 1);
        for (const x of xs) expect(x >= box.x && x <= box.x + box.width).toBe(true);
        for (const y of ys) expect(y >= box.y && y <= box.y + box.height).toBe(true);
      }
    }
  });
  it('leaves room for words, and can be drawn in any size', () => {
    expect(padding(shape, 7).x).toBeGreaterThan(8);
    expect(padding(shape, 0).y).toBeGreaterThanOrEqual(0);
    for (const size of [0, 0.5, 3])
      expect(outlines(shape, { x: 0, y: 0, width: size, height: size }).join()).not.toMatch(/NaN|-\d/);
  });
});

describe('paths', () => {
  it('have three decimals at the most', () => {
    expect(short(1 / 3)).toBe('0.333');
    expect(short(-0.00001)).toBe('0');
    expect(
      pathThrough(
        [
          [0, 0],
          [1.23456, 2],
        ],
        false,
      ),
    ).toBe('M0 0L1.235 2');
    expect(
      pathThrough(
        [
          [0, 0],
          [0, 1],
          [2, 1],
          [2, 2],
        ],
        true,
      ),
    ).toBe('M0 0C0 1 2 1 2 2');
  });
  it('are dashed in proportion to their width', () => {
    expect(dashOf('solid', 2)).toBeUndefined();
    expect(dashOf('dashed', 2)).toEqual([6, 4]);
    expect(dashOf('dotted', 1)).toEqual([1, 1.8]);
  });
});

it('text is made safe for XML', () => {
  expect(escapeXml('a<b>&"\u0000\u001f\ufffe é')).toBe('a&lt;b&gt;&amp;&quot; é');
});
