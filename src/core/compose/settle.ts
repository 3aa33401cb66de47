/** How a chart stands by itself: parts of the widths of its boxes, gaps and branches that suit its page. */
import type { Chart, Look } from '../chart';
import type { ArrangementChoice, SettledTree, Structure } from '../kinds';
import { bestOf, type Setting, wantedSize } from '../layout';
import type { Fonts } from '../text';
import { narrowestBox, type Worded } from './measure';
import { arranged, onto, smallestOf } from './place';
import type { Prepared } from './prepare';

/** Widths of boxes that are tried, as parts of those that the looks allow. */
export const WIDTHS = [1, 0.82, 0.68, 0.56];
/** Lines that a name, or another part of a box's words, may take in a narrower box. */
const MOST_LINES = 3;

/** Width of the narrowest box of each tier in which no word is broken, in points. */
export function longestByTier(worded: readonly Worded[], fonts: Fonts): Map<number, number> {
  const words = new Map<number, number>();
  for (const item of worded) words.set(item.tier, Math.max(words.get(item.tier) ?? 0, narrowestBox(fonts, item)));
  return words;
}

/** Looks with boxes of a part of their width, none narrower than its longest word; undefined where no tier can be. */
export function narrower(chart: Chart, words: ReadonlyMap<number, number>, lookOf: (tier: number) => Look, by: number) {
  const looks = new Map<number, Look>();
  for (const [tier, longest] of words) {
    const look = lookOf(tier);
    const free = look.sizeRule !== 'fixed' && chart.tiers[String(tier)]?.look?.width === undefined;
    const width = Math.max(look.width * by, longest);
    if (free && width < look.width) looks.set(tier, { ...look, width });
  }
  return looks.size === 0 ? undefined : (tier: number) => looks.get(tier) ?? lookOf(tier);
}

/** Whether narrower boxes show all words as wider ones do, in few lines. */
export const isWhole = (
  worded: readonly Worded[],
  { set, cut }: Pick<Prepared, 'set' | 'cut'>,
  full: Pick<Prepared, 'set' | 'cut'>,
): boolean =>
  cut.size <= full.cut.size &&
  worded.every(({ id, face }) => {
    const lines = set.get(id)!.lines.length;
    return lines <= full.set.get(id)!.lines.length || lines <= MOST_LINES * Math.max(1, face.lines.length - 1) + 1;
  });

/** How a chart was settled: to be kept to while its words are being typed. */
export interface Settled {
  readonly by: number;
  /** Of kinds whose branches are set in ways of their own. */
  readonly tree?: SettledTree;
  /** Gaps, by the key of their choice, where nobody set them. */
  readonly lengths?: Readonly<Record<string, number>>;
  /** What choices came to be that were left to themselves. */
  readonly choices?: Readonly<Record<string, string>>;
  /** Items, as the settings of the tree number them. */
  readonly order: readonly string[];
}

/** What was settled for other lines, for those of a structure. */
export function keptTo({ tree, order: before, ...rest }: Settled, { order, tierOf, tiers }: Structure): Settled {
  if (!tree) return { ...rest, order };
  const known = new Map(before.map((id, i) => [id, tree.settings[i]!]));
  const ofTier = new Map<number, Setting>();
  for (const id of order) {
    const own = known.get(id);
    if (own && !ofTier.has(tierOf.get(id)!)) ofTier.set(tierOf.get(id)!, own);
  }
  const settings = order.map((id) => known.get(id) ?? ofTier.get(tierOf.get(id)!) ?? tree.settings[0]!);
  const gaps = Array.from({ length: tiers }, (_, i) => tree.gaps.tiers[Math.min(i, tree.gaps.tiers.length - 1)]!);
  return { ...rest, order, tree: { ...tree, settings, gaps: { ...tree.gaps, tiers: gaps } } };
}

/** Charts with more items, or more lines and links to an item, are not tried: each arrangement of theirs takes too long. */
const MOST_TRIED = { items: 220, links: 3 };
/** Gaps close up to this part of what they are, where the wanted size asks for it. */
const CLOSER = 0.6;
/** Gaps widen up to this much, to take what is left of the page. */
const WIDER = [2, 1.5, 1.25];

/**
 * Of a kind with no search of its own: widths of boxes, then closer gaps, until the wanted size is reached; then gaps as
 * wide as the page allows at that size.
 * @param prepareAs undefined where words would be cut
 */
export function settledByTrying(
  plain: Prepared,
  widths: readonly number[],
  prepareAs: (tried: Pick<Settled, 'by' | 'lengths' | 'choices'>) => Prepared | undefined,
  fonts: Fonts,
): Settled | undefined {
  const { chart, kind, structure } = plain;
  const count = structure.order.length;
  // A line of the list is a line of the picture too, whether or not its item stands elsewhere.
  const links = Object.keys(chart.items).length + Object.keys(chart.links).length;
  if (count === 0 || count > MOST_TRIED.items || links > MOST_TRIED.links * count) return undefined;
  const free = kind.choices.flatMap((choice) =>
    choice.type === 'length' && chart.arrangement[choice.key] === undefined ? [choice] : [],
  );
  const lengthsBy = (part: number) =>
    Object.fromEntries(free.map(({ key, initial, least }) => [key, Math.max(least, initial * part)]));
  const tried = (by: number, lengths: Readonly<Record<string, number>>, choices: Readonly<Record<string, string>>) => {
    const own = prepareAs({ by, lengths, choices });
    if (!own) return undefined;
    const arrangement = arranged(own);
    const smallest = smallestOf(own, arrangement);
    const { place } = onto(own, arrangement, fonts);
    if (smallest === null) return undefined;
    return {
      by,
      lengths,
      choices,
      prints: smallest * place.scale,
      even: arrangement.even ?? 1,
    };
  };
  const wanted = wantedSize(chart.page);
  const [plainest, ...others] = alternatives(kind.choices, chart.arrangement);
  const first = tried(1, {}, plainest!);
  if (!first) return undefined;
  const all = [first];
  for (const part of free.length > 0 ? [1, CLOSER] : [1])
    for (const choices of [plainest!, ...others])
      for (const by of widths) {
        if (bestOf(all, wanted).prints >= wanted) break;
        const isFirst = by === 1 && part === 1 && choices === plainest;
        const next = isFirst ? undefined : tried(by, part === 1 ? {} : lengthsBy(part), choices);
        if (next) all.push(next);
      }
  let best = bestOf(all, wanted);
  for (const { key, initial } of free)
    for (const part of WIDER) {
      const lengths = { ...best.lengths, [key]: (best.lengths[key] ?? initial) * part };
      const next = tried(best.by, lengths, best.choices);
      if (!next || next.prints < best.prints * 0.999) continue;
      best = next;
      break;
    }
  return { by: best.by, lengths: best.lengths, choices: best.choices, order: structure.order };
}

/** All that choices left to themselves may come to be, the plainest first. */
function alternatives(choices: readonly ArrangementChoice[], arrangement: Chart['arrangement']) {
  let all: Record<string, string>[] = [{}];
  for (const choice of choices) {
    if (choice.type !== 'choice' || !choice.settles) continue;
    const { key, initial, settles } = choice;
    if ((arrangement[key] ?? initial) === initial)
      all = all.flatMap((so) => settles.map((value) => ({ ...so, [key]: value })));
  }
  return all;
}
