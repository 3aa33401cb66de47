/**
 * Measuring text from the font files themselves, kerning included, with no DOM: the same numbers in a worker and on
 * the server. A text is shaped once into advances per letter; any piece of it is then measured by subtraction.
 */
import { create, type Font } from 'fontkit';
import { type FaceId, standIn } from '../faces';
import type { Language } from '../languages';
import { remembered } from '../remember';
import { partsOf } from './hyphens';

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
}
export type Break = 'may' | 'must not' | 'may inside';

export interface Run {
  readonly face: FaceId;
  readonly text: string;
  /** Distance of the run's start from the line's start, in em. */
  readonly dx: number;
}

export interface Fonts {
  /** Letters and widths of a text at size 1; cached. The text is brought to Unicode normal form C first. */
  shape(text: string, face: FaceId): Shaped;
  /** Width in points of a text at a size in points. */
  width(text: string, face: FaceId, size: number): number;
  /** A line as runs of one face each: letters the face lacks come from its stand-in. */
  runs(text: string, face: FaceId): Run[];
  /** Letters that no shipped face has. */
  missing(text: string, face: FaceId): readonly string[];
  /** Parts that a word may be divided into, in the language of what is set. */
  parts(word: string): readonly string[];
  /** Height above and depth below the baseline, and height of capitals, in em. */
  metrics(face: FaceId): { ascent: number; descent: number; capHeight: number };
}

interface Meter {
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
function meter(font: Font): Meter {
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

const CACHE_LIMIT = 60_000;

/** Thrown where the bytes of a face are not at hand yet: whoever can fetch them does, and begins again. */
export class FaceMissing extends Error {
  constructor(readonly face: FaceId) {
    super(`the font ${face} is not loaded`);
  }
}

/**
 * Fonts from the bytes of shipped faces, each asked for when a text first needs it.
 * @param bytesOf the whole TrueType or WOFF file of a face
 */
export function createFonts(bytesOf: (face: FaceId) => Uint8Array): Fonts {
  const meters: Partial<Record<FaceId, Meter>> = {};
  const meterOf = (face: FaceId): Meter => {
    const known = meters[face];
    if (known) return known;
    const made = meter(create(bytesOf(face)));
    meters[face] = made;
    return made;
  };
  const cache: Partial<Record<FaceId, Map<string, Shaped>>> = {};

  const faceFor = (codePoint: number, face: FaceId): FaceId =>
    !meterOf(face).has(codePoint) && meterOf(standIn(face)).has(codePoint) ? standIn(face) : face;

  function shape(raw: string, face: FaceId): Shaped {
    const kept = cache[face] ?? new Map<string, Shaped>();
    cache[face] = kept;
    const known = kept.get(raw);
    if (known) return known;
    const text = raw.normalize('NFC');
    const offsets: number[] = [];
    const upTo = [0];
    const kernBefore: number[] = [];
    const letterFaces: FaceId[] = [];
    const breaks: Break[] = [];
    const stops: number[] = [];
    const missing = new Set<string>();
    let offset = 0;
    let total = 0;
    let [last, lastCode, beforeThat] = ['', 0, ''];
    // Only letters of one face are joined.
    let beforeFace: FaceId | undefined;
    let lastFace: FaceId | undefined;
    for (const letter of text) {
      const codePoint = letter.codePointAt(0)!;
      const own = faceFor(codePoint, face);
      const double = last === 'f' && beforeThat === 'f' && beforeFace === own;
      const kern =
        lastFace !== own
          ? 0
          : double
            ? meterOf(own).kernAfterDouble(codePoint)
            : meterOf(own).kern(lastCode, codePoint);
      total += kern + meterOf(own).advance(codePoint);
      const breaking = breakBefore(letter, last, beforeThat);
      if (breaking === 'may') stops.push(breaks.length);
      if (letter > ' ' && !meterOf(own).has(codePoint)) missing.add(letter);
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
    const shaped: Shaped = {
      text,
      offsets,
      upTo,
      kernBefore,
      faces: letterFaces,
      breaks,
      stops,
      missing: [...missing],
    };
    if (kept.size >= CACHE_LIMIT) kept.clear();
    kept.set(raw, shaped);
    return shaped;
  }

  /** Whether a face has all letters of a text: most texts need no stand-in, and then no shaping to know that. */
  function whole(text: string, face: FaceId): boolean {
    const { has } = meterOf(face);
    for (let i = 0; i < text.length; i++) {
      const codePoint = text.codePointAt(i)!;
      if (!has(codePoint)) return false;
      if (codePoint > 0xffff) i++;
    }
    return true;
  }

  return {
    shape,
    width: (text, face, size) => shape(text, face).upTo.at(-1)! * size,
    runs(text, face) {
      if (text !== '' && whole(text, face)) return [{ face, text, dx: 0 }];
      const shaped = shape(text, face);
      const runs: Run[] = [];
      let start = 0;
      for (let i = 1; i <= shaped.faces.length; i++) {
        if (i < shaped.faces.length && shaped.faces[i] === shaped.faces[start]) continue;
        runs.push({
          face: shaped.faces[start]!,
          text: shaped.text.slice(shaped.offsets[start], shaped.offsets[i]),
          dx: shaped.upTo[start]!,
        });
        start = i;
      }
      return runs;
    },
    missing: (text, face) => (whole(text, face) ? [] : shape(text, face).missing),
    parts: (word) => partsOf(word, 'en'),
    metrics: (face) => meterOf(face).metrics,
  };
}

const languages = remembered((_: Fonts) => new Map<Language, Fonts>());

/** The same fonts for words in another language: long ones are divided as it does. */
export function inLanguage(fonts: Fonts, language: Language | undefined): Fonts {
  if (language === undefined || language === 'en') return fonts;
  const own = languages(fonts);
  const known = own.get(language) ?? { ...fonts, parts: (word: string) => partsOf(word, language) };
  own.set(language, known);
  return known;
}
