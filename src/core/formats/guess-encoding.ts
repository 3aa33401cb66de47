/**
 * The encoding of a text that does not declare one, by what its letters would be: for each encoding and language the
 * likelihood of the letters beyond ASCII (naive Bayes over single letters, common practice), and against it what no language
 * writes: signs inside a word, a capital after a small letter, bytes without a meaning.
 */
import { SINGLE } from './encodings';
import { LETTERS_OF } from './language-letters';
import { decodeOld } from './old-encodings';

const GROUP_OF: Readonly<Record<string, string>> = {
  Polish: 'central',
  Czech: 'central',
  Slovak: 'central',
  Hungarian: 'central',
  Romanian: 'central',
  'Croatian and Slovene': 'central',
  Turkish: 'turkish',
  Lithuanian: 'baltic',
  Latvian: 'baltic',
  Russian: 'cyrillic',
  Ukrainian: 'cyrillic',
  Bulgarian: 'cyrillic',
  Serbian: 'cyrillic',
  Greek: 'greek',
  Hebrew: 'hebrew',
  Arabic: 'arabic',
  Thai: 'thai',
};
/** Languages that are also written in the encodings of others. */
const ALSO: Readonly<Record<string, readonly string[]>> = { central: ['German'], baltic: ['Estonian'] };

/** Natural logarithms of likelihoods. */
const COST = {
  unknown: -11,
  foreign: -14,
  sign: -9,
  punctuation: -6,
  none: -22,
  capital: -1,
  inWord: -7,
  case: -7,
  mixed: -9,
  common: -7.4,
  rare: -11.5,
  kana: -5,
  hangul: -6.9,
};
/** Encodings of two bytes a letter, with how likely their letters are: those of the first level of each standard, and kana. */
const DOUBLE: readonly { readonly label: string; readonly costOf: (lead: number, trail: number) => number }[] = [
  {
    label: 'shift_jis',
    costOf: (lead, trail) =>
      (lead === 0x82 && trail >= 0x9f) || (lead === 0x83 && trail <= 0x96)
        ? COST.kana
        : (lead >= 0x88 && lead < 0x98) || (lead === 0x98 && trail <= 0x72) || (lead === 0x81 && trail <= 0x5b)
          ? COST.common
          : COST.rare,
  },
  {
    label: 'euc-jp',
    costOf: (lead, trail) =>
      trail < 0xa1
        ? COST.rare
        : lead === 0xa4 || lead === 0xa5
          ? COST.kana
          : lead >= 0xb0 && lead <= 0xcf
            ? COST.common
            : COST.rare,
  },
  {
    label: 'euc-kr',
    costOf: (lead, trail) => (trail >= 0xa1 && lead >= 0xb0 && lead <= 0xc8 ? COST.hangul : COST.rare),
  },
  {
    label: 'gb18030',
    costOf: (lead, trail) => (trail >= 0xa1 && lead >= 0xb0 && lead <= 0xd7 ? COST.common : COST.rare),
  },
  { label: 'big5', costOf: (lead) => (lead >= 0xa4 && lead <= 0xc6 ? COST.common : COST.rare) },
];

/** The most bytes that are looked at. */
const LOOKED_AT = 8_000;
/** What speaks for the encoding that is used most, where a letter or two say little. */
const USUAL = 5;
/** Letters of one byte and of two that are this unlikely, on average, are of no language; a few tell nothing. */
const SENSELESS = { single: -7, double: -9.5, least: 6 };

const models = Object.entries(LETTERS_OF).map(([language, text]) => ({
  language,
  group: GROUP_OF[language] ?? 'western',
  costs: new Map(
    text.split(' ').map((entry): [string, number] => {
      const [letter = ''] = entry;
      return [letter, Math.log(Number(entry.slice(letter.length)) / 10_000)];
    }),
  ),
}));

/** Lines with bytes beyond ASCII, as many as are looked at. */
function telling(bytes: Uint8Array): Uint8Array {
  const out: number[] = [];
  let start = 0;
  let odd = false;
  for (let i = 0; i <= bytes.length && out.length < LOOKED_AT; i++) {
    if (i < bytes.length && bytes[i] !== 10 && bytes[i] !== 13) {
      if (bytes[i]! > 127) odd = true;
      if (i - start < LOOKED_AT) continue;
    }
    if (odd) for (let at = start; at < i; at++) out.push(bytes[at]!);
    if (odd) out.push(10);
    start = i + 1;
    odd = false;
  }
  return Uint8Array.from(out);
}

const decoder = (label: string, fatal = false) => new TextDecoder(label, { fatal });
/** @throws where an encoding is not known */
export const inEncoding = (bytes: Uint8Array, label: string): string =>
  decodeOld(bytes, label) ?? decoder(label).decode(bytes);

const LETTER = /\p{L}|\p{M}/u;
const PUNCTUATION = /[‘’‚“”„«»–—…·°§€£©®¡¿\u00a0]/;
const LATIN = /\p{Script=Latin}/u;
const PLAIN = /[A-Za-z]/;
const isSmall = (letter: string) => letter !== letter.toUpperCase();
const isCapital = (letter: string) => letter !== letter.toLowerCase();

/** What is against a text whatever its language, and its letters by how often each comes; once for all languages. */
function facts(text: string): { readonly cost: number; readonly letters: ReadonlyMap<string, number> } {
  let cost = 0;
  const letters = new Map<string, number>();
  const all = [...text];
  for (const [i, letter] of all.entries()) {
    const odd = letter > '\u007f';
    const before = all[i - 1] ?? ' ';
    const after = all[i + 1] ?? ' ';
    const between = LETTER.test(before) && LETTER.test(after);
    if (!odd) {
      // A capital of the plain letters after a small one that is not: a word that was read wrong.
      if (before > '\u007f' && isCapital(letter) && isSmall(before) && LETTER.test(before)) cost += COST.case;
      continue;
    }
    if (!LETTER.test(letter)) {
      cost += /[\u0080-\u009f\ufffd\ue000-\uf8ff]/.test(letter)
        ? COST.none
        : PUNCTUATION.test(letter)
          ? COST.punctuation
          : COST.sign;
      if (between && letter !== '’' && letter !== '·') cost += COST.inWord;
      continue;
    }
    // No word is of two scripts.
    if (!LATIN.test(letter) && (PLAIN.test(before) || PLAIN.test(after))) cost += COST.mixed;
    if (isCapital(letter)) {
      cost += COST.capital;
      if (LETTER.test(before) && isSmall(before)) cost += COST.case;
    }
    const small = letter.toLowerCase();
    // The small letter alone, without the dot that a Turkish capital keeps.
    const key = letter === 'İ' ? 'i' : small;
    letters.set(key, (letters.get(key) ?? 0) + 1);
  }
  return { cost, letters };
}

/** Greek, Cyrillic and the like: a letter of another script is no letter of the language. */
const scriptOf = (letter: string) =>
  /\p{Script=Latin}/u.test(letter)
    ? 'western'
    : /\p{Script=Cyrillic}/u.test(letter)
      ? 'cyrillic'
      : /\p{Script=Greek}/u.test(letter)
        ? 'greek'
        : /\p{Script=Hebrew}/u.test(letter)
          ? 'hebrew'
          : /\p{Script=Arabic}/u.test(letter)
            ? 'arabic'
            : /\p{Script=Thai}/u.test(letter)
              ? 'thai'
              : 'other';
const scriptOfGroup = (group: string) => (['central', 'turkish', 'baltic'].includes(group) ? 'western' : group);

export interface Guess {
  readonly encoding: string;
  /** The language whose letters these most likely are; undefined where they make no sense in any. */
  readonly language: string | undefined;
}

const LANGUAGE_OF: Readonly<Record<string, string>> = {
  shift_jis: 'Japanese',
  'euc-jp': 'Japanese',
  'euc-kr': 'Korean',
  gb18030: 'Chinese',
  big5: 'Chinese',
};

/** Two bytes a letter: undefined where the bytes are none of that encoding. */
function doubleCost(
  sample: Uint8Array,
  { label, costOf }: (typeof DOUBLE)[number],
): { cost: number; letters: number } | undefined {
  try {
    decoder(label, true).decode(sample);
  } catch {
    return undefined;
  }
  let cost = 0;
  let letters = 0;
  // Where the letter before ends: its second byte may be one of ASCII.
  let end = 0;
  for (let i = 0; i < sample.length; i++) {
    const lead = sample[i]!;
    if (lead < 128) continue;
    letters++;
    if (i > end && isPlainLetter(sample[i - 1]!)) cost += COST.mixed;
    // Kana of half a width stand alone.
    if (label === 'shift_jis' && lead >= 0xa1 && lead <= 0xdf) {
      cost += COST.rare;
      end = i + 1;
      continue;
    }
    cost += costOf(lead, sample[i + 1] ?? 0);
    i++;
    end = i + 1;
  }
  return { cost, letters };
}
const isPlainLetter = (byte: number) => (byte >= 65 && byte <= 90) || (byte >= 97 && byte <= 122);

/** The encoding that bytes most likely are in. @param bytes not good UTF-8 */
export function guessEncoding(bytes: Uint8Array): Guess {
  const sample = telling(bytes);
  const odd = sample.reduce((sum, byte) => sum + (byte > 127 ? 1 : 0), 0);
  let best: { encoding: string; language: string; cost: number; least: number } | undefined;
  const take = (encoding: string, language: string, sum: number, least = odd * SENSELESS.single) => {
    const cost = encoding === 'windows-1252' ? sum + USUAL : sum;
    if (!best || cost > best.cost) best = { encoding, language, cost, least };
  };
  for (const [group, labels] of Object.entries(SINGLE)) {
    const own = models.filter((model) => model.group === group || ALSO[group]?.includes(model.language));
    for (const label of labels) {
      const { cost, letters } = facts(inEncoding(sample, label));
      for (const { language, costs } of own) {
        let sum = cost;
        for (const [letter, count] of letters)
          sum +=
            count * (costs.get(letter) ?? (scriptOf(letter) === scriptOfGroup(group) ? COST.unknown : COST.foreign));
        take(label, language, sum);
      }
    }
  }
  for (const double of DOUBLE) {
    const found = doubleCost(sample, double);
    if (found) take(double.label, LANGUAGE_OF[double.label]!, found.cost, found.letters * SENSELESS.double);
  }
  return best && (odd < SENSELESS.least || best.cost > best.least)
    ? { encoding: best.encoding, language: best.language }
    : { encoding: 'windows-1252', language: undefined };
}
