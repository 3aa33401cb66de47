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
import { drawnOf } from './drawn';
import { partsOf } from './hyphens';
import { type Han, hanOf, type Item, isPlain, itemised, type Sources } from './itemise';
import { type Meter, meter } from './meter';
import { inSight, runsLeft } from './order';
import { scriptOf } from './scripts';
import { type Run, runsByFace, type Shaped, shapedInItems, shapedPlainly } from './shaped';
import { type Glyph, shaperOf } from './shaper';

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
