/** Decision trees: questions, chances and outcomes. Tiers are the depth of the question. Here is what screens need of it: no reading, no layout. */
import type { Chart } from '../../chart';
import { showNumber } from '../../list';
import { listBranches } from '../branches';
import { chosen } from '../choices';
import type { KindOnPage } from '../kind';
import { namedCells } from '../naming';
import { beside, over, typedFields, under, withFields } from '../typing';
import { choices } from './choices';
import { columns } from './columns';
import { cell, outlineOf, split } from './lines';
import { starts } from './starts';
import { stepsOf } from './steps';
import { type Aim, worthOf } from './worth';

const SHAPES = { question: 'soft', chance: 'pill', outcome: 'cut' } as const;
const gapOf = (chart: Chart, key: 'siblingGap' | 'tierGap') => Number(chosen(choices, chart.arrangement, key));
const aimOf = (chart: Chart) => chosen(choices, chart.arrangement, 'aim') as Aim;

export const decisionOnPage: KindOnPage = {
  id: 'decision',
  answered: true,
  words: {
    name: 'Decision tree',
    about: 'Questions, answers and what they lead to, with chances and money where wanted',
    when: 'When answers lead on: a key to name things by, a choice with costs and chances.',
    item: 'step',
    items: 'steps',
    under: 'Follows',
    top: 'Where it starts',
    unnamed: '?',
    onLines: 'Answers',
    outline: 'Steps under what they follow, answers before a colon.',
  },
  columns,
  line: () => ({ lead: 'answer', tail: 'value' }),
  draws: { tree: true, roles: ['answer'], sets: false },
  look: () => ({ width: 136 }),
  starts,
  choices,
  holds: true,
  branches: (chart) => listBranches(chart, Math.min(gapOf(chart, 'siblingGap'), gapOf(chart, 'tierGap'))),
  structure(chart) {
    const { order, depth, steps, standsFor } = stepsOf(chart);
    const last = Math.max(0, ...depth.values());
    const together = chosen(choices, chart.arrangement, 'outcomes') === 'last';
    const tierOf = new Map(
      order.map((id) => [id, (together && steps.get(id)!.ways.length === 0 ? last : depth.get(id)!) + 1]),
    );
    return { order, tierOf, tiers: order.length === 0 ? 0 : last + 1, standsFor };
  },
  cell,
  writeCell: namedCells(stepsOf),
  typed(chart, item, text) {
    const fields = typedFields(split, text, chart.items[item]!.parent === null ? 0 : 1, []);
    return fields && withFields(item, fields);
  },
  additions: [under('An answer', 'u'), beside('Another answer beside it', 'b'), over('A question before it', 'a')],
  writeOutline: outlineOf,
  tierName(chart, structure, tier) {
    const { steps } = stepsOf(chart);
    const kinds = new Set(
      structure.order.filter((id) => structure.tierOf.get(id) === tier).map((id) => steps.get(id)!.kind),
    );
    if (kinds.size === 1 && kinds.has('outcome')) return 'Outcomes';
    return kinds.size === 1 && kinds.has('chance') ? `Chance ${tier}` : `Question ${tier}`;
  },
  face({ id, fields }, chart, structure) {
    const tree = stepsOf(chart);
    const step = tree.steps.get(id)!;
    const worth = worthOf(tree, aimOf(chart));
    const lines = [{ text: fields['name'] || '?', strong: true, size: 1, field: 'name' }];
    const value = worth?.values.get(id);
    if (value !== undefined) lines.push({ text: showNumber(value), strong: false, size: 0.9, field: 'worth' });
    // Who decides shows in the shape, unless the tier was given one (common practice: a chance is round).
    if (chart.tiers[String(structure.tierOf.get(id))]?.look?.shape !== undefined) return { lines };
    return { lines, look: { shape: SHAPES[step.kind] } };
  },
  beings: (
    [
      ['question', 'Questions'],
      ['chance', 'Chances'],
      ['outcome', 'Outcomes'],
    ] as const
  ).map(([id, label]) => ({ id, label, is: (item, chart) => stepsOf(chart).steps.get(item.id)?.kind === id })),
  face0: [
    { fields: ['name'], strong: true, size: 1 },
    { fields: ['worth'], strong: false, size: 0.9 },
  ],
  faceWords: [{ field: 'worth', label: 'What it is worth' }],
};
