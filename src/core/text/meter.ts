/** Widths of letters that stand side by side as they are, kerned by pairs, from the font file itself. */
import type { Font } from 'fontkit';

export interface Meter {
  has(codePoint: number): boolean;
  advance(codePoint: number): number;
  kern(left: number, right: number): number;
  /** The same after two letters f, which many fonts join with the next into one sign. */
  kernAfterDouble(right: number): number;
  metrics: { ascent: number; descent: number; capHeight: number };
}

/** Letters before this have tables of their own: they are nearly all that is written, and maps are slow for them. */
const TABLED = 0x3000;
/** Pairs of letters before this are kept under one small number. */
const PAIRED = 0x8000;

/** What is worked out of a code point, each once. */
function byLetter(work: (codePoint: number) => number): (codePoint: number) => number {
  const table = new Float64Array(TABLED).fill(Number.NaN);
  const others = new Map<number, number>();
  return (codePoint) => {
    const known = codePoint < TABLED ? table[codePoint]! : (others.get(codePoint) ?? Number.NaN);
    if (!Number.isNaN(known)) return known;
    const value = work(codePoint);
    if (codePoint < TABLED) table[codePoint] = value;
    else others.set(codePoint, value);
    return value;
  };
}

/** Widths in em of one font. Kerning of a pair is what laying out both letters together adds; each is asked for once. */
export function meter(font: Font): Meter {
  const em = font.unitsPerEm;
  const known = byLetter((codePoint) => (font.hasGlyphForCodePoint(codePoint) ? 1 : 0));
  const advance = byLetter((codePoint) => font.glyphForCodePoint(codePoint).advanceWidth / em);
  const pairs = new Map<number | string, number>();
  return {
    has: (codePoint) => known(codePoint) === 1,
    advance,
    kern(left, right) {
      const both = () => String.fromCodePoint(left, right);
      const key = left < PAIRED && right < PAIRED ? left * PAIRED + right : both();
      let kern = pairs.get(key);
      if (kern === undefined) {
        kern = font.layout(both()).advanceWidth / em - advance(left) - advance(right);
        pairs.set(key, kern);
      }
      return kern;
    },
    kernAfterDouble: byLetter(
      (right) =>
        (font.layout(`ff${String.fromCodePoint(right)}`).advanceWidth - font.layout('ff').advanceWidth) / em -
        advance(right),
    ),
    metrics: { ascent: font.ascent / em, descent: -font.descent / em, capHeight: font.capHeight / em },
  };
}
