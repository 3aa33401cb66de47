import { type Chart, type Item, treeOf } from '../../chart';
import type { Structure } from '../arrangement';

/** Deepest tier that a line can be set on. */
export const DEEPEST = 40;

/** The tier a line asks for; undefined where it asks for none that there can be. */
export function askedTier({ fields }: Pick<Item, 'fields'>): number | undefined {
  const asked = Number.parseInt(fields['tier'] ?? '', 10);
  return asked >= 1 && asked <= DEEPEST ? asked : undefined;
}

/** Words that say yes in a column of aides. */
const YES = /^(y|yes|true|1|x|aide|assistant|staff)$/i;
export const isAide = ({ fields, parent }: Pick<Item, 'fields' | 'parent'>): boolean =>
  parent !== null && YES.test((fields['aide'] ?? '').trim());

/**
 * Tiers are ranks: one under the post above, or deeper where the line asks for it. What stands under a folded post is not
 * drawn.
 */
export function structure(chart: Chart): Structure {
  const tree = treeOf(chart.items);
  const order: string[] = [];
  const tierOf = new Map<string, number>();
  const folded = new Map<string, number>();
  let tiers = 0;
  // The folded post a line stands under, where it stands under one.
  const within = new Map<string, string>();
  const stack = [...tree.tops].reverse();
  for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
    const item = chart.items[id]!;
    const above = item.parent === null ? 0 : tierOf.get(item.parent)!;
    const tier = Math.max(above + 1, askedTier(item) ?? 0);
    tierOf.set(id, tier);
    const hiding = within.get(id);
    if (hiding === undefined) {
      order.push(id);
      tiers = Math.max(tiers, tier);
    } else folded.set(hiding, (folded.get(hiding) ?? 0) + 1);
    // What a view leaves out under it is counted as what is folded is.
    if (item.more !== undefined) folded.set(hiding ?? id, (folded.get(hiding ?? id) ?? 0) + item.more);
    const children = tree.childrenOf(id);
    const hides = hiding ?? (item.folded && children.length > 0 ? id : undefined);
    for (let i = children.length - 1; i >= 0; i--) {
      if (hides !== undefined) within.set(children[i]!, hides);
      stack.push(children[i]!);
    }
  }
  return { order, tierOf, tiers, ...(folded.size > 0 && { folded }) };
}
