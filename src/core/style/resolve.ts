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
  chart: Pick<Chart, 'tiers'>,
  house: House,
  tier: number,
  byKind: LookPatch | undefined = undefined,
): Look => on(on(house.look(tier), byKind), chart.tiers[String(tier)]?.look);

/**
 * The look of an item: its tier's, then what the kind says by what the item is (such as a dashed edge for a vacant
 * post), then the exception set on it on purpose.
 */
export const itemLook = (tier: Look, byKind: LookPatch | undefined, item: Pick<Item, 'style'>): Look =>
  on(on(tier, byKind), item.style);
