/**
 * Answers: what somebody said once of a problem, such as whom a superior written otherwise means. A repair is remembered by
 * what it was asked about, and given again to the next list before that is compared, so that nothing is asked twice.
 */
import { apply, type Chart } from './chart';
import { listProblems } from './compose';
import type { Kind } from './kinds';
import type { ListRead } from './list';
import { asksOf, choiceOf } from './mend';
import { chartOfList } from './read';

/** One repair may bring up the next question; a list is asked as often at the most. */
const ROUNDS = 4;

/**
 * A list with the answers of a chart given to it.
 * @returns also the keys of the answers that were used
 */
export function answered(
  kind: Kind,
  { answers }: Pick<Chart, 'answers'>,
  list: ListRead,
): { readonly list: ListRead; readonly used: readonly string[] } {
  if (!answers) return { list, used: [] };
  let at = chartOfList(kind, '-', list);
  const used = new Set<string>();
  for (let round = 0; round < ROUNDS; round++) {
    let changed = false;
    for (const problem of listProblems(kind, at, (item) => list.lines[item])) {
      const key = asksOf(problem).find((asked) => Object.hasOwn(answers, asked));
      const repair = key !== undefined && problem.repairs.find((one) => choiceOf(one) === answers[key]!.choice);
      if (!repair) continue;
      const next = apply(at, repair.change);
      // Done already by an answer before it, such as a line that is one with another now.
      if (!next.ok) continue;
      at = next.chart;
      used.add(key);
      changed = true;
    }
    if (!changed) break;
  }
  const { items, links, sets } = at;
  return {
    list: { ...list, items: Object.values(items), links: Object.values(links), sets: Object.values(sets) },
    used: [...used],
  };
}

/** Answers in words, as a person reads them. */
export const answersIn = ({ answers = {} }: Pick<Chart, 'answers'>, keys: readonly string[]): string[] =>
  keys.flatMap((key) => answers[key]?.says ?? []);
