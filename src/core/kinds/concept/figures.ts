import type { Chart } from '../../chart';
import type { Structure } from '../arrangement';
import type { ShownFigure } from '../kind';
import { conceptKey, graphOf, type Proposition } from './graph';

/** Linking phrases that bring in an example rather than a concept. */
const EXAMPLE =
  /^(such as|for example|for instance|e\.? ?g\.?|like|an example is|examples? (is|are|of)|is an example of)$/i;

/** A proposition is valid where it has a phrase and is said for the first time. */
function validOnes(propositions: readonly Proposition[]): Proposition[] {
  const seen = new Set<string>();
  return propositions.filter(({ from, to, phrase }) => {
    const key = JSON.stringify([from, conceptKey(phrase), to]);
    if (phrase === '' || from === to || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/**
 * The score of J. Novak and D. Gowin, "Learning How to Learn" (1984), chapter 2: 1 for each valid proposition, 5 for each
 * level below the main idea, 10 for each cross-link, 1 for each example. Cross-links and examples have points of their own
 * and are not counted as propositions once more. Whether a proposition is true, only a reader can say.
 */
const POINTS = { propositions: 1, levels: 5, crossLinks: 10, examples: 1 } as const;

/** How much of each there is that brings points. */
export function scoreParts(chart: Chart): Readonly<Record<keyof typeof POINTS, number>> {
  const { propositions, crossLinks, tiers } = graphOf(chart);
  const valid = validOnes(propositions);
  const cross = valid.filter((link) => crossLinks.has(link)).length;
  const examples = valid.filter((link) => !crossLinks.has(link) && EXAMPLE.test(link.phrase)).length;
  return {
    propositions: valid.length - cross - examples,
    levels: Math.max(0, tiers - 1),
    crossLinks: cross,
    examples,
  };
}

function scoreOf(chart: Chart) {
  const { propositions, levels, crossLinks, examples } = scoreParts(chart);
  const parts = {
    propositions: propositions * POINTS.propositions,
    levels: levels * POINTS.levels,
    crossLinks: crossLinks * POINTS.crossLinks,
    examples: examples * POINTS.examples,
  };
  return { ...parts, total: parts.propositions + parts.levels + parts.crossLinks + parts.examples };
}

export function figures(chart: Chart, structure: Structure) {
  const { concepts, propositions, crossLinks } = graphOf(chart);
  return {
    concepts: concepts.length,
    propositions: propositions.length,
    tiers: structure.tiers,
    crossLinks: crossLinks.size,
    score: scoreOf(chart),
  };
}

export function shownFigures(
  chart: Chart,
  structure: Structure,
  drawn: Readonly<Record<string, number>>,
): readonly ShownFigure[] {
  const f = figures(chart, structure);
  const { score } = f;
  return [
    { label: 'Concepts', value: String(f.concepts), about: 'Lines of one name are one concept.' },
    { label: 'Propositions', value: String(f.propositions), about: 'Concept, linking phrase, concept.' },
    { label: 'Tiers', value: String(f.tiers), about: 'Distances from the main idea, itself included.' },
    {
      label: 'Cross-links',
      value: String(f.crossLinks),
      about: 'Links that join two branches. They are drawn dashed.',
    },
    { label: 'Lines that cross', value: String(drawn['crossings'] ?? 0), about: 'In the picture as it is drawn.' },
    {
      label: 'Score',
      value: String(score.total),
      about: `${score.propositions} for propositions, ${score.levels} for levels (5 each), ${score.crossLinks} for cross-links (10 each), ${score.examples} for examples. Whether they are true, you must say.`,
    },
  ];
}
