/** A text shaped once: its letters with their widths, the faces that they stand in, and where lines of it may end. */
import { type FaceId, standIn } from '../faces';
import { breaksOf } from './breaks';
import type { Item } from './itemise';
import type { Meter } from './meter';
import { runsLeft } from './order';

/** A text's letters (grapheme parts) with their widths at size 1. */
export interface Shaped {
  readonly text: string;
  /** Text offset at which letter i starts, plus the end: length n + 1. */
  readonly offsets: readonly number[];
  /** Width of the first i letters, in em: length n + 1. */
  readonly upTo: readonly number[];
  /** Kerning between letters i - 1 and i, in em; not wanted where a line starts at i. Length n. */
  readonly kernBefore: readonly number[];
  /** The face each letter is drawn with. */
  readonly faces: readonly FaceId[];
  /** Whether a line may end before letter i, must not (it belongs to the letter before), or may where it must. */
  readonly breaks: readonly Break[];
  /** The letters before which a line may end without need, and the end. */
  readonly stops: readonly number[];
  /** Letters that no shipped face has. */
  readonly missing: readonly string[];
  /** Where a line of it reaches further up or down than lines of its face do: so far, in em. */
  readonly reach?: Reach;
  /** It runs from right to left. */
  readonly rtl?: true;
}
export interface Reach {
  readonly above: number;
  readonly below: number;
}
export type Break = 'may' | 'must not' | 'may inside';

export interface Run {
  readonly face: FaceId;
  readonly text: string;
  /** Distance of the run's left end from the line's, in em. */
  readonly dx: number;
  /** It runs from right to left. */
  readonly rtl?: true;
  /** Its signs are those of the shaper. */
  readonly shaped?: true;
}

/** Marks, joiners and variation selectors begin here; asking a pattern about every letter of plain text is slow. */
const FIRST_MARK = 0x300;
const HYPHENS = new Set('-‐–—/');

/** Whether a line may end between two letters, given the one before them. */
function breakBefore(letter: string, before: string, beforeThat: string): Break {
  if (letter.codePointAt(0)! >= FIRST_MARK && /\p{M}|\u200d|\ufe0f/u.test(letter)) return 'must not';
  if (letter === ' ') return 'may inside';
  if (before === ' ') return 'may';
  return beforeThat !== '' && beforeThat !== ' ' && HYPHENS.has(before) ? 'may' : 'may inside';
}

/** Whether a letter is of a word that a font lacks a letter of: such a word stands in another font as a whole. */
function lackingWords(text: string, has: (codePoint: number) => boolean): ((offset: number) => boolean) | undefined {
  let lacking: Set<number> | undefined;
  let from = 0;
  for (const word of text.split(' ')) {
    const to = from + word.length;
    if ([...word].some((letter) => !has(letter.codePointAt(0)!))) {
      lacking ??= new Set();
      for (let at = from; at < to; at++) lacking.add(at);
    }
    from = to + 1;
  }
  return lacking && ((offset) => lacking.has(offset));
}

/** Letters that stand side by side as they are, one direction, one font and its stand-in. */
export function shapedPlainly(text: string, face: FaceId, meterOf: (face: FaceId) => Meter): Shaped {
  const offsets: number[] = [];
  const upTo = [0];
  const kernBefore: number[] = [];
  const letterFaces: FaceId[] = [];
  const breaks: Break[] = [];
  const stops: number[] = [];
  let offset = 0;
  let total = 0;
  let [last, lastCode, beforeThat] = ['', 0, ''];
  // Only letters of one face are joined.
  let beforeFace: FaceId | undefined;
  let lastFace: FaceId | undefined;
  const lacks = lackingWords(text, (codePoint) => meterOf(face).has(codePoint));
  for (const letter of text) {
    const codePoint = letter.codePointAt(0)!;
    const isIn = (own: FaceId) => meterOf(own).has(codePoint);
    const own = (lacks?.(offset) && isIn(standIn(face))) || !isIn(face) ? standIn(face) : face;
    const double = last === 'f' && beforeThat === 'f' && beforeFace === own;
    const kern =
      lastFace !== own ? 0 : double ? meterOf(own).kernAfterDouble(codePoint) : meterOf(own).kern(lastCode, codePoint);
    total += kern + meterOf(own).advance(codePoint);
    const breaking = breakBefore(letter, last, beforeThat);
    if (breaking === 'may') stops.push(breaks.length);
    offsets.push(offset);
    upTo.push(total);
    kernBefore.push(kern);
    letterFaces.push(own);
    breaks.push(breaking);
    offset += letter.length;
    [last, lastCode, beforeThat, beforeFace, lastFace] = [letter, codePoint, last, lastFace, own];
  }
  offsets.push(offset);
  stops.push(breaks.length);
  return { text, offsets, upTo, kernBefore, faces: letterFaces, breaks, stops, missing: [] };
}

/** Runs of fonts and directions put together to letters. */
export function shapedInItems(text: string, items: readonly Item[], base: Reach): Shaped {
  const breaksAt = breaksOf(text);
  const offsets: number[] = [];
  const upTo = [0];
  const faces: FaceId[] = [];
  const breaks: Break[] = [];
  const stops: number[] = [];
  let [offset, total] = [0, 0];
  let [above, below] = [base.above, base.below];
  for (const item of items) {
    above = Math.max(above, item.above);
    below = Math.max(below, item.below);
    for (const [i, letter] of item.letters.entries()) {
      const breaking = breaksAt.has(offset) ? 'may' : 'may inside';
      if (breaking === 'may') stops.push(breaks.length);
      breaks.push(breaking);
      offsets.push(offset);
      faces.push(item.face);
      total += item.widths[i]!;
      upTo.push(total);
      offset += letter.length;
    }
  }
  offsets.push(offset);
  stops.push(breaks.length);
  const missing = [...new Set(items.flatMap((item) => (item.missing ? item.letters : [])))];
  return {
    text,
    offsets,
    upTo,
    kernBefore: faces.map(() => 0),
    faces,
    breaks,
    stops,
    missing,
    ...((above > base.above || below > base.below) && { reach: { above, below } }),
    ...(runsLeft(text) && { rtl: true as const }),
  };
}

/** A text of plain letters as runs of one face each. */
export function runsByFace(shaped: Shaped): Run[] {
  const runs: Run[] = [];
  let start = 0;
  for (let i = 1; i <= shaped.faces.length; i++) {
    if (i < shaped.faces.length && shaped.faces[i] === shaped.faces[start]) continue;
    // Not every program keeps a space that words begin with.
    while (start < i - 1 && shaped.text[shaped.offsets[start]!] === ' ') start++;
    runs.push({
      face: shaped.faces[start]!,
      text: shaped.text.slice(shaped.offsets[start], shaped.offsets[i]),
      dx: shaped.upTo[start]!,
    });
    start = i;
  }
  return runs;
}
