/** Where words stand among the marks that show them. */
import type { Mark } from './scene';

const squeezed = (text: string) => text.replace(/[\s\u00ad]+/g, '');
/** Lines of several scripts are drawn from left to right: the same letters, in another order. */
const sorted = (text: string) => [...text].sort().join('');
const HYPHEN = /[-\u2010]$/;

/**
 * @param from the first mark to look at
 * @returns from which mark to before which other one a text stands, in however many lines; undefined where it does not
 */
export function wordsAt(marks: readonly Mark[], text: string, from = 0): readonly [number, number] | undefined {
  const wanted = squeezed(text);
  if (wanted === '') return undefined;
  for (let begin = from; begin < marks.length; begin++) {
    if (marks[begin]!.type !== 'text') continue;
    let said = '';
    for (let at = begin; at < marks.length && said.length < wanted.length; at++) {
      const mark = marks[at]!;
      // Between its runs there may be lines under them.
      if (mark.type === 'image') break;
      if (mark.type !== 'text') continue;
      said += squeezed(mark.text);
      // A word that is divided between two lines has a hyphen more.
      if (HYPHEN.test(said) && !wanted.startsWith(said) && wanted.startsWith(said.slice(0, -1)))
        said = said.slice(0, -1);
      if (said === wanted || (said.length === wanted.length && sorted(said) === sorted(wanted))) return [begin, at + 1];
    }
  }
  return undefined;
}
