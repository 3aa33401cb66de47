/** How a problem is mended, and the answer remembered: see `answers.ts`. */
import { asOne, type Change, type Chart } from './chart';
import { folded, type Problem, problemKey, type Repair } from './list';

/** What a problem asks about, from the most special: where two answers differ, each keeps its own. */
export function asksOf({ asks, code, message }: Problem): readonly string[] {
  // Lines stand elsewhere in the next list, so what is asked is the sentence without them.
  const words = message.replace(/^Line \d+: /, '').replace(/ \((also in )?line \d+\)/g, '');
  return asks === undefined ? [problemKey(code, folded(words))] : [problemKey(asks, folded(words)), asks];
}

export const choiceOf = ({ choice, label }: Repair): string => choice ?? label;

/** The change that mends a problem and remembers the answer. */
export function mended(chart: Pick<Chart, 'answers'>, problem: Problem, repair: Repair): Change {
  const asks = asksOf(problem);
  const known = chart.answers?.[asks.at(-1)!];
  const choice = choiceOf(repair);
  const key = known === undefined || known.choice === choice ? asks.at(-1)! : asks[0]!;
  const about = problem.asked ?? problem.message.replace(/^Line \d+: /, '');
  const says = `${about.length > 160 ? `${about.slice(0, 160)} ...` : about}: ${repair.label}`.slice(0, 400);
  return asOne([repair.change, { type: 'set-answers', answers: { [key]: { choice, says } } }]);
}
