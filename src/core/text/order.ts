/** The order in which letters of both directions stand in a line: UAX #9, by a package that passes its conformance tests. */
import bidiFactory from 'bidi-js';
import { LEFTWARD_BLOCKS } from '../languages';
import { once } from '../remember';

const bidi = once(bidiFactory);

/** Letters that are written from right to left, or what says so; texts without need no ordering. */
const MAYBE_RTL = new RegExp(`[${LEFTWARD_BLOCKS}\\u200f\\u202b\\u202e\\u2067\\ufeff]`, 'u');

export const isOrdered = (text: string): boolean => MAYBE_RTL.test(text);

/** Whether a paragraph runs from right to left: by its first letter that has a direction (P2, P3). */
export const runsLeft = (text: string): boolean =>
  MAYBE_RTL.test(text) && (bidi().getEmbeddingLevels(text, 'auto').paragraphs[0]?.level ?? 0) % 2 === 1;

/**
 * Embedding level of each UTF-16 unit of a line: odd ones run from right to left.
 * @param rtl the direction of the paragraph; by its letters where absent
 */
export function levelsOf(text: string, rtl: boolean | undefined): Uint8Array {
  return bidi().getEmbeddingLevels(text, rtl === undefined ? 'auto' : rtl ? 'rtl' : 'ltr').levels;
}

/** Things with levels in the order in which they are seen (L2). */
export function inSight<T extends { readonly level: number }>(things: readonly T[]): T[] {
  const seen = [...things];
  const most = seen.reduce((high, { level }) => Math.max(high, level), 0);
  for (let level = most; level > 0; level--)
    for (let from = 0; from < seen.length; from++) {
      if (seen[from]!.level < level) continue;
      let to = from;
      while (to + 1 < seen.length && seen[to + 1]!.level >= level) to++;
      seen.splice(from, to - from + 1, ...seen.slice(from, to + 1).reverse());
      from = to;
    }
  return seen;
}

/** A sign as it is seen in words that run from right to left: brackets open the other way (L4). */
export const mirrored = (letter: string): string => bidi().getMirroredCharacter(letter) ?? letter;
