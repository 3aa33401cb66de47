/** Colour arithmetic against published figures. */

import { differenceCiede2000 } from 'culori';
import { describe, expect, it } from 'vitest';
import { contrast, difference, oklch, seenAs } from '../../src/core/style';

describe('contrast', () => {
  // WCAG 2.2, definition of contrast ratio and success criterion 1.4.3; #767676 on white is its well-known least grey
  // (common practice), #777777 just fails.
  it('is that of WCAG 2.2', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 9);
    expect(contrast('#ffffff', '#767676')).toBeGreaterThanOrEqual(4.5);
    expect(contrast('#ffffff', '#777777')).toBeLessThan(4.5);
    // sRGB red, green and blue have the luminances 0.2126, 0.7152 and 0.0722 by definition.
    expect(contrast('#ff0000', '#000000')).toBeCloseTo((0.2126 + 0.05) / 0.05, 6);
    expect(contrast('#00ff00', '#000000')).toBeCloseTo((0.7152 + 0.05) / 0.05, 6);
    expect(contrast('#0000ff', '#000000')).toBeCloseTo((0.0722 + 0.05) / 0.05, 6);
  });
});

/**
 * Test pairs of G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 color-difference formula: Implementation notes,
 * supplementary test data, and mathematical observations", Color Research and Application 30(1), 2005, table 1. Values
 * from memory.
 */
const PAIRS = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1],
  [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
] as const;

describe('the difference of colours', () => {
  it.each(PAIRS)('of %f %f %f and %f %f %f', (l, a, b, m, c, d, expected) => {
    const given = differenceCiede2000()({ mode: 'lab65', l, a, b }, { mode: 'lab65', l: m, a: c, b: d });
    expect(given).toBeCloseTo(expected, 4);
  });
  it('of black and white is 100, of a colour and itself 0', () => {
    expect(difference('#000000', '#ffffff')).toBeCloseTo(100, 3);
    expect(difference('#5c2a4d', '#5c2a4d')).toBe(0);
  });
});

describe('colours seen otherwise', () => {
  // Machado et al. 2009, matrices of full severity (table in their supplement; values from memory), in linear RGB.
  const linear = (hex: string) =>
    [1, 3, 5].map((at) => {
      const value = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
      return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
    });
  it.each([
    ['without red cones', [0.152286, 0.114503, -0.003882]],
    ['without green cones', [0.367322, 0.280085, -0.01182]],
    ['without blue cones', [1.255528, -0.078411, 0.004733]],
  ] as const)('%s: pure red', (vision, column) => {
    const seen = linear(seenAs('#ff0000', vision));
    for (const [i, value] of column.entries())
      expect(Math.abs(seen[i]! - Math.max(0, Math.min(1, value)))).toBeLessThan(0.005);
  });
  it('leaves white, greys and black as they are', () => {
    for (const vision of ['without red cones', 'without green cones', 'without blue cones', 'in grey'] as const)
      for (const grey of ['#ffffff', '#808080', '#000000']) expect(seenAs(grey, vision)).toBe(grey);
  });
});

describe('OKLCH', () => {
  // B. Ottosson, "A perceptual color space for image processing", 2020: white has lightness 1, sRGB red
  // L 0.628, C 0.2577, h 29.23 (values from memory, as in CSS Color 4's examples).
  it('gives sRGB', () => {
    expect(oklch(1, 0, 0)).toBe('#ffffff');
    expect(oklch(0, 0, 0)).toBe('#000000');
    expect(oklch(0.62796, 0.25768, 29.234)).toBe('#ff0000');
    expect(oklch(0.86644, 0.29483, 142.495)).toBe('#00ff00');
    expect(oklch(0.45201, 0.31321, 264.052)).toBe('#0000ff');
  });
});
