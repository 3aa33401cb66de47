import type { Chart } from '../../chart';
import { folded, nameFinder, type Problem, readChance, readNumber, showNumber } from '../../list';
import { type Found, type LineOf, quoted, reported } from '../report';
import { listed } from '../saying';
import { eventsOf } from './events';
import { kindNamed, reached, type Step, type Steps, stepsOf } from './steps';
import { hasNumbers } from './worth';

const CHANCE_SLACK = 0.0005;

export function problems(chart: Chart, lineOf: LineOf): Problem[] {
  const tree = stepsOf(chart);
  const name = (id: string) => quoted(chart, id);
  return reported(lineOf, [
    ...tree.order.flatMap((id) => stepProblems(tree, tree.steps.get(id)!, name)),
    ...tree.loops.map(
      ({ way, round }): Found => ({
        code: 'loop',
        severity: 'error',
        item: way.line,
        says: `this way leads round in a circle: ${round.map(name).join(' – ')}. ${way.from === way.to ? 'It is not drawn.' : 'It is drawn back with a dashed line.'}`,
        repairs: [{ label: 'Remove this way', change: { type: 'remove-lift', id: way.line } }],
      }),
    ),
    ...unreachable(chart, tree, name),
    ...fieldProblems(chart, tree),
    ...twice(chart, tree, name),
    ...eventProblems(tree),
    ...costsLeft(chart, tree),
  ]);
}

function stepProblems(tree: Steps, { id, kind, ways, value }: Step, name: (id: string) => string): Found[] {
  const found: Found[] = [];
  if (kind !== 'outcome' && ways.length < 2)
    found.push({
      code: 'one-way-question',
      item: id,
      says: `${name(id)} has ${ways.length === 0 ? 'no way' : 'only one way'} out; a ${kind} needs two or more.`,
    });
  if (kind === 'outcome' && ways.length > 0)
    found.push({
      code: 'outcome-goes-on',
      item: id,
      says: `${name(id)} is called an outcome but ways lead on from it.`,
      repairs: [{ label: 'Make it a question', change: { type: 'edit-fields', id, fields: { kind: null } } }],
    });
  const answers = new Map<string, string>();
  for (const way of ways) {
    const key = folded(way.answer);
    if (key === '') {
      if (ways.length > 1)
        found.push({
          code: 'no-answer',
          item: way.line,
          field: 'answer',
          says: `the way from ${name(id)} to ${name(way.to)} has no answer.`,
        });
    } else if (answers.has(key))
      found.push({
        code: 'same-answer',
        severity: 'error',
        item: way.line,
        field: 'answer',
        says: `two ways from ${name(id)} have the answer "${way.answer}": to ${name(answers.get(key)!)} and to ${name(way.to)}.`,
      });
    else answers.set(key, way.to);
  }
  if (kind === 'chance' && ways.length > 0) {
    const given = ways.filter((way) => way.chance !== undefined);
    const sum = given.reduce((total, way) => total + way.chance!, 0);
    const off = given.length === ways.length ? Math.abs(sum - 1) > CHANCE_SLACK : sum > 1 + CHANCE_SLACK;
    const said = `${showNumber(sum * 100)} %`;
    if (off)
      found.push({
        code: 'chances-not-one',
        severity: 'error',
        item: id,
        says: `the chances of ${name(id)} add up to ${said}, not to 100 %.`,
        repairs:
          sum > 0 && given.length === ways.length
            ? [
                {
                  label: 'Bring them to 100 % in proportion',
                  change: {
                    type: 'group',
                    changes: ways.map((way) => ({
                      type: 'edit-fields',
                      id: way.line,
                      fields: { chance: `${Math.round((way.chance! / sum) * 10000) / 100} %` },
                    })),
                  },
                },
              ]
            : [],
      });
    else if (given.length < ways.length)
      found.push({
        code: 'chance-missing',
        item: ways.find((way) => way.chance === undefined)!.line,
        field: 'chance',
        says: `not every way from ${name(id)} has a chance; those without share what is left (${showNumber(Math.max(0, 1 - sum) * 100)} %).`,
      });
  }
  if (
    kind === 'outcome' &&
    value === undefined &&
    ways.length === 0 &&
    [...tree.steps.values()].some((s) => s.kind === 'outcome' && s.value !== undefined)
  )
    found.push({
      code: 'no-value',
      item: id,
      field: 'value',
      says: `${name(id)} has no value though other outcomes have one; it counts as 0.`,
    });
  return found;
}

/** What is not known of events: of which two ways disagree, and which are one. */
function eventProblems(tree: Steps): Found[] {
  if (!hasNumbers(tree)) return [];
  const { events, differ, unsure } = eventsOf(tree);
  const naming = (id: string, event: string) => ({ type: 'edit-fields' as const, id, fields: { event } });
  const called = (at: number, event: string) => events[at]!.steps.map((id) => naming(id, event));
  const disagree = differ.map((at): Found => {
    const { name, steps, said } = events[at]!;
    return {
      code: 'event-chances-differ',
      item: steps.at(-1)!,
      field: 'event',
      says: `the chances of "${name}" do not agree: as one event it has the same chances wherever it occurs, and behind a test they add up to those without it. The value of perfect information is left out.`,
      repairs: said
        ? []
        : [
            {
              label: 'They are different events',
              change: {
                type: 'group',
                changes: steps.map((id, i) => naming(id, `${name} (${i + 1})`)),
              },
            },
          ],
    };
  });
  const [first] = unsure;
  if (!first) return disagree;
  const all = [...new Set(unsure.flat())].filter(
    (at) => at === first[0] || unsure.some((pair) => pair[0] === first[0] && pair[1] === at),
  );
  const names = all.map((at) => `"${events[at]!.name}"`);
  return [
    ...disagree,
    {
      code: 'one-event',
      severity: 'note',
      item: events[first[1]]!.steps[0]!,
      field: 'event',
      says: `${listed(names)} have the same outcomes. Are these one event? The value of perfect information takes them for independent events.`,
      repairs: [
        {
          label: 'They are one event',
          change: { type: 'group', changes: all.flatMap((at) => called(at, events[first[0]]!.name)) },
        },
        {
          label: 'They are independent',
          change: { type: 'group', changes: all.flatMap((at) => called(at, events[at]!.name)) },
        },
      ],
    },
  ];
}

const COST_LEFT = /(?:^|[^\p{L}])(?:costs?|price|fee) ?[:=]? ?\p{Sc}? ?\d/iu;

/** Costs that stand where they are not read. */
const costsLeft = (chart: Chart, tree: Steps): Found[] =>
  hasNumbers(tree)
    ? Object.values(chart.items).flatMap(({ id, fields }) =>
        (['answer', 'name'] as const).flatMap((field) =>
          COST_LEFT.test(fields[field] ?? '') && fields['cost'] === undefined
            ? [
                {
                  code: 'cost-not-read',
                  item: id,
                  field,
                  says: `"${fields[field]}" may say a cost, which is not counted. Write it as "(cost 400)" after the answer.`,
                },
              ]
            : [],
        ),
      )
    : [];

function unreachable(chart: Chart, tree: Steps, name: (id: string) => string): Found[] {
  const within = reached(tree);
  const near = nameFinder(tree.order.map((id) => tree.steps.get(id)!.name));
  return tree.order
    .filter((id) => !within.has(id) && (tree.tops.includes(id) || !isUnderTop(chart, tree, id)))
    .map((id): Found => {
      const from = chart.items[id]!.fields['from'];
      const likely = from === undefined ? [] : near(from);
      return {
        code: from === undefined ? 'unreachable' : 'unknown-step',
        severity: 'error',
        item: id,
        says:
          from === undefined
            ? `no way from the start leads to ${name(id)}.`
            : `${name(id)} comes from "${from}", but there is no such step.`,
        repairs: likely.flatMap((text) => {
          const to = tree.order.find((other) => tree.steps.get(other)!.name === text && other !== id);
          return to === undefined
            ? []
            : [
                {
                  label: `Put it after "${text}"`,
                  change: {
                    type: 'group',
                    changes: [
                      { type: 'move-branch', id, parent: to },
                      { type: 'edit-fields', id, fields: { from: null } },
                    ],
                  },
                },
              ];
        }),
      };
    });
}

/** What hangs under a top that can't be reached is told of with that top. */
const isUnderTop = (chart: Chart, tree: Steps, id: string) => {
  let at: string = id;
  for (let parent = chart.items[at]!.parent; parent !== null; parent = chart.items[at]!.parent) at = parent;
  return at !== id && tree.tops.includes(at);
};

function fieldProblems(chart: Chart, tree: Steps): Found[] {
  const numbers = hasNumbers(tree);
  return Object.values(chart.items).flatMap(({ id, fields }) => {
    const found: Found[] = [];
    const wrong = (field: string, text: string, what: string) =>
      found.push({ code: 'not-a-number', severity: 'error', item: id, field, says: `"${text}" is not ${what}.` });
    const { chance, value, cost, kind } = fields;
    if (chance && readChance(chance) === undefined) wrong('chance', chance, 'a chance such as 60 % or 0.6');
    if (value && numbers && readNumber(value) === undefined) wrong('value', value, 'a number');
    if (cost && readNumber(cost) === undefined) wrong('cost', cost, 'a number');
    if (kind && !kindNamed(kind))
      found.push({
        code: 'unknown-kind-of-step',
        item: id,
        field: 'kind',
        says: `"${kind}" is not a kind of step; write question, chance or outcome.`,
      });
    return found;
  });
}

/** Steps of one name that each go on in their own way. */
function twice(chart: Chart, tree: Steps, name: (id: string) => string): Found[] {
  const first = new Map<string, string>();
  const found: Found[] = [];
  for (const id of tree.order) {
    const step = tree.steps.get(id)!;
    const key = folded(step.name);
    if (key === '') {
      found.push({ code: 'empty-name', item: id, field: 'name', says: 'there are no words.' });
      continue;
    }
    const other = first.get(key);
    if (other === undefined) first.set(key, id);
    else if (step.ways.length > 0 && chart.items[id]!.fields['id'] === undefined)
      found.push({
        code: 'double',
        item: id,
        says: `${name(id)} is asked in two places, each with its own ways. Leave the lines under one of them out, and both ways lead to the other.`,
      });
  }
  return found;
}
