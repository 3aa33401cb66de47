/** Concept maps as graphs for other programs. */
import type { Chart } from '../../chart';
import { type WordedGraph, writeGraphml, writeSkos } from '../../formats';
import type { ListWriter } from '../kind';
import { graphOf } from './graph';

/** What stands in columns beside the concept and its phrase. */
const furtherOf = ({ name: _n, phrase: _p, level: _l, ...further }: Readonly<Record<string, string>>) => further;

function worded(chart: Chart): WordedGraph {
  const { concepts, propositions } = graphOf(chart);
  const idOf = new Map(concepts.map((line, i) => [line, `n${i + 1}`]));
  const focus = chart.arrangement['focus'];
  return {
    ...(typeof focus === 'string' && focus !== '' && { question: focus }),
    nodes: concepts.map((line) => ({
      id: idOf.get(line)!,
      name: chart.items[line]!.fields['name'] || '?',
      fields: {},
    })),
    edges: propositions.map(({ from, to, phrase, line }) => ({
      fields: furtherOf(chart.items[line]!.fields),
      source: idOf.get(from)!,
      target: idOf.get(to)!,
      label: phrase,
    })),
  };
}

export const writers: Readonly<Record<string, ListWriter>> = {
  graphml: (chart) => writeGraphml(worded(chart), 'concept'),
  skos: (chart) => writeSkos({ ...worded(chart), title: chart.title }),
};
