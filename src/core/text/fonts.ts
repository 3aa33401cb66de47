/**
 * Measuring text from the font files themselves, with no DOM: the same numbers in a worker and on the server. A text is
 * shaped once into advances per letter; any piece of it is then measured by subtraction. Plain letters are measured by
 * their widths and pairs; what depends on its neighbours, stands in another font, or runs from right to left, by runs (see
 * `itemise.ts`).
 */
import { create } from 'fontkit';
import { type FaceId, isLarge, standIn } from '../faces';
import type { Language } from '../languages';
import { remembered } from '../remember';
import { breaksOf } from './breaks';
import { drawnOf } from './drawn';
import { partsOf } from './hyphens';
import { type Han, hanOf, type Item, isPlain, itemised, type Sources } from './itemise';
import { type Meter, meter } from './meter';
import { inSight, runsLeft } from './order';
import { scriptOf } from './scripts';
import { type Glyph, shaperOf } from './shaper';

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

/** Signs of a run as a shaper gives them, for those who draw without a browser. */
export interface DrawnGlyphs {
  readonly glyphs: readonly Glyph[];
  /** Outline of one in em, y down. */
  outline(id: number): string;
}

export interface Fonts {
  /** Letters and widths of a text at size 1; cached. The text is brought to Unicode normal form C first. */
  shape(text: string, face: FaceId): Shaped;
  /** Width in points of a text at a size in points. */
  width(text: string, face: FaceId, size: number): number;
  /**
   * A line as runs of one face and direction each, from left to right: letters the face lacks come from others.
   * @param rtl the direction of the paragraph it is a line of; by its own letters where absent
   */
  runs(text: string, face: FaceId, rtl?: boolean): Run[];
  /** The signs of a run. */
  glyphs(run: Pick<Run, 'text' | 'face' | 'rtl'>): DrawnGlyphs;
  /** Width of the widest part of a text that no line is to end in, at a size. */
  longest(text: string, face: FaceId, size: number): number;
  /** Letters that no shipped face has. */
  missing(text: string, face: FaceId): readonly string[];
  /** Parts that a word may be divided into, in the language of what is set. */
  parts(word: string): readonly string[];
  /** Height above and depth below the baseline, and height of capitals, in em. */
  metrics(face: FaceId): { ascent: number; descent: number; capHeight: number };
  /** The same for a text whose common signs are written as in one language. */
  withHan(han: Han): Fonts;
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
  constructor(
    readonly face: FaceId,
    /** Of a large font these are wanted. */
    readonly letters = '',
  ) {
    super(`the font ${face} is not loaded`);
  }
}

/** What is made of the bytes of a face, anew where they are others. */
function madeOf<T>(bytesOf: BytesOf, make: (bytes: Uint8Array) => T): (face: FaceId, letters: string) => T {
  const known: Partial<Record<FaceId, { readonly bytes: Uint8Array; readonly made: T }>> = {};
  return (face, letters) => {
    const before = known[face];
    if (before && !isLarge(face)) return before.made;
    const bytes = bytesOf(face, letters);
    if (before?.bytes === bytes) return before.made;
    const made = make(bytes);
    known[face] = { bytes, made };
    return made;
  };
}

/** The TrueType or WOFF file of a face; of a large one at least the letters that are wanted. */
export type BytesOf = (face: FaceId, letters: string) => Uint8Array;

/** Fonts from the bytes of shipped faces, each asked for when a text first needs it. */
export function createFonts(bytesOf: BytesOf): Fonts {
  const meterOf = madeOf(bytesOf, (bytes) => meter(create(bytes)));
  const shaper = madeOf(bytesOf, shaperOf);
  const byHan = new Map<Han, Fonts>();
  const withHan = (han: Han): Fonts => {
    const known = byHan.get(han) ?? fontsFrom({ meter: meterOf, shaper, han }, withHan);
    byHan.set(han, known);
    return known;
  };
  return withHan('sc');
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
function shapedPlainly(text: string, face: FaceId, meterOf: (face: FaceId) => Meter): Shaped {
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
function shapedInItems(text: string, items: readonly Item[], base: Reach): Shaped {
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

/** Letters of words without spaces that stay together, such as those of a name, about. */
const TOGETHER = 4;

function fontsFrom(sources: Sources, withHan: (han: Han) => Fonts): Fonts {
  const meterOf = (face: FaceId): Meter => sources.meter(face, '');
  const cache: Partial<Record<FaceId, Map<string, Shaped>>> = {};

  const items = new Map<string, readonly Item[]>();
  /** A text itemised, once for measuring and for drawing. */
  function itemsOf(text: string, face: FaceId, rtl?: boolean): readonly Item[] {
    // Most paragraphs run as their letters do.
    const said = rtl === undefined || rtl === runsLeft(text) ? '' : rtl ? 'rtl' : 'ltr';
    const key = `${face} ${said} ${text}`;
    const known = items.get(key);
    if (known) return known;
    const made = itemised(text, face, sources, said === '' ? undefined : rtl);
    if (items.size >= CACHE_LIMIT) items.clear();
    items.set(key, made);
    return made;
  }

  /** Whether a face, or another, has each letter of a plain text: most texts need no more, and no shaping to know it. */
  function hasAll(text: string, face: FaceId, other?: FaceId): boolean {
    if (!isPlain(text)) return false;
    const { has } = meterOf(face);
    for (let i = 0; i < text.length; i++) {
      const codePoint = text.charCodeAt(i);
      if (!has(codePoint) && !(other && meterOf(other).has(codePoint))) return false;
    }
    return true;
  }
  const isAllPlain = (text: string, face: FaceId) => hasAll(text, face, standIn(face));

  function shape(raw: string, face: FaceId): Shaped {
    const kept = cache[face] ?? new Map<string, Shaped>();
    cache[face] = kept;
    const known = kept.get(raw);
    if (known) return known;
    const text = drawnOf(raw);
    const { ascent, descent } = meterOf(face).metrics;
    const shaped = isAllPlain(text, face)
      ? shapedPlainly(text, face, meterOf)
      : shapedInItems(text, itemsOf(text, face), { above: ascent, below: descent });
    if (kept.size >= CACHE_LIMIT) kept.clear();
    kept.set(raw, shaped);
    return shaped;
  }

  function runs(raw: string, face: FaceId, rtl?: boolean): Run[] {
    if (raw !== '' && hasAll(raw, face)) return [{ face, text: raw, dx: 0 }];
    const text = drawnOf(raw);
    if (isAllPlain(text, face)) return runsByFace(shape(text, face));
    let dx = 0;
    return inSight(itemsOf(text, face, rtl)).map((item): Run => {
      const shown = item.shown ?? item.text;
      // Not every program keeps a space that words begin with.
      const bare = item.level % 2 === 0 ? shown.trimStart() : shown;
      const before = item.widths.slice(0, shown.length - bare.length).reduce((sum, width) => sum + width, 0);
      const run: Run = {
        face: item.face,
        text: bare === '' ? shown : bare,
        dx: bare === '' ? dx : dx + before,
        ...(item.level % 2 === 1 && { rtl: true }),
        ...(item.shaped && { shaped: true }),
      };
      dx += item.widths.reduce((sum, width) => sum + width, 0);
      return run;
    });
  }

  return {
    shape,
    width: (text, face, size) => shape(text, face).upTo.at(-1)! * size,
    runs,
    glyphs({ text, face, rtl = false }) {
      const shaper = sources.shaper(face, text);
      const script = [...text].map((letter) => scriptOf(letter.codePointAt(0)!)).find((found) => found !== undefined);
      return { glyphs: shaper.glyphs(text, script, rtl), outline: shaper.outline };
    },
    longest(text, face, size) {
      const { text: drawn, stops, upTo } = shape(text, face);
      if (isAllPlain(drawn, face)) return upTo.at(-1)! * size;
      let [most, from] = [0, 0];
      for (const stop of stops) {
        most = Math.max(most, upTo[stop]! - upTo[from]!);
        from = stop;
      }
      return Math.max(most, Math.min(upTo.at(-1)!, TOGETHER)) * size;
    },
    missing: (text, face) => (hasAll(text, face) ? [] : shape(text, face).missing),
    parts: (word) => partsOf(word, 'en'),
    metrics: (face) => meterOf(face).metrics,
    withHan,
  };
}

function runsByFace(shaped: Shaped): Run[] {
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

const languages = remembered((_: Fonts) => new Map<Language, Fonts>());

/** Languages whose signs are written in a way of their own. */
const HAN_OF: Readonly<Partial<Record<Language, Han>>> = { zh: 'sc', 'zh-Hant': 'tc', ja: 'jp', ko: 'kr' };

/**
 * The same fonts for words in another language: long ones are divided as it does.
 * @param words of a chart in no such language: whose common signs these are is told by them
 */
export function inLanguage(
  fonts: Fonts,
  language: Language | undefined,
  words: () => Iterable<string> = () => [],
): Fonts {
  const han = (language && HAN_OF[language]) ?? hanOf(words()) ?? 'sc';
  const base = fonts.withHan(han);
  if (language === undefined || language === 'en') return base;
  const own = languages(base);
  const known = own.get(language) ?? { ...base, parts: (word: string) => partsOf(word, language) };
  own.set(language, known);
  return known;
}
