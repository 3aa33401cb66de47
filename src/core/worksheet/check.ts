/** What somebody wrote on a worksheet, held against the answers. Spelling is forgiven by a measure that can be said. */
import { splitGraphemes } from 'unicode-segmenter/grapheme';

/** Right; right but for its spelling; not right; not written. */
export type Verdict = 'right' | 'near' | 'wrong' | 'empty';

/** Letters that are compared: no capitals, no more than one space, nothing that ends a sentence. */
function letters(text: string): string[] {
  const plain = text
    .normalize('NFKC')
    .toLocaleLowerCase()
    .replace(/[\u2018\u2019]/g, "'")
    .replace(/[\s\u00ad]+/g, ' ')
    .trim();
  let end = plain.length;
  while (end > 0 && '.,;:!?'.includes(plain[end - 1]!)) end--;
  return [...splitGraphemes(plain.slice(0, end))];
}

/**
 * The fewest letters left out, put in, put for another, or changed with their neighbour, that make one word of another.
 * Source: the optimal string alignment distance, after F. J. Damerau, A technique for computer detection and correction of
 * spelling errors, CACM 7 (1964).
 */
export function distance(one: readonly string[], other: readonly string[]): number {
  let [twoBefore, before]: number[][] = [[], Array.from({ length: other.length + 1 }, (_, i) => i)];
  for (let i = 1; i <= one.length; i++) {
    const now = [i];
    for (let j = 1; j <= other.length; j++) {
      const changed = before![j - 1]! + (one[i - 1] === other[j - 1] ? 0 : 1);
      let least = Math.min(changed, before![j]! + 1, now[j - 1]! + 1);
      if (i > 1 && j > 1 && one[i - 1] === other[j - 2] && one[i - 2] === other[j - 1])
        least = Math.min(least, twoBefore![j - 2]! + 1);
      now.push(least);
    }
    [twoBefore, before] = [before, now];
  }
  return before!.at(-1)!;
}

/** Mistakes that are forgiven: one from four letters on, two from eight, three from fourteen. Figures are none to forgive. */
export function forgiven(answer: readonly string[]): number {
  if (answer.some((letter) => /\d/.test(letter))) return 0;
  return answer.length >= 14 ? 3 : answer.length >= 8 ? 2 : answer.length >= 4 ? 1 : 0;
}

/**
 * @param others words that are something else: what is as near to one of them is not forgiven
 */
export function verdictOf(written: string, answer: string, others: readonly string[] = []): Verdict {
  const [own, wanted] = [letters(written), letters(answer)];
  if (own.length === 0) return 'empty';
  // No word is right by mistakes that are more than its letters; and long texts are not compared letter by letter.
  if (Math.abs(own.length - wanted.length) > 3 && own.join('') !== wanted.join('')) return 'wrong';
  const far = distance(own, wanted);
  if (far === 0) return 'right';
  if (far > forgiven(wanted)) return 'wrong';
  const nearer = others.some((other) => {
    const word = letters(other);
    return word.join('') !== wanted.join('') && Math.abs(word.length - own.length) <= far && distance(own, word) <= far;
  });
  return nearer ? 'wrong' : 'near';
}
