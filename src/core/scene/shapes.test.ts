import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHAPES } from '../chart';
import { escapeXml } from '../xml';
import { boxAround, dashOf, isEven, outlines, padding, pathThrough, short, wordsArea } from './shapes';

const box = { x: 10, y: 20, width: 100, height: 40 };

/** Corners of an outline, its curves cut into short straight pieces. */
function flattened(d: string): [number, number][] {
  const points: [number, number][] = [];
  let [x, y] = [0, 0];
  for (const [, command = '', numbers = ''] of d.matchAll(/([A-Z])([^A-Z]*)/g)) {
    const n = numbers.trim().split(/[ ,]+/).filter(Boolean).map(Number);
    if (command === 'C') {
      const p = [x, y, ...n] as [number, number, number, number, number, number, number, number];
      for (let i = 1; i <= 24; i++) {
        const [t, u] = [i / 24, 1 - i / 24];
        const at = (k: 0 | 1) =>
          u ** 3 * p[k]! + 3 * u * u * t * p[k + 2]! + 3 * u * t * t * p[k + 4]! + t ** 3 * p[k + 6]!;
        points.push([at(0), at(1)]);
      }
      [x, y] = [p[6], p[7]];
      continue;
    }
    if (command === 'H') x = n[0]!;
    else if (command === 'V') y = n[0]!;
    else if (n.length >= 2) [x, y] = [n[0]!, n[1]!];
    if (command !== 'Z') points.push([x, y]);
  }
  return points;
}
/** Whether a point is in a polygon (crossings of a ray), or within a hundredth of its edge. */
function inside([px, py]: readonly [number, number], ring: readonly (readonly [number, number])[]): boolean {
  let odd = false;
  for (let i = 0; i < ring.length; i++) {
    const [[ax, ay], [bx, by]] = [ring[i]!, ring[(i + 1) % ring.length]!];
    const length = Math.hypot(bx - ax, by - ay) || 1;
    const along = Math.max(0, Math.min(1, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / length ** 2));
    if (Math.hypot(px - ax - along * (bx - ax), py - ay - along * (by - ay)) < 0.05) return true;
    if (ay > py !== by > py && px < ax + ((py - ay) * (bx - ax)) / (by - ay)) odd = !odd;
  }
  return odd;
}

describe.each(SHAPES)('the shape %s', (shape) => {
  it('is closed and keeps inside its box', () => {
    for (const d of outlines(shape, box)) {
      expect(d).toMatch(/^M.*Z$/);
      expect(d).not.toMatch(/NaN|undefined/);
      for (const [x, y] of flattened(d)) {
        expect(x >= box.x - 0.01 && x <= box.x + box.width + 0.01).toBe(true);
        expect(y >= box.y - 0.01 && y <= box.y + box.height + 0.01).toBe(true);
      }
    }
    for (const size of [0, 0.5, 3])
      expect(outlines(shape, { x: 0, y: 0, width: size, height: size }).join()).not.toMatch(/NaN/);
  });
  it('has room for its words in the box that is made for them, and in any larger one', () => {
    const extent = fc.double({ min: 8, max: 240, noNaN: true });
    const more = fc.double({ min: 0, max: 90, noNaN: true });
    fc.assert(
      fc.property(
        extent,
        extent,
        fc.integer({ min: 2, max: 20 }),
        more,
        more,
        (width, height, inner, wider, higher) => {
          const pad = padding(inner);
          const words = { width: width + 2 * pad.x, height: height + 2 * pad.y };
          const around = boxAround(shape, words);
          const grow = isEven(shape) ? [wider, wider] : [wider, higher];
          // Ends that point are longer the higher a box is: a box of a tier grows in height only as far as its widest does.
          const size = { width: around.width + grow[0]! + grow[1]!, height: around.height + grow[1]! };
          const area = wordsArea(shape, { x: 0, y: 0, ...size }, words.height);
          expect(area.width).toBeGreaterThan(words.width - 0.01);
          expect(area.height).toBeGreaterThan(words.height - 0.01);
          const ring = flattened(outlines(shape, { x: 0, y: 0, ...size })[0]!);
          const [left, top] = [area.x + pad.x, area.y + pad.y];
          for (const x of [left, left + area.width - 2 * pad.x])
            for (const y of [top, top + area.height - 2 * pad.y]) expect(inside([x, y], ring), `${x} ${y}`).toBe(true);
        },
      ),
      { numRuns: 150 },
    );
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
