/** Boxes narrower than their looks allow, tier by tier: words wrap more, and a picture may print larger. */
import type { Chart, Look } from '../chart';
import { pushTo } from '../grouped';
import type { SetWords, Size } from '../kinds';
import type { Fonts } from '../text';
import { measure, narrowestBox, type Worded } from './measure';

/** Parts of the widths that looks allow, by tier from the first; a tier that is not told of has all of its own. */
export type Widths = readonly number[];
/** All boxes as wide as looks allow. */
export const FULL: Widths = [];
/** The same part for all of some tiers. */
export const alike = (part: number, tiers: number): Widths => Array.from({ length: tiers }, () => part);

/** Widths that are tried, as parts of those that the looks allow. */
export const WIDTHS = [1, 0.82, 0.68, 0.56];
/** Lines that a name, or another part of a box's words, may take in a narrower box. */
const MOST_LINES = 3;

type Measured = Readonly<{
  set: ReadonlyMap<string, SetWords>;
  sizes: ReadonlyMap<string, Size>;
  /** Items whose words could not be shown whole. */
  cut: ReadonlySet<string>;
}>;

/** Whether narrower boxes show all words as wider ones do, in few lines. */
const isWhole = (worded: readonly Worded[], { set, cut }: Measured, full: Pick<Measured, 'set' | 'cut'>): boolean =>
  [...cut].every((id) => full.cut.has(id)) &&
  worded.every(({ id, face }) => {
    const lines = set.get(id)!.lines.length;
    return lines <= full.set.get(id)!.lines.length || lines <= MOST_LINES * Math.max(1, face.lines.length - 1) + 1;
  });

/**
 * Words and boxes at other widths. A tier is measured once for each of its widths.
 * @param full all as wide as looks allow
 * @returns undefined where no box becomes narrower, or where words would be cut or take too many lines
 */
export function narrowing(
  chart: Chart,
  worded: readonly Worded[],
  lookOf: (tier: number) => Look,
  full: Measured,
  fonts: Fonts,
): (by: Widths) => Measured | undefined {
  const ofTier = new Map<number, Worded[]>();
  for (const item of worded) pushTo(ofTier, item.tier, item);
  const longest = new Map<number, number>();
  /** No narrower than the longest word of its tier. */
  const longestOf = (tier: number) => {
    if (!longest.has(tier))
      longest.set(
        tier,
        ofTier.get(tier)!.reduce((so, item) => Math.max(so, narrowestBox(fonts, item)), 0),
      );
    return longest.get(tier)!;
  };
  const known = new Map<string, Measured | 'same' | 'broken'>();
  const tierAt = (tier: number, by: number) => {
    const key = `${tier} ${by}`;
    const found = known.get(key);
    if (found) return found;
    const look = lookOf(tier);
    const free = look.sizeRule !== 'fixed' && chart.tiers[String(tier)]?.look?.width === undefined;
    const width = Math.max(look.width * by, longestOf(tier));
    let own: Measured | 'same' | 'broken' = 'same';
    if (free && width < look.width) {
      const members = ofTier.get(tier)!;
      own = measure(members, () => ({ ...look, width }), fonts);
      if (!isWhole(members, own, full)) own = 'broken';
    }
    known.set(key, own);
    return own;
  };
  return (by) => {
    const narrowed: Measured[] = [];
    for (const tier of ofTier.keys()) {
      const part = by[tier - 1] ?? 1;
      const own = part === 1 ? 'same' : tierAt(tier, part);
      if (own === 'broken') return undefined;
      if (own !== 'same') narrowed.push(own);
    }
    if (narrowed.length === 0) return undefined;
    const set = new Map(full.set);
    const sizes = new Map(full.sizes);
    const cut = new Set(full.cut);
    for (const own of narrowed) {
      for (const [id, words] of own.set) set.set(id, words);
      for (const [id, size] of own.sizes) sizes.set(id, size);
    }
    return { set, sizes, cut };
  };
}
