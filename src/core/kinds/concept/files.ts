/** Concept maps as graphs for other programs. */
import type { Chart } from '../../chart';
import { type WordedGraph, writeGraphml, writeSkos } from '../../formats';
import type { ListFormat } from '../kind';
import { graphOf } from './graph';

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
    edges: propositions.map(({ from, to, phrase }) => ({
      source: idOf.get(from)!,
      target: idOf.get(to)!,
      label: phrase,
    })),
  };
}

export const formats: Readonly<Record<string, ListFormat>> = {
  graphml: {
    label: 'Graph (GraphML)',
    about: 'Concepts and the phrases between them, for programs that draw or count graphs.',
    mime: 'application/graphml+xml',
    ending: 'graphml',
    write: (chart) => writeGraphml(worded(chart), 'concept'),
  },
  skos: {
    label: 'Vocabulary (SKOS)',
    about: 'Concepts and how they are related, as the web of data has them: Turtle.',
    mime: 'text/turtle',
    ending: 'ttl',
    write: (chart) => writeSkos({ ...worded(chart), title: chart.title }),
  },
};
