import type { ArrangeInput, Arrangement, PlacedWords } from '../arrangement';
import { chosen } from '../choices';
import { arrangeWorded, layeredForm, type WordedLink } from '../worded';
import { choices } from './choices';
import { arrangeFree } from './free';
import { factsOfLink, graphOf, type Proposition } from './graph';
import { arrangeRings } from './rings';
import { beforeMain } from './sides';

const PHRASE_WIDEST = 92;
const FOCUS = { size: 12.5, gap: 16 };

/** A link that runs against the tiers or along one shows its direction by a head (common practice in concept maps). */
function linksOf(input: ArrangeInput): WordedLink[] {
  const { chart, whole, structure, lookOf, setWords } = input;
  const graph = graphOf(chart);
  const crossLinks = new Set([...graphOf(whole ?? chart).crossLinks].map(({ line }) => line));
  const inTree = new Set(graph.reachedBy.values());
  const all = chosen(choices, chart.arrangement, 'onLines') === 'all';
  const wordsOn = ({ line, phrase }: Proposition) => {
    const facts = all ? Object.values(factsOfLink(chart.items[line]!)).filter((fact) => fact !== phrase) : [];
    return facts.length === 0 ? phrase : `${phrase} (${facts.join(', ')})`.trim();
  };
  return graph.propositions
    .filter(({ from, to }) => from !== to)
    .map((link): WordedLink => {
      const label = wordsOn(link);
      const cross = crossLinks.has(link.line);
      const down = structure.tierOf.get(link.to)! > structure.tierOf.get(link.from)!;
      return {
        from: link.from,
        to: link.to,
        said: link.line,
        role: cross ? 'cross-link' : 'linking-phrase',
        label,
        ...(label !== '' && {
          words: setWords(label, PHRASE_WIDEST, { size: lookOf(structure.tierOf.get(link.from)!).wordSize }),
        }),
        ...((cross || !down) && { arrow: true }),
        ...(cross && { look: { lineDash: 'dashed' as const } }),
        weight: inTree.has(link) ? 2 : 1,
      };
    });
}

export function arrange(input: ArrangeInput): Arrangement {
  const { chart, structure, sizes, lookOf, setWords } = input;
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const layout = choose('layout');
  const gaps = { siblings: Number(choose('siblingGap')), tiers: Number(choose('tierGap')) };
  const links = linksOf(input);
  const straight = layout === 'rings' ? arrangeRings : layout === 'free' ? arrangeFree : undefined;
  const {
    crossings,
    problems = [],
    ...laid
  } = straight
    ? straight({ graph: graphOf(chart), sizes, links, gaps, room: input.room })
    : {
        problems: [],
        ...arrangeWorded({
          ids: structure.order,
          tierOf: structure.tierOf,
          tiers: structure.tiers,
          sizes,
          links,
          down: layout === 'rows',
          ...(choose('sides') === 'both' && { before: beforeMain(graphOf(chart)) }),
          bent: choose('rows') === 'two',
          words: choose('words') as 'start' | 'middle' | 'end',
          side: choose('side') as 'on' | 'before' | 'after',
          gaps,
          form: structure.tiers > 0 ? layeredForm(lookOf(1).line) : 'straight',
        }),
      };
  const focus = String(choose('focus'));
  if (focus === '' || structure.order.length === 0) return { ...laid, problems, figures: { crossings } };
  const words = setWords(focus, Math.max(260, laid.width), { size: FOCUS.size, strong: true });
  const top = words.height + FOCUS.gap;
  const caption: PlacedWords = { x: Math.max(0, (laid.width - words.width) / 2), y: 0, words, align: 'middle' };
  return {
    ...lowered(laid, top, Math.max(laid.width, words.width)),
    captions: [caption],
    problems,
    figures: { crossings },
  };
}

/** An arrangement moved down by `top` and centred in `width`. */
function lowered(laid: Omit<Arrangement, 'figures'>, top: number, width: number): Arrangement {
  const aside = (width - laid.width) / 2;
  const move = ([x, y]: readonly [number, number]): [number, number] => [x + aside, y + top];
  const shift = laid.axis === 'rows' ? top : laid.axis === 'columns' ? aside : 0;
  return {
    ...laid,
    boxes: new Map([...laid.boxes].map(([id, at]) => [id, move(at)])),
    links: laid.links.map((link) => ({
      ...link,
      points: link.points.map(move),
      ...(link.ways && { ways: link.ways.map((way) => way.map(move)) }),
      ...(link.words && { words: { ...link.words, x: link.words.x + aside, y: link.words.y + top } }),
    })),
    bands: laid.bands.map(({ start, end }) => ({ start: start + shift, end: end + shift })),
    width,
    height: laid.height + top,
  };
}
