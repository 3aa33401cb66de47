import type { Chart } from '../../chart';
import { hundredths } from '../../hundredths';
import { showChance, showNumber } from '../../list';
import { chosen } from '../choices';
import type { FigureChart, ShownFigure } from '../kind';
import { listed } from '../saying';
import { choices } from './choices';
import { type Events, eventsOf } from './events';
import { informationOf } from './information';
import { reached, type Steps, stepsOf } from './steps';
import { type Aim, netOf, type Worth, worthOf } from './worth';

/** Questions asked on the ways from the start to an outcome: over all ways, without walking each. */
function questionsToOutcome({ steps, order, tops, depth, loops }: Steps): {
  fewest: number;
  mean: number;
  most: number;
} {
  const start = tops[0];
  if (start === undefined) return { fewest: 0, mean: 0, most: 0 };
  const back = new Set(loops.map(({ way }) => way));
  interface Ways {
    fewest: number;
    most: number;
    count: number;
    sum: number;
  }
  const to = new Map<string, Ways>([[start, { fewest: 0, most: 0, count: 1, sum: 0 }]]);
  const all: Ways = { fewest: Number.POSITIVE_INFINITY, most: 0, count: 0, sum: 0 };
  const add = (ways: Ways, more: Ways, step: number) => {
    ways.fewest = Math.min(ways.fewest, more.fewest + step);
    ways.most = Math.max(ways.most, more.most + step);
    ways.count += more.count;
    ways.sum += more.sum + more.count * step;
  };
  for (const id of [...order].sort((a, b) => depth.get(a)! - depth.get(b)!)) {
    const here = to.get(id);
    if (!here) continue;
    const ways = steps.get(id)!.ways.filter((way) => !back.has(way));
    if (ways.length === 0) add(all, here, 0);
    for (const way of ways) {
      if (!to.has(way.to)) to.set(way.to, { fewest: Number.POSITIVE_INFINITY, most: 0, count: 0, sum: 0 });
      add(to.get(way.to)!, here, 1);
    }
  }
  return { fewest: all.count > 0 ? all.fewest : 0, mean: hundredths(all.sum / Math.max(1, all.count)), most: all.most };
}

export const aimOf = (chart: Chart) => chosen(choices, chart.arrangement, 'aim') as Aim;
const worthFor = (chart: Chart): Worth | undefined => worthOf(stepsOf(chart), aimOf(chart));

export function figures(chart: Chart) {
  const tree = stepsOf(chart);
  const within = reached(tree);
  const kinds = [...within].map((id) => tree.steps.get(id)!.kind);
  const worth = worthFor(chart);
  const start = tree.tops[0];
  const informed = informationOf(tree, aimOf(chart));
  return {
    questions: kinds.filter((kind) => kind === 'question').length,
    chances: kinds.filter((kind) => kind === 'chance').length,
    outcomes: kinds.filter((kind) => kind === 'outcome').length,
    questionsToOutcome: questionsToOutcome(tree),
    ...(worth &&
      start !== undefined && {
        value: worth.values.get(start)!,
        best: worth.answers,
        values: Object.fromEntries(worth.values),
        profile: worth.profile,
        ...(informed && { perfectInformation: informed.all, perfectInformationOf: informed.of }),
      }),
  };
}

/** What the worth of knowing chances rests on. */
function assumed({ events }: Events): string {
  const names = events.map(({ name }) => `"${name}"`);
  const one = events.filter(({ steps }) => steps.length > 1).map(({ name }) => `"${name}"`);
  return [
    one.length > 0 && `${listed(one)} ${one.length === 1 ? 'is one event' : 'are one event each'} wherever it occurs.`,
    names.length > 1 && `Apart from what the tree says, ${listed(names)} do not depend on each other.`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** What each choice at the start is worth after its costs, the best first: "Lease: 54,000. Buy: 46,000." */
export function choicesCompared(chart: Chart): string {
  const tree = stepsOf(chart);
  const aim = aimOf(chart);
  const worth = worthOf(tree, aim);
  const start = tree.tops[0] === undefined ? undefined : tree.steps.get(tree.tops[0]);
  if (!worth || start?.kind !== 'question') return '';
  return start.ways
    .map((way) => ({ name: way.answer || tree.steps.get(way.to)!.name, value: netOf(worth, way) }))
    .sort((a, b) => (aim === 'highest' ? b.value - a.value : a.value - b.value))
    .map(({ name, value }) => `${name}: ${showNumber(value)}.`)
    .join(' ');
}

export function shownFigures(chart: Chart): ShownFigure[] {
  const f = figures(chart);
  const { fewest, mean, most } = f.questionsToOutcome;
  const shown: ShownFigure[] = [
    { label: 'Questions', value: String(f.questions), about: 'Steps at which somebody chooses.' },
    { label: 'Outcomes', value: String(f.outcomes), about: 'Ends that can be reached, each counted once.' },
    {
      label: 'To an outcome',
      value: `${fewest} – ${most}`,
      about: `Steps on the shortest and the longest way; ${mean} on average.`,
    },
  ];
  if (f.chances > 0)
    shown.splice(1, 0, { label: 'Chances', value: String(f.chances), about: 'Steps that nobody chooses.' });
  const worth = worthFor(chart);
  const start = stepsOf(chart).tops[0];
  if (!worth || start === undefined) return shown;
  shown.push(
    {
      label: 'Expected value',
      value: showNumber(worth.values.get(start)!),
      about: 'At the start, when the best way is chosen at every question.',
    },
    {
      label: 'Best way',
      value: worth.answers.join(', ') || '–',
      about: `${choicesCompared(chart)} Each after its costs. The best way is drawn with wider lines.`,
    },
  );
  const tree = stepsOf(chart);
  const informed = informationOf(tree, aimOf(chart));
  if (informed)
    shown.push({
      label: 'Perfect information',
      value: showNumber(informed.all),
      about: `The most it is worth to know every chance beforehand. ${assumed(eventsOf(tree))}`.trimEnd(),
    });
  return shown;
}

export function figureCharts(chart: Chart): FigureChart[] {
  const worth = worthFor(chart);
  if (!worth || worth.profile.length < 2) return [];
  return [
    {
      label: 'Risk profile',
      about: `What may come out on the best way, and how likely: ${worth.profile
        .slice(0, 6)
        .map(({ value, chance }) => `${showNumber(value)} with ${showChance(chance)}`)
        .join(', ')}${worth.profile.length > 6 ? ' ...' : '.'}`,
      form: 'bars',
      across: 'Value',
      up: 'Chance in %',
      data: worth.profile.map(({ value, chance }) => ({ name: showNumber(value), value: hundredths(chance * 100) })),
    },
  ];
}
