import type { Chart, Item, Look, LookPatch, Tone } from '../chart';
import { definedOf } from '../defined';
import { darker, readable, toOklch } from './colour';
import type { House } from './house';
import { difference } from './vision';

/** Whether words stand on what is behind their box, which is not seen. */
export const isClear = ({ opacity }: Pick<Look, 'opacity'>): boolean => opacity === 0;

/** A look with a patch on it. A new fill brings its own readable ink unless that is set too, and is seen where none was. */
function on(look: Look, patch: LookPatch | undefined): Look {
  if (!patch) return look;
  const follows = patch.fill !== undefined && patch.ink === undefined ? { ink: readable(patch.fill) } : {};
  const seen = patch.fill !== undefined && isClear(look) ? { opacity: 1 } : {};
  return { ...look, ...follows, ...seen, ...definedOf(patch) };
}

/** Tiers of the whole chart that stand above the first one of a view. */
export const tiersBefore = ({ tierFrom = 1 }: Pick<Chart, 'tierFrom'>): number => tierFrom - 1;

/**
 * The look of a tier: the house style's, with what the kind asks of every tier, then what was set on the tier.
 */
export const tierLook = (
  chart: Pick<Chart, 'tiers' | 'tierFrom' | 'font'>,
  house: House,
  tier: number,
  byKind: LookPatch | undefined = undefined,
): Look =>
  on(
    on(on(house.look(tier + tiersBefore(chart)), scaled(byKind, house.scale)), chart.font && { font: chart.font }),
    chart.tiers[String(tier)]?.look,
  );

/** What a kind asks for, in a house style of larger print. */
const scaled = (look: LookPatch | undefined, by: number): LookPatch | undefined =>
  look && {
    ...look,
    ...(look.size !== undefined && { size: look.size * by }),
    ...(look.width !== undefined && { width: look.width * by }),
  };

/**
 * The look of an item: its tier's, then what the kind says by what the item is (such as a dashed edge for a vacant
 * post), then what rules say, then the exception set on it on purpose.
 * @param byRules the weakest first
 * @param lookOf looks of all tiers, for a fill that follows another one
 */
export const itemLook = (
  tier: Look,
  byKind: LookPatch | undefined,
  byRules: readonly LookPatch[],
  { tone, style }: Pick<Item, 'style' | 'tone'>,
  lookOf: (tier: number) => Look = () => tier,
): Look => {
  const ruled = byRules.reduce(on, on(tier, byKind));
  return on(tone ? on(ruled, { fill: toneFill(tone, lookOf) }) : ruled, style);
};

/** The colour that a tone is at the moment. */
export const toneFill = ({ tier, light }: Tone, lookOf: (tier: number) => Look): string =>
  light === 0 ? lookOf(tier).fill : darker(lookOf(tier).fill, -light);

/** The tone that comes nearest to a colour, among the fills of some tiers, made lighter or darker. */
export function toneOf(colour: string, looks: readonly Look[]): Tone | undefined {
  let best: { tone: Tone; apart: number } | undefined;
  for (const [i, { fill }] of looks.entries()) {
    const by = toOklch(colour).l - toOklch(fill).l;
    const light = Math.max(-0.5, Math.min(0.5, Math.round(by * 100) / 100));
    const tone = { tier: i + 1, light };
    const apart = difference(
      colour,
      toneFill(tone, (tier) => looks[tier - 1]!),
    );
    if (!best || apart < best.apart) best = { tone, apart };
  }
  return best?.tone;
}
