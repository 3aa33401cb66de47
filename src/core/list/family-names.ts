/** Names of people taken apart: what is the family's, what is one's own, and the particles between them. */
import type { NameOrder } from '../languages';
import { rememberedText } from '../remember';
import { folded } from './words';

/** Titles and marks of rank before or after a name (common practice), folded. */
export const TITLES: ReadonlySet<string> = new Set(
  'dr prof professor mr mrs ms mx miss sir dame rev revd fr herr frau m mme mlle ing dipl mag hon phd msc bsc ma ba mba md jr sr'.split(
    ' ',
  ),
);
export const isTitle = (word: string): boolean => TITLES.has(folded(word).replace(/[.,]/g, ''));

export interface NameParts {
  readonly given: string;
  readonly family: string;
  /** Words before the family name that are written small: "van der", "de la", "bin". */
  readonly particles: string;
}

const isSmall = (word: string) => /^\p{Ll}/u.test(word);
const wordsIn = (text: string) => text.split(/\s+/).filter((word) => word !== '');
const withoutTitles = (words: readonly string[]) => {
  const bare = words.filter((word) => !isTitle(word));
  return bare.length > 0 ? bare : [...words];
};

/** The words of a family name, and those before it that are written small. */
function splitParticles(words: readonly string[]): { particles: string[]; family: string[] } {
  const first = words.findIndex((word) => !isSmall(word));
  const from = first < 0 ? Math.max(0, words.length - 1) : first;
  return { particles: words.slice(0, from), family: words.slice(from) };
}

/**
 * A name's parts. A comma tells them apart whatever the order ("Marrable, Piet"); without one the last word is the family
 * name, or the first where it stands first. Titles and what stands in brackets are no part of a name.
 */
export function nameParts(name: string, order: NameOrder): NameParts {
  const plain = name.replace(/\([^()]*\)/g, ' ');
  const comma = plain.indexOf(',');
  const [before, after] = [wordsIn(plain.slice(0, Math.max(0, comma))), wordsIn(plain.slice(comma + 1))];
  let own: readonly string[];
  let family: readonly string[];
  if (comma >= 0 && before.length > 0 && after.some((word) => !isTitle(word))) {
    own = withoutTitles(after);
    family = withoutTitles(before);
    // "Veld, Jan van der": the particles may be left behind.
    const last = own.findLastIndex((word) => !isSmall(word)) + 1;
    if (last > 0) [own, family] = [own.slice(0, last), [...own.slice(last), ...family]];
  } else {
    const words = withoutTitles(wordsIn(plain.replaceAll(',', ' ')));
    let from = words.length - 1;
    if (order === 'given-first') {
      while (from > 1 && isSmall(words[from - 1]!)) from--;
      [own, family] = [words.slice(0, from), words.slice(from)];
    } else {
      const to = words.findIndex((word) => !isSmall(word)) + 1 || words.length;
      [family, own] = [words.slice(0, to), words.slice(to)];
    }
  }
  const parts = splitParticles(family);
  return { given: own.join(' '), family: parts.family.join(' '), particles: parts.particles.join(' ') };
}

/**
 * The order of names by family name, given names, then particles. Particles that are written small do not count before
 * that, those that are written large do (common practice of indexes: "van der Veld" under V of Veld, "Van Damme" under Van).
 * @param compare the order of words
 */
export function byFamily(
  order: NameOrder,
  compare: (a: string, b: string) => number,
): (a: string, b: string) => number {
  const partsOf = rememberedText((name) => nameParts(name, order));
  return (a, b) => {
    const [one, two] = [partsOf(a), partsOf(b)];
    return compare(one.family, two.family) || compare(one.given, two.given) || compare(one.particles, two.particles);
  };
}
