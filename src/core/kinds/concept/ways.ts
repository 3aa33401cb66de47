/** Parts of a concept map that can be shown by themselves. */
import type { PartWay } from '../kind';
import { graphOf } from './graph';

const STEPS = 1;

export const ways: readonly PartWay[] = [
  {
    id: 'around',
    label: 'Round',
    from: 1,
    steps: 'Links away, at most',
    shown(chart, [id], steps = STEPS) {
      const { propositions, concepts, standsFor } = graphOf(chart);
      const start = standsFor.get(id!) ?? id!;
      const near = new Map<string, string[]>(concepts.map((concept) => [concept, []]));
      for (const { from, to } of propositions) {
        near.get(from)?.push(to);
        near.get(to)?.push(from);
      }
      const far = new Map([[start, 0]]);
      for (const [at, distance] of far)
        if (distance < steps) for (const other of near.get(at) ?? []) if (!far.has(other)) far.set(other, distance + 1);
      // Every line that says something of two of them, also where it only names one.
      const items = Object.keys(chart.items).filter((line) => far.has(standsFor.get(line) ?? line));
      return { items: new Set(items), arrangement: { main: start } };
    },
  },
];
