import type { Chart } from '../../chart';
import { itemBy } from '../../list';
import type { Structure } from '../arrangement';
import type { FigureOptions, PairFigure, ShownFigure } from '../kind';
import { familyOf, isNobody } from './family';
import { generationsOf } from './generations';
import { ancestorNumbers, relationOf } from './kinship';
import { personOf } from './view';

const nameOf = (chart: Chart, id: string) => chart.items[id]!.fields['name'] || 'unnamed';

/** Generations of ancestors whose completeness is told. */
const MOST_TOLD = 8;

/** How many of a person's ancestors are known, generation by generation: parents first. */
function completeness(numbers: ReadonlyMap<number, string>): { generation: number; known: number; of: number }[] {
  const known: number[] = [];
  for (const number of numbers.keys()) {
    const generation = Math.floor(Math.log2(number));
    known[generation] = (known[generation] ?? 0) + 1;
  }
  return known.slice(1, MOST_TOLD + 1).map((count, i) => ({ generation: i + 1, known: count, of: 2 ** (i + 1) }));
}

export function figures(chart: Chart, _structure: Structure, { between }: FigureOptions = {}) {
  const family = familyOf(chart);
  const person = personOf(chart);
  const numbers = new Map(
    person === undefined ? [] : [...ancestorNumbers(chart, person)].filter(([, id]) => !isNobody(chart.items[id]!)),
  );
  const pair = between?.map((text) => itemBy(chart.items, text));
  const [a, b] = pair ?? [];
  return {
    people: family.people.filter((id) => !isNobody(chart.items[id]!)).length,
    couples: family.couples.filter(({ partners }) => partners.length === 2).length,
    generations: generationsOf(chart).count,
    ...(person !== undefined && {
      person: nameOf(chart, person),
      ancestors: Object.fromEntries(
        [...numbers].sort(([x], [y]) => x - y).map(([number, id]) => [number, nameOf(chart, id)]),
      ),
      completeness: completeness(numbers),
    }),
    ...(between && { between: a !== undefined && b !== undefined ? told(chart, a, b) : unknownPair(between, a) }),
  };
}

function told(chart: Chart, a: string, b: string) {
  const { commonAncestors, ...relation } = relationOf(chart, a, b);
  return { ...relation, commonAncestors: commonAncestors.map((id) => nameOf(chart, id)) };
}
const unknownPair = (between: readonly [string, string], first: string | undefined) => ({
  relation: `there is nobody, or more than one, called "${first === undefined ? between[0] : between[1]}"`,
  kinship: null,
  commonAncestors: [],
});

export function shownFigures(
  chart: Chart,
  structure: Structure,
  drawn: Readonly<Record<string, number>>,
): readonly ShownFigure[] {
  const f = figures(chart, structure);
  const shown: ShownFigure[] = [
    { label: 'People', value: String(f.people), about: 'Everybody who is known by a name or a date.' },
    { label: 'Couples', value: String(f.couples), about: 'Pairs of partners, or of parents of a child.' },
    { label: 'Generations', value: String(f.generations), about: 'Partners share one.' },
    { label: 'Lines that cross', value: String(drawn['crossings'] ?? 0), about: 'In the picture as it is drawn.' },
  ];
  const known = f.completeness?.reduce((sum, generation) => sum + generation.known, 0) ?? 0;
  if (known > 0)
    shown.push({
      label: 'Known ancestors',
      value: String(known),
      about: `Of ${f.person}: ${f.completeness!.map((g) => `${g.known} of ${g.of} ${['', 'parents', 'grandparents'][g.generation] ?? `in generation ${g.generation}`}`).join(', ')}.`,
    });
  return shown;
}

/** A part of one as a fraction: halves of halves, which is what kinship is made of. */
function fraction(value: number): string {
  for (let below = 1; below <= 2 ** 20; below *= 2)
    if (Number.isInteger(value * below)) return below === 1 ? String(value) : `${value * below}/${below}`;
  return String(Math.round(value * 1e6) / 1e6);
}

export const pairFigure: PairFigure = {
  label: 'How two people are related',
  about: 'Kinship is the chance that a gene drawn from each is the same by descent; it counts parents by birth only.',
  of(chart, a, b) {
    const { relation, kinship, commonAncestors } = relationOf(chart, a, b);
    const facts = [`Kinship ${fraction(kinship)}`];
    if (commonAncestors.length > 0)
      facts.push(`Nearest common ancestors: ${commonAncestors.map((id) => nameOf(chart, id)).join(', ')}`);
    return { value: `${nameOf(chart, a)} is ${nameOf(chart, b)}'s ${relation}`, facts };
  },
};
