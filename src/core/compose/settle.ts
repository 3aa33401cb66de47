/** How a chart stands by itself: parts of the widths of its boxes, gaps and branches that suit its page. */
import type { Chart, Stands } from '../chart';
import type { ArrangementChoice, SettledTree, Structure } from '../kinds';
import { bestOf, type Setting, stays, wantedSize } from '../layout';
import type { Steps } from '../steps';
import type { Fonts } from '../text';
import { arranged, onto, smallestOf } from './place';
import type { Prepared } from './prepare';
import { FULL, type Widths } from './widths';

/** How a chart was settled: to be kept to while its words are being typed. */
export interface Settled {
  readonly by: Widths;
  /** Points at which its smallest words print, and how even it looks, from 0 to 1. */
  readonly prints: number;
  readonly even: number;
  /** Words stand closer to the edges of their boxes than looks say. */
  readonly snug?: boolean;
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
  const by = Array.from({ length: tiers }, (_, i) => rest.by[Math.min(i, rest.by.length - 1)] ?? 1);
  if (!tree) return { ...rest, by, order };
  const known = new Map(before.map((id, i) => [id, tree.settings[i]!]));
  const ofTier = new Map<number, Setting>();
  for (const id of order) {
    const own = known.get(id);
    if (own && !ofTier.has(tierOf.get(id)!)) ofTier.set(tierOf.get(id)!, own);
  }
  const settings = order.map((id) => known.get(id) ?? ofTier.get(tierOf.get(id)!) ?? tree.settings[0]!);
  const gaps = Array.from({ length: tiers }, (_, i) => tree.gaps.tiers[Math.min(i, tree.gaps.tiers.length - 1)]!);
  return { ...rest, by, order, tree: { ...tree, settings, gaps: { ...tree.gaps, tiers: gaps } } };
}

/** Charts with more items, or more lines and links to an item, are not tried: each arrangement of theirs takes too long. */
const MOST_TRIED = { items: 220, links: 3 };
/** Larger maps round a middle are arranged once. */
const MOST_ROUND = 60;
/** Gaps close up to this part of what they are, where the wanted size asks for it. */
const CLOSER = 0.6;
/** Gaps widen up to this much, to take what is left of the page. */
const WIDER = [2, 1.5, 1.25];

type Tried = Pick<Settled, 'by' | 'lengths' | 'choices'>;

/**
 * Of a kind with no search of its own: widths of boxes, then closer gaps, until the wanted size is reached; then gaps as
 * wide as the page allows at that size.
 * @param prepareAs undefined where words would be cut
 * @param stands how it is shown: kept to where that costs little
 */
export function* settledByTrying(
  plain: Prepared,
  widths: readonly Widths[],
  prepareAs: (tried: Tried) => Prepared | undefined,
  fonts: Fonts,
  stands?: Stands,
): Steps<Settled | undefined> {
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
  const tried = (by: Widths, lengths: Readonly<Record<string, number>>, choices: Readonly<Record<string, string>>) => {
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
      fills: arrangement.axis === 'rings',
      prints: smallest * place.scale,
      even: arrangement.even ?? 1,
    };
  };
  const wanted = wantedSize(chart.page);
  const [plainest, ...others] = alternatives(kind.choices, chart.arrangement);
  const first = tried(FULL, {}, plainest!);
  if (!first) return undefined;
  const all = [first];
  // What is drawn round a middle takes the proportions of its page as it is; only narrower boxes can make it larger.
  const { fills } = first;
  for (const part of free.length > 0 && !fills ? [1, CLOSER] : [1])
    for (const choices of [plainest!, ...others])
      for (const by of fills && count > MOST_ROUND ? [] : widths) {
        if (bestOf(all, wanted).prints >= wanted) break;
        yield;
        const isFirst = by === FULL && part === 1 && choices === plainest;
        const next = isFirst ? undefined : tried(by, part === 1 ? {} : lengthsBy(part), choices);
        if (next) all.push(next);
      }
  let best = bestOf(all, wanted);
  const shown = stands && { ...plainest, ...definedIn(plainest!, stands.choices) };
  const kept = shown && [1, CLOSER].flatMap((part) => tried(stands.by, part === 1 ? {} : lengthsBy(part), shown) ?? []);
  if (kept && kept.length > 0 && stays(bestOf(kept, wanted), best, wanted)) best = bestOf(kept, wanted);
  for (const { key, initial } of fills ? [] : free)
    for (const part of WIDER) {
      const lengths = { ...best.lengths, [key]: (best.lengths[key] ?? initial) * part };
      const next = tried(best.by, lengths, best.choices);
      if (!next || next.prints < best.prints * 0.999) continue;
      best = next;
      break;
    }
  return {
    by: best.by,
    lengths: best.lengths,
    choices: best.choices,
    order: structure.order,
    prints: best.prints,
    even: best.even,
  };
}

/** Those of the entries that a record has too. */
const definedIn = (record: Readonly<Record<string, string>>, entries: Readonly<Record<string, string>> = {}) =>
  Object.fromEntries(Object.entries(entries).filter(([key]) => key in record));

/** All that choices left to themselves may come to be, the plainest first. */
export function alternatives(choices: readonly ArrangementChoice[], arrangement: Chart['arrangement']) {
  let all: Record<string, string>[] = [{}];
  for (const choice of choices) {
    if (choice.type !== 'choice' || !choice.settles) continue;
    const { key, initial, settles } = choice;
    if ((arrangement[key] ?? initial) === initial)
      all = all.flatMap((so) => settles.map((value) => ({ ...so, [key]: value })));
  }
  return all;
}
