import { describe, expect, it } from 'vitest';
import { defaultPage, type Page } from '../chart';
import { fitToPage, paperPoints } from './page';

const BARE = { header: 0, footer: 0 };

describe('fitting a page', () => {
  it('scales down to fit, keeps margins, enlarges a small picture a little on paper and more on slides', () => {
    const wide = fitToPage({ width: 2_000, height: 300 }, { header: 40, footer: 0 }, defaultPage);
    expect(wide.x).toBeCloseTo(defaultPage.margin, 6);
    expect(wide.x + 2_000 * wide.scale).toBeCloseTo(wide.width - defaultPage.margin, 6);
    expect(wide.y).toBeGreaterThanOrEqual(defaultPage.margin + 40);
    const tiny = (page: Partial<Page>) => fitToPage({ width: 10, height: 10 }, BARE, { ...defaultPage, ...page }).scale;
    expect(tiny({})).toBeCloseTo(1.33, 6);
    expect(tiny({ size: 'A1' })).toBeGreaterThan(tiny({}));
    expect(tiny({ size: 'Slide 16:9' })).toBeGreaterThan(tiny({ size: 'A1' }));
    expect(tiny({ wanted: 5 })).toBe(1);
  });
  it('is as large as the picture where that is asked for', () => {
    expect(
      fitToPage(
        { width: 500, height: 200 },
        { header: 30, footer: 12 },
        { ...defaultPage, size: 'picture', margin: 10 },
      ),
    ).toEqual({ width: 520, height: 262, scale: 1, x: 10, y: 40 });
    expect(paperPoints({ size: 'picture', orientation: 'portrait' })).toBeUndefined();
  });
  it('keeps clear of what stands at the foot', () => {
    const tall = fitToPage({ width: 10, height: 5_000 }, { header: 40, footer: 30 }, defaultPage);
    expect(tall.y + 5_000 * tall.scale).toBeCloseTo(tall.height - defaultPage.margin - 30, 6);
  });
  it('places a small picture in the middle, at the top or a little above the middle', () => {
    const own = { ...defaultPage, wanted: 5 };
    const y = (place?: 'middle' | 'top') =>
      fitToPage({ width: 100, height: 100 }, BARE, { ...own, ...(place && { place }) }).y;
    const { height } = paperPoints(defaultPage)!;
    expect(y('middle')).toBeCloseTo((height - 100) / 2, 6);
    expect(y('top')).toBeCloseTo(defaultPage.margin, 6);
    expect(y()).toBeGreaterThan(y('top'));
    expect(y()).toBeLessThan(y('middle'));
  });
  it('takes its own size as it lies, and a wall as one large sheet', () => {
    const own = { ...defaultPage, size: 'own' as const, width: 300, height: 700 };
    expect(paperPoints(own)).toEqual({ width: 300, height: 700 });
    expect(paperPoints({ ...own, orientation: 'portrait' })).toEqual({ width: 300, height: 700 });
    const one = paperPoints(defaultPage)!;
    const wall = fitToPage({ width: 10_000, height: 10 }, BARE, {
      ...defaultPage,
      over: 'wall',
      wall: { across: 3, down: 1 },
      overlap: 20,
    });
    const part = one.width - 2 * defaultPage.margin;
    expect(wall.width).toBeCloseTo(3 * part - 2 * 20 + 2 * defaultPage.margin, 6);
    expect(wall.height).toBeCloseTo(one.height, 6);
  });
});
