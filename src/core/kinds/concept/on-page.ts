import type { Chart } from '../../chart';
import { listBranches } from '../branches';
import { chosen } from '../choices';
import type { KindOnPage } from '../kind';
import { namedCells } from '../naming';
import { beside, over, under } from '../typing';
import { choices } from './choices';
import { columns } from './columns';
import { factsOfLink, graphOf } from './graph';
import { cell, outlineOf } from './lines';
import { starts } from './starts';
import { typed } from './typing';

/** Round rings, boxes stand as close as half of what is asked for. */
const leastGap = ({ arrangement }: Chart) => Number(chosen(choices, arrangement, 'siblingGap')) / 2;

export const conceptOnPage: KindOnPage = {
  id: 'concept',
  words: {
    name: 'Concept map',
    about: 'Ideas, and in words how each is linked to the next',
    when: 'When ideas are linked in many ways, and the links say how.',
    item: 'concept',
    items: 'concepts',
    under: 'Linked from',
    top: 'Where the map begins',
    unnamed: '?',
    onLines: 'Linking phrases',
    outline: 'Concepts under those that lead to them, linking phrases in brackets.',
  },
  columns,
  line: () => ({ lead: 'phrase' }),
  draws: { tree: true, roles: ['linking-phrase'], sets: false },
  look: () => ({ line: 'straight', sizeRule: 'each' }),
  formats: {
    graphml: {
      label: 'Graph (GraphML)',
      about: 'Concepts and the phrases between them, for programs that draw or count graphs.',
      mime: 'application/graphml+xml',
      ending: 'graphml',
    },
    skos: {
      label: 'Vocabulary (SKOS)',
      about: 'Concepts and how they are related, as the web of data has them: Turtle.',
      mime: 'text/turtle',
      ending: 'ttl',
    },
  },
  starts,
  choices,
  holds: true,
  branches: (chart) => ({ ...listBranches(chart, leastGap(chart)), from: (head) => ({ main: head }) }),
  structure(chart) {
    const { concepts, tierOf, tiers, standsFor } = graphOf(chart);
    return { order: concepts, tierOf, tiers, standsFor };
  },
  cell,
  writeCell: namedCells(graphOf),
  typed,
  additions: [under('A linked idea', 'u'), beside('An idea beside it', 'b'), over('An idea that leads to it', 'a')],
  writeOutline: outlineOf,
  outlineFields: columns.map(({ field }) => field).filter((field) => field !== 'polarity'),
  tierName: (_chart, _structure, tier) =>
    tier === 1 ? 'Main idea' : tier === 2 ? '1 link away' : `${tier - 1} links away`,
  face: ({ fields }) => ({ lines: [{ text: fields['name'] || '?', strong: true, size: 1, field: 'name' }] }),
  face0: [{ fields: ['name'], strong: true, size: 1 }],
  factsOfLine(chart, { said }) {
    const item = said === undefined ? undefined : chart.items[said];
    const facts = item && factsOfLink(item);
    return facts && Object.keys(facts).length > 0 ? facts : undefined;
  },
  near: {
    maySame: () => true,
    // Lines of one name are one concept: the second is only written as the first.
    merge: (chart, keep, drop) => ({
      type: 'edit-fields',
      id: drop,
      fields: { name: chart.items[keep]!.fields['name'] ?? '' },
    }),
  },
};
