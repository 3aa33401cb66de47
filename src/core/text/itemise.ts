/**
 * A text as runs of one font and one direction each: itemised by script (UAX #24), ordered by UAX #9, shaped where letters
 * depend on each other. Letters here are what a reader counts as one (UAX #29).
 */
import { splitGraphemes } from 'unicode-segmenter/grapheme';
import { type FaceId, isLarge, isScriptFace, type ScriptFont, scriptFace, standIn } from '../faces';
import { codeOf } from './drawn';
import type { Meter } from './meter';
import { isOrdered, levelsOf, mirrored } from './order';
import { isShaped, type Script, scriptOf } from './scripts';
import type { Shaper } from './shaper';

/** Fonts for signs that languages share and write differently. */
export const HANS = ['sc', 'tc', 'jp', 'kr'] as const;
export type Han = (typeof HANS)[number];

/** Whose signs a text of several languages has: kana are Japanese, Hangul is Korean. */
export function hanOf(texts: Iterable<string>): Han | undefined {
  let found: Han | undefined;
  for (const text of texts) {
    if (/[\u3040-\u30ff]/.test(text)) return 'jp';
    if (/[\u1100-\u11ff\u3130-\u318f\uac00-\ud7af]/.test(text)) found = 'kr';
  }
  return found;
}

/** Letters that each have their own sign, all in one direction: nearly all texts that are in an alphabet. */
const OTHERS =
  /[^\u0020-\u02ff\u0370-\u0482\u048a-\u052f\u1d00-\u1dbf\u1e00-\u1fff\u2010-\u2027\u2030-\u205e\u2070-\u20bf\u2100-\u214f\u2150-\u218f]/;
export const isPlain = (text: string): boolean => !OTHERS.test(text);

/** What is known of faces; each may not be here yet, which is thrown. */
export interface Sources {
  meter(face: FaceId, letters: string): Meter;
  shaper(face: FaceId, letters: string): Shaper;
  readonly han: Han;
}

export interface Item {
  readonly face: FaceId;
  readonly text: string;
  /** What is drawn in place of letters that no font has: their code points. */
  readonly shown?: string;
  readonly script: Script | undefined;
  /** Its glyphs are the shaper's. */
  readonly shaped: boolean;
  readonly level: number;
  /** Letters of it and the width of each, in em. */
  readonly letters: readonly string[];
  readonly widths: readonly number[];
  /** How far its ink reaches above and below the baseline, in em. */
  readonly above: number;
  readonly below: number;
  readonly missing: boolean;
}

const FONT_OF: Readonly<Partial<Record<Script, ScriptFont>>> = {
  arabic: 'arabic',
  armenian: 'armenian',
  bengali: 'bengali',
  devanagari: 'devanagari',
  ethiopic: 'ethiopic',
  georgian: 'georgian',
  gujarati: 'gujarati',
  gurmukhi: 'gurmukhi',
  hebrew: 'hebrew',
  kannada: 'kannada',
  khmer: 'khmer',
  lao: 'lao',
  malayalam: 'malayalam',
  myanmar: 'myanmar',
  sinhala: 'sinhala',
  tamil: 'tamil',
  telugu: 'telugu',
  thai: 'thai',
  hangul: 'kr',
  hiragana: 'jp',
  katakana: 'jp',
};
const EMOJI = /\p{Extended_Pictographic}|[\u{1f1e6}-\u{1f1ff}]|\ufe0f|\u20e3/u;
/** Signs that choose a form and show nothing themselves. */
const IGNORED = /\u200c|\u200d|[\ufe00-\ufe0f\u{e0020}-\u{e007f}]/gu;
const WIDE_SIGNS = /[\u2e80-\u303f\u3200-\u33ff\ufe30-\ufe4f\uff00-\uffef]/;
/** Signs that join with their neighbours: marks, joiners, parts of flags, colours of skin, forms of emoji. */
const MARKED = /\p{M}|\u200c|\u200d|\ufe0f|[\u{1f1e6}-\u{1f1ff}\u{1f3fb}-\u{1f3ff}\u{e0020}-\u{e007f}]/u;

/** Fonts in which a letter may be found, the likeliest first. */
function* fontsFor(letter: string, script: Script | undefined, face: FaceId, han: Han): Generator<FaceId> {
  const own = script === 'han' || script === 'bopomofo' ? han : script && FONT_OF[script];
  if (own) {
    yield scriptFace(own, face);
    if (script === 'han') for (const other of HANS) if (other !== han) yield scriptFace(other, face);
    return;
  }
  const emoji = EMOJI.test(letter);
  if (emoji && /\ufe0f|\p{Emoji_Presentation}/u.test(letter)) yield scriptFace('emoji', face);
  yield face;
  yield standIn(face);
  if (script !== undefined) return;
  if (WIDE_SIGNS.test(letter)) yield scriptFace(han, face);
  yield scriptFace('symbols', face);
  yield scriptFace('math', face);
  yield scriptFace('symbols2', face);
  if (emoji) yield scriptFace('emoji', face);
}

interface Letter {
  readonly text: string;
  readonly script: Script | undefined;
  readonly face: FaceId | undefined;
  readonly level: number;
}

/** Words that nobody writes as a name: letters for private use have no sign that all agree on. */
const PRIVATE = /\p{Co}/u;

/** @param rtl the direction of the paragraph; by its letters where absent */
export function itemised(text: string, face: FaceId, sources: Sources, rtl?: boolean): Item[] {
  const graphemes = [...splitGraphemes(text)];
  const levels = isOrdered(text) ? levelsOf(text, rtl) : undefined;
  const has = (own: FaceId, letter: string) => {
    const bare = letter.replace(IGNORED, '') || letter;
    // Of a large font all letters are asked for at once.
    const meter = sources.meter(own, isLarge(own) ? text : '');
    return [...bare].every((sign) => meter.has(sign.codePointAt(0)!));
  };
  const scripts = graphemes.map((letter) => scriptOf(letter.codePointAt(0)!));
  let offset = 0;
  const letters = graphemes.map((letter, i): Letter => {
    const level = levels?.[offset] ?? 0;
    offset += letter.length;
    const found = PRIVATE.test(letter)
      ? undefined
      : firstWith(fontsFor(letter, scripts[i], face, sources.han), (own) => has(own, letter));
    return { text: letter, script: scripts[i], face: found, level };
  });
  // A word whose font lacks one of its letters stands in another as a whole.
  const other = standIn(face);
  for (let from = 0; from < letters.length; ) {
    let to = from;
    while (to < letters.length && letters[to]!.text !== ' ') to++;
    const word = letters.slice(from, to);
    if (word.some((letter) => letter.face === other))
      for (const [i, letter] of word.entries())
        if (letter.face === face && has(other, letter.text)) letters[from + i] = { ...letter, face: other };
    from = to + 1;
  }
  // Signs of all scripts between letters of one go with them, so that its words stay together.
  for (const [i, letter] of letters.entries()) {
    const before = letters[i - 1];
    if (letter.script !== undefined) continue;
    // What begins a word and no other font has goes with what follows.
    const following = letters[i + 1];
    if (
      letter.face !== face &&
      letter.face !== other &&
      !before?.script &&
      following?.face &&
      has(following.face, letter.text)
    ) {
      letters[i] = { ...letter, face: following.face, script: following.script, level: following.level };
      continue;
    }
    if (!before?.script || !before.face || before.face === letter.face) continue;
    let next = i;
    while (next < letters.length && letters[next]!.script === undefined) next++;
    const after = letters[next];
    // At the end of its words too where the font of all else lacks them.
    if (letter.face === face || letter.face === other) {
      if (after?.face !== before.face || after.level !== before.level) continue;
    }
    if (letters.slice(i, next).every(({ text: own, level }) => level === before.level && has(before.face!, own)))
      for (let at = i; at < next; at++) letters[at] = { ...letters[at]!, face: before.face, script: before.script };
  }
  const items: Item[] = [];
  for (let from = 0; from < letters.length; ) {
    const first = letters[from]!;
    let to = from + 1;
    const alike = (one: Letter) =>
      one.face === first.face &&
      one.level === first.level &&
      isShaped(one.script) === isShaped(first.script) &&
      (!isShaped(one.script) || one.script === first.script);
    while (to < letters.length && alike(letters[to]!)) to++;
    items.push(measured(letters.slice(from, to), face, sources));
    from = to;
  }
  return items;
}

function firstWith<T>(of: Iterable<T>, is: (one: T) => boolean): T | undefined {
  for (const one of of) if (is(one)) return one;
  return undefined;
}

/** Ink of letters without marks, in em. */
const MOST_ABOVE = 0.9;
const MOST_BELOW = 0.24;

function measured(letters: readonly Letter[], base: FaceId, sources: Sources): Item {
  const { face: own, script, level } = letters[0]!;
  const text = letters.map((letter) => letter.text).join('');
  const face = own ?? base;
  const parts = letters.map((letter) => letter.text);
  const common = { face, text, script, level, letters: parts };
  const reach = sources.meter(face, text).metrics;
  // Fonts of scripts leave room for marks that stand on each other: letters without any need less.
  const [tall, deep] = isScriptFace(face) ? [MOST_ABOVE, MOST_BELOW] : [reach.ascent, reach.descent];
  const edges = { above: Math.min(reach.ascent, tall), below: Math.min(reach.descent, deep) };
  if (own === undefined) {
    // Never nothing: what no font has is drawn as its code point.
    const codes = parts.map((letter) => `[${[...letter].map((sign) => codeOf(sign).slice(2)).join(' ')}]`);
    const widths = codes.map((code) => plainWidths([...code], sources.meter(face, code)).reduce((a, b) => a + b, 0));
    return {
      ...common,
      shown: codes.join(''),
      level: level % 2 ? level + 1 : level,
      shaped: false,
      widths,
      ...edges,
      missing: true,
    };
  }
  if (!isShaped(script) && !MARKED.test(text)) {
    const meter = sources.meter(face, text);
    const seen = level % 2 === 1 ? parts.map(mirrored) : parts;
    return { ...common, shaped: level % 2 === 1, widths: plainWidths(seen, meter), ...edges, missing: false };
  }
  const shaper = sources.shaper(face, text);
  const glyphs = shaper.glyphs(text, script, level % 2 === 1);
  const widths = parts.map(() => 0);
  /** Which letter each offset belongs to. */
  const letterAt: number[] = [];
  for (const [i, part] of parts.entries()) for (let k = 0; k < part.length; k++) letterAt.push(i);
  const starts = [...new Set(glyphs.map(({ at }) => letterAt[at]!))].sort((a, b) => a - b);
  let [above, below] = [0, 0];
  for (const { id, at, advance, dy } of glyphs) {
    // Several letters that share a sign share its width.
    const first = letterAt[at]!;
    const next = starts[starts.indexOf(first) + 1] ?? parts.length;
    for (let i = first; i < next; i++) widths[i] = widths[i]! + advance / (next - first);
    const ink = shaper.reach(id);
    above = Math.max(above, ink.above + dy);
    below = Math.max(below, ink.below - dy);
  }
  return { ...common, shaped: true, widths, above, below, missing: false };
}

/** Widths of letters that each have their own sign, kerned with the one before. */
function plainWidths(letters: readonly string[], meter: Meter): number[] {
  let last = 0;
  return letters.map((letter) =>
    [...letter.replace(IGNORED, '')].reduce((sum, sign) => {
      const codePoint = sign.codePointAt(0)!;
      const width = meter.advance(codePoint) + (last === 0 ? 0 : meter.kern(last, codePoint));
      last = codePoint;
      return sum + width;
    }, 0),
  );
}
