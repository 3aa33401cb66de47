/**
 * The script that letters belong to (UAX #24, by the data of Unicode 16), as far as fonts of its own ship for it. The same
 * in every browser and on the server, whose own data differ by version.
 */
import { once } from '../remember';
import { SCRIPT_RANGES } from './script-ranges';

export type Script = keyof typeof SCRIPT_RANGES;

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
  readonly first: number;
  readonly last: number;
  readonly script: Script;
}

const inOrder = once((): readonly Range[] =>
  (Object.keys(SCRIPT_RANGES) as Script[])
    .flatMap((script) => {
      const ends: readonly number[] = SCRIPT_RANGES[script];
      return ends.flatMap((first, i) => (i % 2 === 0 ? { first, last: ends[i + 1]!, script } : []));
    })
    .sort((a, b) => a.first - b.first),
);

/** The script of a code point; undefined for those of all scripts, and of scripts without a font of their own. */
export function scriptOf(codePoint: number): Script | undefined {
  const ranges = inOrder();
  let [low, high] = [0, ranges.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    const { first, last, script } = ranges[middle]!;
    if (codePoint < first) high = middle - 1;
    else if (codePoint > last) low = middle + 1;
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
