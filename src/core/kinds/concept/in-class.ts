import type { Chart } from '../../chart';
import { withBlanks } from '../blanks';
import { flat, type KindInClass, type Statement, spoken } from '../in-class';
import { scoreParts } from './figures';
import { graphOf } from './graph';

function statements(chart: Chart): Statement[] {
  return graphOf(chart).propositions.map(({ line, from, to, phrase }) => ({
    from: spoken(chart, from),
    to: spoken(chart, to),
    phrase,
    items: [from, to],
    said: line,
  }));
}

/** Concepts by themselves, each once, however many lines name it. */
function conceptsOnly(chart: Chart): Chart {
  const { standsFor } = graphOf(chart);
  const alone = flat(chart, ['phrase', 'level']);
  return { ...alone, items: Object.fromEntries(Object.entries(alone.items).filter(([id]) => !standsFor.has(id))) };
}

const part = (id: keyof ReturnType<typeof scoreParts>, label: string, each: number, about: string) => ({
  id,
  label,
  each,
  about,
  of: (chart: Chart) => scoreParts(chart)[id],
});

export const conceptInClass: KindInClass = {
  statements,
  bare: [
    {
      id: 'no-phrases',
      label: 'The map without its linking phrases',
      from: (chart) => withBlanks(chart, 'phrase'),
    },
    { id: 'no-levels', label: 'Its concepts alone, none linked', from: conceptsOnly },
  ],
  counted: {
    label: 'Points for a concept map',
    source: 'J. Novak and D. Gowin, "Learning How to Learn" (1984), chapter 2',
    rows: [
      part('propositions', 'Propositions', 1, 'Concept, linking phrase, concept. Take out those that are not true.'),
      part('levels', 'Levels', 5, 'Steps below the main idea, where each is more special than the one above.'),
      part(
        'crossLinks',
        'Cross-links',
        10,
        'Links that join two branches. Take out those that are not true, or say little.',
      ),
      part('examples', 'Examples', 1, 'Brought in by "such as", "for example" and the like.'),
    ],
  },
};
