import type { Chart } from '../../chart';
import { withBlanks } from '../blanks';
import { flat, type KindInClass, type Statement, spoken } from '../in-class';
import { stepsOf } from './steps';

/** Which answer leads from what to what. */
function statements(chart: Chart): Statement[] {
  const { order, steps } = stepsOf(chart);
  return order.flatMap((id) =>
    steps.get(id)!.ways.map(({ line, to, answer }) => ({
      from: spoken(chart, id),
      to: spoken(chart, to),
      phrase: answer,
      items: [id, to],
      said: line,
    })),
  );
}

export const decisionInClass: KindInClass = {
  statements,
  bare: [
    { id: 'no-phrases', label: 'The tree without its answers', from: (chart) => withBlanks(chart, 'answer') },
    {
      id: 'no-levels',
      label: 'Its questions and outcomes alone',
      from: (chart) => flat(chart, ['answer', 'chance', 'from']),
    },
  ],
};
