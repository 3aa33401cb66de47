import { showChance, showNumber } from '../../list';
import type { ArrangeInput, Arrangement } from '../arrangement';
import { chosen } from '../choices';
import { arrangeWorded, layeredForm, type WordedLink } from '../worded';
import { choices } from './choices';
import { type Steps, stepsOf, type Way } from './steps';
import { type Aim, netOf, worthOf } from './worth';

const WORDS_WIDEST = 96;
/** The best way is drawn this much wider than others. */
const BEST = 2;

/**
 * What is written on a way: its answer, how likely it is, what it costs, and where ways of one choice cost something, what is
 * left: by that they are compared.
 */
const wordsOf = ({ answer, chance, cost }: Way, net: number | undefined) =>
  [
    answer,
    [
      chance === undefined ? '' : showChance(chance),
      cost === 0 ? '' : `costs ${showNumber(cost)}`,
      net === undefined ? '' : `net ${showNumber(net)}`,
    ]
      .filter(Boolean)
      .join(', '),
  ]
    .filter(Boolean)
    .join('\n');

/** Lines that say the ways taken when the best is chosen from the start on. */
function bestLines(tree: Steps, aim: Aim): ReadonlySet<string> {
  const worth = worthOf(tree, aim);
  return new Set([...(worth?.taken ?? [])].flatMap((way) => (worth?.best.get(way.from) === way ? [way.line] : [])));
}

export function arrange({ chart, whole, structure, sizes, lookOf, setWords }: ArrangeInput): Arrangement {
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const tree = stepsOf(chart);
  const best = bestLines(stepsOf(whole ?? chart), choose('aim') as Aim);
  const all = stepsOf(whole ?? chart);
  const worth = worthOf(all, choose('aim') as Aim);
  const compared = (id: string) => {
    const step = all.steps.get(id);
    return step?.kind === 'question' && step.ways.length > 1 && step.ways.some(({ cost }) => cost !== 0);
  };
  const back = new Set(tree.loops.map(({ way }) => way));
  const links = tree.order.flatMap((id) =>
    tree.steps.get(id)!.ways.map((way): WordedLink => {
      const text = wordsOf(way, compared(id) && worth ? netOf(worth, way) : undefined);
      const isBest = best.has(way.line);
      const { lineWidth, wordSize } = lookOf(structure.tierOf.get(id)!);
      return {
        from: way.from,
        to: way.to,
        said: way.line,
        role: 'answer',
        label: way.answer,
        ...(text !== '' && { words: setWords(text, WORDS_WIDEST, { strong: isBest, size: wordSize }) }),
        ...(back.has(way) && { arrow: true, look: { lineDash: 'dashed' as const } }),
        ...(isBest && { look: { lineWidth: lineWidth * BEST } }),
      };
    }),
  );
  const { crossings, ...arranged } = arrangeWorded({
    ids: structure.order,
    tierOf: structure.tierOf,
    tiers: structure.tiers,
    sizes,
    // A way to the step itself has nowhere to go in tiers; the problem names it.
    links: links.filter(({ from, to }) => from !== to),
    down: choose('direction') === 'down',
    bent: choose('rows') === 'two',
    words: choose('words') as 'start' | 'middle' | 'end',
    side: choose('side') as 'on' | 'before' | 'after',
    gaps: { siblings: Number(choose('siblingGap')), tiers: Number(choose('tierGap')) },
    form: structure.tiers > 0 ? layeredForm(lookOf(1).line) : 'elbow',
  });
  return { ...arranged, figures: { crossings } };
}
