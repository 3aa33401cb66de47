/** The colours of a house style from one colour that is given, such as that of an organisation's sign. */
import { oklch, toOklch } from './colour';
import type { HouseColours } from './house';
import { leastApart } from './vision';

/** Least difference of neighbouring tiers that is aimed at (CIEDE2000), for everybody and in grey. */
const AIM = 7;
/** Lightness (OKLCH) of the third and fourth tier. */
const PALE = { some: 0.84, most: 0.96 };
/** Colours stronger than this, taken pale, would no longer be tints. */
const TINT = 0.075;

/**
 * The first tier has the colour itself; the second one of a hue nearby, as light or dark as it must be to be told from its
 * neighbours by everybody; the third and fourth are tints, and so are all that follow.
 */
export function coloursFrom(brand: string): HouseColours {
  const { l, c, h } = toOklch(brand);
  const chroma = Math.min(c, 0.16);
  const tint = Math.min(chroma, TINT);
  // A colour that is a tint itself is followed by the palest, so that the third tier is not taken for the first.
  const pale = l > 0.7 && l < 0.91;
  const third = pale ? oklch(PALE.most, tint / 2, h) : oklch(PALE.some, tint, h);
  const fourth = pale ? oklch(PALE.some, tint, h + 40) : oklch(PALE.most, tint / 2, h + 40);
  let second = brand;
  let most = -1;
  for (let light = 0.3; light <= 0.72; light += 0.02) {
    const tried = oklch(light, Math.min(chroma, 0.1), h + 30);
    const { least } = leastApart([brand, tried, third])!;
    if (least > most) {
      most = least;
      second = tried;
    }
    if (least >= AIM && Math.abs(light - l) > 0.1) break;
  }
  return {
    variant: 'Own colour',
    sheet: oklch(0.993, 0.004, h),
    ink: '#20302a',
    quietInk: '#5b625a',
    line: '#6b7168',
    fills: [brand, second, third, fourth],
    deeper: { lights: [0.93, 0.86], chroma: Math.min(0.05, Math.max(chroma, 0.02)), hue: h + 80 },
  };
}
