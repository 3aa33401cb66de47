import type { Chart, Item, Look, LookPatch } from '../chart';
import { definedOf } from '../defined';
import { readable } from './colour';
import type { House } from './house';

/** A look with a patch on it. A new fill brings its own readable ink unless that is set too. */
function on(look: Look, patch: LookPatch | undefined): Look {
  if (!patch) return look;
  const follows = patch.fill !== undefined && patch.ink === undefined ? { ink: readable(patch.fill) } : {};
  return { ...look, ...follows, ...definedOf(patch) };
}

/**
 * The look of a tier: the house style's, with what the kind asks of every tier, then what was set on the tier.
 */
export const tierLook = (
  chart: Pick<Chart, 'tiers' | 'font'>,
  house: House,
  tier: number,
  byKind: LookPatch | undefined = undefined,
): Look =>
  on(
    on(on(house.look(tier), scaled(byKind, house.scale)), chart.font && { font: chart.font }),
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
 */
export const itemLook = (
  tier: Look,
  byKind: LookPatch | undefined,
  byRules: readonly LookPatch[],
  item: Pick<Item, 'style'>,
): Look => on(byRules.reduce(on, on(tier, byKind)), item.style);
