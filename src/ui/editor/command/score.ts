/** How well what can be found answers what was asked: words are compared without case and accents. */
import { folded } from '../../../core/list';

/** What an entry is found by. */
export interface Findable {
  readonly label: string;
  /** Where it is: a stage, or what it is about. */
  readonly where: string;
  /** Other words for it. */
  readonly also?: string;
  /** It concerns a part only: one that is asked for by name, or by a word for a part, comes before what concerns the whole. */
  readonly part?: boolean;
}

/** Whether a word of some letters begins a word of a name: "as" does not mean Ashworth. */
const names = (name: string, word: string): boolean => word.length > 2 && ` ${folded(name)}`.includes(` ${word}`);
const PART = new Set(['branch', 'part', 'only', 'this', 'selected', 'selection', 'below', 'under']);

/** The words asked for. */
export const askedWords = (q: string): string[] => folded(q).split(' ').filter(Boolean);

/**
 * Every word must be there; what begins the label counts most, then what begins a word of it, then what is in it, then other
 * words for it. Of labels that answer alike the shortest comes first.
 * @returns 0 where a word is missing; any positive number where nothing is asked
 */
export function score({ label, also = '', where, part }: Findable, asked: readonly string[]): number {
  const [name, rest] = [folded(label), folded(`${also} ${where}`)];
  let sum = 0;
  for (const word of asked) {
    const at = name.indexOf(word);
    if (at === 0) sum += 4;
    else if (at > 0) sum += name.includes(` ${word}`) ? 3 : 2;
    else if (rest.includes(word)) sum += 1;
    else return 0;
  }
  const whole = part && asked.length > 0 && !asked.some((word) => PART.has(word) || names(where, word));
  return (whole ? sum / 100 : sum) + 1 / (1 + name.length) / 100;
}

/** Of many the best, at most so many; in the order they are in where nothing is asked. */
export function best<T extends Findable>(entries: readonly T[], asked: readonly string[], most: number): T[] {
  if (asked.length === 0) return entries.slice(0, most);
  return entries
    .map((entry) => ({ entry, score: score(entry, asked) }))
    .filter((one) => one.score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map(({ entry }) => entry);
}

/** How many of the words begin a word of a name. Single letters count only where they are a whole word of it. */
export function wordsNaming(name: string, asked: readonly string[]): number {
  const parts = folded(name).split(' ');
  return asked.filter((word) => parts.some((part) => (word.length > 1 ? part.startsWith(word) : part === word))).length;
}

/** Those that some of the words name while others ask for something else, the best named first. */
export function named<T extends { readonly name: string }>(
  all: readonly T[],
  asked: readonly string[],
  most: number,
): T[] {
  if (asked.length < 2) return [];
  return all
    .map((one) => ({ one, count: wordsNaming(one.name, asked) }))
    .filter(({ count }) => count > 0 && count < asked.length)
    .sort((a, b) => b.count - a.count)
    .slice(0, most)
    .map(({ one }) => one);
}
