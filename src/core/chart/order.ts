/**
 * Fractional order keys: an item's place among its siblings is a short text that sorts between its neighbours', so an
 * insertion touches no other item. Two people who insert at one place at once may get the same key; ids then decide.
 */
import { generateNKeysBetween } from 'fractional-indexing';

/** Whether a text is a key that new keys can be made beside. */
export function isOrderKey(text: string): boolean {
  try {
    generateNKeysBetween(text, null, 1);
    return true;
  } catch {
    return false;
  }
}

/** `count` keys for a list that is empty so far. */
export const firstOrders = (count: number): string[] => generateNKeysBetween(null, null, count);

/**
 * `count` keys directly after `siblings[at]` (`at` -1: before the first). Where neighbours share a key, the new ones
 * stand after all who share it.
 */
export function ordersAfter(siblings: readonly { readonly order: string }[], at: number, count: number): string[] {
  const lower = siblings[at]?.order ?? null;
  let next = at + 1;
  while (lower !== null && next < siblings.length && siblings[next]!.order <= lower) next++;
  return generateNKeysBetween(lower, siblings[next]?.order ?? null, count);
}
