/** Small text helpers that reading and comparing lists share. */
import { rememberedText } from '../remember';

/** White space at an end, doubled, or of another sort than the plain space. Most texts have none. */
const UNTIDY = /^\s|\s$|\s\s|[^\S ]/;

/** White space made plain: no-break and other spaces to a space, runs to one, none at the ends. */
export const tidy = (text: string): string => (UNTIDY.test(text) ? text.replace(/\s+/g, ' ').trim() : text);

/** Stands for a line end inside an item while a text of one item a line is read or written. Never in a chart. */
export const SOFT_BREAK = '\uE00A';

/** How many backslashes stand at the end. */
function backslashesEnding(text: string): number {
  let count = 0;
  while (text[text.length - 1 - count] === '\\') count++;
  return count;
}

/** Backslashes at the end of a line: an odd one says that the line goes on, of the others two stand for one. */
export function lineEnd(line: string): { readonly words: string; readonly goesOn: boolean } {
  const count = backslashesEnding(line);
  return { words: line.slice(0, line.length - Math.ceil(count / 2)), goesOn: count % 2 === 1 };
}

/** A line that ends in a backslash goes on in the next; line numbers stay. */
export function joinContinued(text: string): string {
  if (!/\\$/m.test(text)) return text;
  const out: string[] = [];
  let owed = 0;
  let open = false;
  for (const line of text.split('\n')) {
    const { words, goesOn } = lineEnd(line.trimEnd());
    if (open) {
      out[out.length - 1] += `${SOFT_BREAK}${words.trim()}`;
      owed++;
    } else {
      for (; owed > 0; owed--) out.push('');
      out.push(words);
    }
    open = goesOn;
  }
  for (; owed > 0; owed--) out.push('');
  return out.join('\n');
}

/** The other way round: line ends inside items as a backslash at the end of the line. */
export const writeContinued = (text: string): string =>
  text
    .split('\n')
    .map((line) =>
      line
        .split(SOFT_BREAK)
        .map((part) => part + '\\'.repeat(backslashesEnding(part)))
        .join('\\\n'),
    )
    .join('\n');

const PLAIN_LETTERS = /^[ -~]*$/;
/**
 * Marks that a name is written with or without: accents of alphabets, points and short vowels of Hebrew and Arabic, letters
 * drawn out, what is not seen. Vowels of Indian scripts, marks of Thai and of kana make another word: they count.
 */
export const ACCENTS =
  /[\u00ad\u061c\u0640\u200b\u200e\u200f\u202a-\u202e\u2060-\u2069\ufeff]|[\u0300-\u036f]|[\u0483-\u0489]|[\u0591-\u05bd]|[\u05bf-\u05c7]|[\u064b-\u065f]|\u0670|[\u06d6-\u06ed]|[\u1ab0-\u1aff]|[\u1dc0-\u1dff]|[\u20d0-\u20ff]|[\ufe20-\ufe2f]/g;

/**
 * A name made comparable: case, marks and spaces do not count ("Zoë  Aalto" = "zoe aalto"). The same names are held
 * against each other again and again, by several checks and at every change.
 */
export const folded = rememberedText((text: string): string => {
  const plain = tidy(text);
  return PLAIN_LETTERS.test(plain)
    ? plain.toLowerCase()
    : plain.normalize('NFKD').replace(ACCENTS, '').toLocaleLowerCase('en').normalize('NFC');
}, 60_000);

/** A heading made comparable: letters and digits only. */
export const headingKey = (text: string): string => folded(text).replace(/[^\p{L}\p{M}\p{N}]/gu, '');

/** Halves of letters beyond the first 65,536, paired or not; most texts have none, and this is told quickly. */
const HALVES = /[\ud800-\udfff]/;

/** Whether a text can be stored: it has neither NUL nor half of a surrogate pair. */
export const isSound = (text: string): boolean =>
  !text.includes('\0') && !(HALVES.test(text) && /\p{Surrogate}/u.test(text));

/** Text in which what can't be stored is shown as unreadable. */
export const sound = (text: string): string =>
  isSound(text) ? text : text.replaceAll('\0', '\ufffd').replace(/\p{Surrogate}/gu, '\ufffd');

/** Text without a byte order mark, line ends made `\n`, characters that can't be stored shown as unreadable. */
export const plainText = (text: string): string =>
  sound((text.startsWith('\uFEFF') ? text.slice(1) : text).replace(/\r\n?/g, '\n'));

/**
 * Edit distance with swaps of neighbours (optimal string alignment: Damerau 1964, Levenshtein 1966), given up once
 * over `most`.
 */
export function editDistance(a: string, b: string, most = Number.POSITIVE_INFINITY): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let previous = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let cost = Math.min(previous[j]! + 1, row[j - 1]! + 1, previous[j - 1]! + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) cost = Math.min(cost, before[j - 2]! + 1);
      row.push(cost);
    }
    if (Math.min(...row) > most) return most + 1;
    before = previous;
    previous = row;
  }
  return previous[b.length]!;
}

interface Spelt {
  readonly name: string;
  readonly folded: string;
  /** How often each letter occurs, letters thrown together in a few bins. */
  readonly bins: Uint16Array;
}
const BINS = 64;

/** How often each letter occurs, letters thrown together in a few bins. */
export function letterBins(text: string, bins: number): Uint16Array {
  const counts = new Uint16Array(bins);
  for (let i = 0; i < text.length; i++) counts[text.charCodeAt(i) % bins]! += 1;
  return counts;
}

/**
 * Letters that do not pair off between two texts counted in the same bins; an edit leaves two at the most.
 * @param most counting ends once there are more
 */
export function lettersApart(a: Uint16Array, b: Uint16Array, most = Number.POSITIVE_INFINITY): number {
  let apart = 0;
  for (let i = 0; i < a.length && apart <= most; i++) apart += Math.abs(a[i]! - b[i]!);
  return apart;
}

function spell(name: string): Spelt {
  const key = folded(name);
  return { name, folded: key, bins: letterBins(key, BINS) };
}

/** No edit changes more than one letter into one other: half the letters that do not pair off is a least distance. */
const leastDistance = (a: Spelt, b: Spelt): number => lettersApart(a.bins, b.bins) / 2;

/**
 * Looks up the names most like a name, nearest first; at most a third of its letters differ. Names are prepared once,
 * and most are ruled out by their letters alone, so that thousands of look-ups in thousands of names stay quick.
 */
export function nameFinder(names: Iterable<string>): (name: string, count?: number) => string[] {
  const known = [...new Set(names)].map(spell);
  return (name, count = 3) => {
    const wanted = spell(name);
    const most = Math.max(1, Math.floor(wanted.folded.length / 3));
    const found: { name: string; distance: number }[] = [];
    for (const other of known) {
      if (leastDistance(wanted, other) > most) continue;
      const distance = editDistance(wanted.folded, other.folded, most);
      if (distance <= most) found.push({ name: other.name, distance });
    }
    return found
      .sort((a, b) => a.distance - b.distance || (a.name < b.name ? -1 : 1))
      .slice(0, count)
      .map((f) => f.name);
  };
}

/** Whether a text is written as JSON: it begins and ends as one, with a key or a record near its beginning. */
export const looksLikeJson = (text: string): boolean =>
  /^\uFEFF?\s*[[{]/.test(text) &&
  /[\]}]\s*$/.test(text.slice(-200)) &&
  /"[^"]{0,500}"\s*:|^\uFEFF?\s*\[\s*["[{\d]/.test(text.slice(0, 5_000));
