import { describe, expect, it } from 'vitest';
import { defaultPage } from '../chart';
import { fitToPage, paperPoints } from './page';

describe('fitting a page', () => {
  it('scales down to fit, keeps margins, never blows up', () => {
    const wide = fitToPage({ width: 2_000, height: 300 }, 40, defaultPage);
    expect(wide.x).toBeCloseTo(defaultPage.margin, 6);
    expect(wide.x + 2_000 * wide.scale).toBeCloseTo(wide.width - defaultPage.margin, 6);
    expect(wide.y).toBeGreaterThanOrEqual(defaultPage.margin + 40);
    expect(fitToPage({ width: 10, height: 10 }, 0, defaultPage).scale).toBe(1);
  });
  it('is as large as the picture where that is asked for', () => {
    expect(fitToPage({ width: 500, height: 200 }, 30, { ...defaultPage, size: 'picture', margin: 10 })).toEqual({
      width: 520,
      height: 250,
      scale: 1,
      x: 10,
      y: 40,
    });
    expect(paperPoints({ size: 'picture', orientation: 'portrait' })).toBeUndefined();
  });
});
