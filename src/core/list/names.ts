/** Whether two ways of writing a name mean the same person or thing. */
import { splitGraphemes } from 'unicode-segmenter/grapheme';
import { TITLES } from './family-names';
import { folded } from './words';

/** Letters as a reader counts them; of plain words each unit is one. */
const lettersOf = (text: string): ArrayLike<string> =>
  /^[\u0020-\u02ff\u0370-\u0482\u048a-\u052f]*$/.test(text) ? text : [...splitGraphemes(text)];

/**
 * Similarity from 0 to 1 (Jaro 1989; Winkler 1990 with prefix scale 0.1 over at most four letters).
 * Letters count as matching within half the longer length, less one.
 */
export function jaroWinkler(one: string, two: string): number {
  if (one === two) return 1;
  const [a, b] = [lettersOf(one), lettersOf(two)];
  const [long, short] = a.length >= b.length ? [a, b] : [b, a];
  const reach = Math.max(0, Math.floor(long.length / 2) - 1);
  const taken = new Array<boolean>(long.length).fill(false);
  const matched: number[] = [];
  for (let i = 0; i < short.length; i++)
    for (let j = Math.max(0, i - reach); j <= Math.min(long.length - 1, i + reach); j++)
      if (!taken[j] && short[i] === long[j]) {
        taken[j] = true;
        matched.push(i);
        break;
      }
  const count = matched.length;
  if (count === 0) return 0;
  let crossed = 0;
  let at = 0;
  for (let j = 0; j < long.length; j++) if (taken[j] && long[j] !== short[matched[at++]!]) crossed++;
  const jaro = (count / a.length + count / b.length + (count - crossed / 2) / count) / 3;
  let prefix = 0;
  while (prefix < 4 && prefix < short.length && a[prefix] === b[prefix]) prefix++;
  return jaro + prefix * 0.1 * (1 - jaro);
}

/** The words of a name without titles, family name last: "Marrable, Dr Piet" is piet marrable. */
export function wordsOf(name: string): string[] {
  const words = PLAIN_NAME.test(name) ? plainWords(name) : partsOf(name);
  const bare = words.some((word) => TITLES.has(word)) ? words.filter((word) => !TITLES.has(word)) : words;
  return bare.length > 0 ? bare : words;
}

/** A name in which nothing but spaces and hyphens stands between letters, as most are. */
const PLAIN_NAME = /^[A-Za-z][A-Za-z' -]*$/;
const plainWords = (name: string): string[] => folded(name).replaceAll('-', '').split(' ').filter(Boolean);

function partsOf(name: string): string[] {
  const [family, given] = name.split(',', 2);
  const turned =
    given !== undefined && !TITLES.has(folded(given).replace(/\./g, '')) ? `${given} ${family}` : (family ?? '');
  return folded(turned.replace(/\([^()]*\)/g, ' '))
    .replace(/\.(?=\S)/g, '. ')
    .split(/\s+/)
    .map((word) => word.replace(/[^\p{L}\p{M}\p{N}']/gu, ''))
    .filter((word) => word !== '');
}

const fits = (a: string, b: string) =>
  a === b || (a.length === 1 && b.startsWith(a)) || (b.length === 1 && a.startsWith(b));

/**
 * How surely two names mean the same, from 0 to 1: 1 where only titles, marks or the order of the words differ, 0.9 where
 * given names are cut to initials or left out, less where letters differ.
 */
export function likeness(a: string, b: string): number {
  if (folded(a) === folded(b)) return 1;
  return likenessOfWords(wordsOf(a), wordsOf(b));
}

/** Whether two longer words differ by a slip of the pen: "marable" and "marrable". */
const aSlipApart = (a: string, b: string) =>
  Math.min(a.length, b.length) >= 5 && Math.abs(a.length - b.length) <= 1 && jaroWinkler(a, b) >= 0.95;

/** The same for names whose words were prepared once. */
export function likenessOfWords(one: readonly string[], two: readonly string[]): number {
  if (one.length === 0 || two.length === 0) return 0;
  if (one.join(' ') === two.join(' ')) return 1;
  if (one.length > 1 && [...one].sort().join(' ') === [...two].sort().join(' ')) return 0.97;
  let cut = 0;
  const [family, other] = [one.at(-1)!, two.at(-1)!];
  if (one.length > 1 && two.length > 1 && (family === other || aSlipApart(family, other))) {
    // The family name is the same: given names may be cut or left out, but not be others.
    const [few, many] =
      one.length <= two.length ? [one.slice(0, -1), two.slice(0, -1)] : [two.slice(0, -1), one.slice(0, -1)];
    let at = 0;
    const all = few.every((word) => {
      while (at < many.length && !fits(word, many[at]!)) at++;
      return at++ < many.length;
    });
    if (all && fits(few[0]!, many[0]!)) {
      if (family === other) return 0.9;
      cut = 0.88;
    }
  }
  const [x, y] = [one.join(' '), two.join(' ')];
  // Where lengths are far apart the similarity is low whatever the letters.
  if (Math.min(x.length, y.length) < Math.max(x.length, y.length) * 0.7) return cut;
  return Math.max(cut, jaroWinkler(x, y) * 0.95);
}

/** From here on two names are taken for ways of writing the same one. */
export const LIKELY = 0.87;
