import type { Chart } from '../../chart';
import { showNumber } from '../../list';
import { chosen } from '../choices';
import { listed, nameIn } from '../saying';
import { choices } from './choices';
import { choicesCompared, figures } from './figures';
import { stepsOf } from './steps';

export function says(chart: Chart): string[] {
  const { steps, tops } = stepsOf(chart);
  const start = tops[0];
  if (start === undefined) return [];
  const name = (id: string) => nameIn(chart, id, 'a step without words');
  const ways = steps
    .get(start)!
    .ways.map(({ to, answer }) => (answer ? `"${answer}" leads to "${name(to)}"` : `on to "${name(to)}"`));
  const { questions, chances, outcomes, value, best } = figures(chart) as {
    questions: number;
    chances: number;
    outcomes: number;
    value?: number;
    best?: readonly string[];
  };
  const count = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
  const counts = [
    ...count(questions, 'question', 'questions'),
    ...count(chances, 'chance', 'chances'),
    ...count(outcomes, 'outcome', 'outcomes'),
  ];
  const aim = chosen(choices, chart.arrangement, 'aim') === 'lowest' ? 'lowest' : 'highest';
  return [
    `${listed(counts)}.`,
    `It begins with "${name(start)}"${ways.length > 0 ? `: ${listed(ways)}` : ''}.`,
    ...(value !== undefined && best && best.length > 0
      ? [
          `The best way, for the ${aim} value: ${listed(best.map((answer) => `"${answer}"`))}; it is worth ${showNumber(value)} on average.`,
          ...[choicesCompared(chart)].filter(Boolean),
        ]
      : []),
  ];
}
