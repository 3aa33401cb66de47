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

/** Dots less coloured than this, or nearly black or white, say nothing of the colour of a sign. */
const LEAST_CHROMA = 0.04;
const LIGHTS = [0.12, 0.97] as const;
/** Hues are counted in so many parts of the circle. */
const PARTS = 24;

/**
 * The colour that a picture such as a sign has most of: of its coloured dots, the mean of those of the commonest hue, each
 * counting by how strong its colour is. Of a picture without colour the mean of all dots.
 * @param rgba four bytes a dot: red, green, blue, and how solid it is
 * @returns undefined where nothing is solid
 */
export function colourOfPicture(rgba: ArrayLike<number>): string | undefined {
  const parts = Array.from({ length: PARTS }, () => ({ weight: 0, l: 0, c: 0, x: 0, y: 0 }));
  const all = { count: 0, r: 0, g: 0, b: 0 };
  const hex = (...bytes: readonly number[]) =>
    `#${bytes.map((byte) => Math.round(byte).toString(16).padStart(2, '0')).join('')}`;
  const known = new Map<number, ReturnType<typeof toOklch>>();
  for (let i = 0; i + 3 < rgba.length; i += 4) {
    const [r, g, b, solid] = [rgba[i]!, rgba[i + 1]!, rgba[i + 2]!, rgba[i + 3]!];
    if (solid < 128) continue;
    all.count++;
    all.r += r;
    all.g += g;
    all.b += b;
    const key = (r << 16) | (g << 8) | b;
    const colour = known.get(key) ?? toOklch(hex(r, g, b));
    known.set(key, colour);
    const { l, c, h } = colour;
    if (c < LEAST_CHROMA || l < LIGHTS[0] || l > LIGHTS[1]) continue;
    const turn = (h * Math.PI) / 180;
    const part = parts[Math.floor((((h % 360) + 360) % 360) / (360 / PARTS))]!;
    part.weight += c;
    part.l += l * c;
    part.c += c * c;
    part.x += Math.cos(turn) * c;
    part.y += Math.sin(turn) * c;
  }
  if (all.count === 0) return undefined;
  const best = parts.reduce((most, part) => (part.weight > most.weight ? part : most));
  if (best.weight === 0) return hex(all.r / all.count, all.g / all.count, all.b / all.count);
  return oklch(best.l / best.weight, best.c / best.weight, (Math.atan2(best.y, best.x) * 180) / Math.PI);
}
