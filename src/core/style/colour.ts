/** Colour arithmetic that styling needs; conversions come from the colour package. */
import { converter, formatHex, modeOklab, modeOklch, modeRgb, useMode as register } from 'culori/fn';
import { rememberedText } from '../remember';

register(modeRgb);
register(modeOklch);
register(modeOklab);
const toRgb = converter('rgb');
const toLab = converter('oklab');

/** Colours of which an answer is kept: a chart has few, and each is asked about for every item. */
const MOST_COLOURS = 4_096;

/**
 * Relative luminance of `#rrggbb`, 0 to 1.
 * Source: WCAG 2.2, "relative luminance", https://www.w3.org/TR/WCAG22/#dfn-relative-luminance
 */
export const luminance = rememberedText((colour: string): number => {
  const rgb = toRgb(colour);
  const linear = (channel: number) => (channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4);
  return rgb ? 0.2126 * linear(rgb.r) + 0.7152 * linear(rgb.g) + 0.0722 * linear(rgb.b) : 0;
}, MOST_COLOURS);

/** Contrast ratio of two colours, 1 to 21. Source: WCAG 2.2, "contrast ratio". */
export function contrast(a: string, b: string): number {
  const [one, other] = [luminance(a), luminance(b)];
  return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
}

/** Least contrast of text in normal size. Source: WCAG 2.2, success criterion 1.4.3 (AA). */
export const LEAST_CONTRAST = 4.5;

/** The one of two inks that reads better on a fill; black or white where neither reaches the least contrast. */
export function readable(fill: string, dark = '#20302a', light = '#ffffff'): string {
  const best = contrast(fill, dark) >= contrast(fill, light) ? dark : light;
  if (contrast(fill, best) >= LEAST_CONTRAST) return best;
  return contrast(fill, '#000000') >= contrast(fill, '#ffffff') ? '#000000' : '#ffffff';
}

/** `#rrggbb` from lightness 0 to 1, chroma and hue in degrees of the OKLCH space, brought into sRGB by clipping. */
export const oklch = (l: number, c: number, h: number): string => formatHex({ mode: 'oklch', l, c, h });

/** A colour some part of the way from one to another, in OKLab, so that equal steps look equal. */
export function between(low: string, high: string, part: number): string {
  const [a, b] = [toLab(low), toLab(high)];
  if (!a || !b) return low;
  const mixed = (x: number, y: number) => x + (y - x) * part;
  return formatHex({ mode: 'oklab', l: mixed(a.l, b.l), a: mixed(a.a, b.a), b: mixed(a.b, b.b) });
}

const intoOklch = converter('oklch');
/** Lightness 0 to 1, chroma and hue in degrees of a colour; greys have the hue 0. */
export function toOklch(colour: string): { l: number; c: number; h: number } {
  const { l, c, h = 0 } = intoOklch(colour) ?? { l: 0.5, c: 0 };
  return { l, c, h };
}

/** An angle that keeps turning to hues as far as can be from those before, in degrees. */
export const GOLDEN_ANGLE = 137.508;

/** A darker neighbour of a colour, for an edge round a fill; a lighter one where `by` is below 0. */
export const darker = (colour: string, by: number): string => darkened(`${by} ${colour}`);
const darkened = rememberedText((of: string): string => {
  const at = of.indexOf(' ');
  const { l, c, h } = toOklch(of.slice(at + 1));
  return oklch(Math.min(1, Math.max(0, l - Number(of.slice(0, at)))), c, h);
}, MOST_COLOURS);
