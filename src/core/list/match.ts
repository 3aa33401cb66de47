/** Which line of a newer list is which item of the chart, and how sure that is. */

import type { Item } from '../chart';
import { pushTo } from '../grouped';
import { jaroWinkler, LIKELY, likeness } from './names';
import { folded } from './words';

export type MatchedBy = 'record' | 'id' | 'e-mail' | 'name and post' | 'name' | 'likeness';
export interface Match {
  /** Id of the item of the chart. */
  readonly to: string;
  readonly by: MatchedBy;
  /** From 0 to 1. */
  readonly certainty: number;
}

type Keyed = Pick<Item, 'fields'>;
const KEYS: readonly { readonly by: MatchedBy; readonly certainty: number; readonly key: (item: Keyed) => string }[] = [
  { by: 'id', certainty: 1, key: ({ fields }) => folded(fields['id'] ?? '') },
  { by: 'e-mail', certainty: 0.98, key: ({ fields }) => folded(fields['email'] ?? '') },
  {
    by: 'name and post',
    certainty: 0.95,
    key: ({ fields }) =>
      fields['name'] ? [fields['name'], fields['post'] ?? '', fields['born'] ?? ''].map(folded).join('\n') : '',
  },
  // Who has no name is known by all that is said of them.
  {
    by: 'name and post',
    certainty: 0.9,
    key: ({ fields: { name = '', id: _, ...said } }) => {
      const all = Object.entries(said).filter(([, text]) => text !== '');
      return name === '' && all.length > 0
        ? JSON.stringify(all.map(([field, text]) => [field, folded(text)]).sort())
        : '';
    },
  },
  { by: 'name', certainty: 0.85, key: ({ fields }) => folded(fields['name'] ?? '') },
];

/** Below this somebody should look. */
export const SURE = 0.9;
/** Where more lines than this are left on both sides the lists are not two of one kind. */
const MOST_COMPARED = 400;

/** How surely two lines with different names are the same: somebody who was renamed, or whose name was written otherwise. */
function alike(old: Item, fresh: Item, sameParent: boolean): number {
  const [a, b] = [old.fields['name'] ?? '', fresh.fields['name'] ?? ''];
  if (a === '' || b === '') return 0;
  const samePost =
    folded(old.fields['post'] ?? '') !== '' && folded(old.fields['post'] ?? '') === folded(fresh.fields['post'] ?? '');
  const like = likeness(a, b);
  if (like >= LIKELY) return like * (samePost || sameParent ? 0.9 : 0.8);
  // The same given name in the same post under the same superior: a family name that changed.
  const [given, other] = [folded(a).split(' ')[0]!, folded(b).split(' ')[0]!];
  const first = given.length > 2 && other.length > 2 && jaroWinkler(given, other) > 0.95;
  return first && samePost && sameParent ? 0.65 : 0;
}

/**
 * Surest key first: what the lists' own files say is the same record, then ids, e-mail and names. A key that several share on a side decides only in pairs of equal rank, and less surely.
 * @param same for the id of a fresh line that of the old one of the same record
 * @returns for the id of each fresh line that was found, what it is
 */
export function matchLines(
  old: readonly Item[],
  fresh: readonly Item[],
  same: ReadonlyMap<string, string> = new Map(),
): Map<string, Match> {
  const found = new Map<string, Match>();
  const taken = new Set<string>();
  const known = new Set(old.map(({ id }) => id));
  for (const [from, to] of same) {
    if (!known.has(to) || taken.has(to)) continue;
    found.set(from, { to, by: 'record', certainty: 1 });
    taken.add(to);
  }
  for (const { by, certainty, key } of KEYS) {
    const waiting = new Map<string, Item[]>();
    for (const item of old) {
      const of = taken.has(item.id) ? '' : key(item);
      if (of === '') continue;
      pushTo(waiting, of, item);
    }
    const shared = new Map([...waiting].map(([of, list]) => [of, list.length > 1]));
    for (const item of fresh) {
      if (found.has(item.id)) continue;
      const of = key(item);
      const partner = waiting.get(of)?.shift();
      if (!partner) continue;
      const [a, b] = [partner.fields['id'], item.fields['id']];
      const otherId = a !== undefined && b !== undefined && folded(a) !== folded(b);
      const doubt = (shared.get(of) ? 0.85 : 1) * (otherId ? 0.7 : 1);
      found.set(item.id, { to: partner.id, by, certainty: Math.round(certainty * doubt * 100) / 100 });
      taken.add(partner.id);
    }
  }
  // Who has no name is the next without one, of the same words if any, under the same line.
  const place = ({ fields }: Item, parent: string | null | undefined) =>
    fields['name'] || parent === undefined ? '' : JSON.stringify([parent, folded(fields['post'] ?? '')]);
  const nameless = new Map<string, Item[]>();
  for (const item of old) {
    const of = taken.has(item.id) ? '' : place(item, item.parent);
    if (of !== '') pushTo(nameless, of, item);
  }
  for (const item of fresh) {
    if (found.has(item.id)) continue;
    const partner = nameless.get(place(item, item.parent === null ? null : found.get(item.parent)?.to))?.shift();
    if (!partner) continue;
    found.set(item.id, { to: partner.id, by: 'name and post', certainty: SURE });
    taken.add(partner.id);
  }
  const left = old.filter(({ id }) => !taken.has(id));
  const open = fresh.filter(({ id }) => !found.has(id));
  if (left.length * open.length > MOST_COMPARED * MOST_COMPARED) return found;
  const pairs: { from: string; to: string; certainty: number }[] = [];
  for (const item of open)
    for (const other of left) {
      const parent = item.parent === null ? null : (found.get(item.parent)?.to ?? undefined);
      // Ids on both sides that differ say that these are two.
      if (item.fields['id'] && other.fields['id']) continue;
      const certainty = alike(other, item, parent === other.parent);
      if (certainty > 0) pairs.push({ from: item.id, to: other.id, certainty });
    }
  for (const { from, to, certainty } of pairs.sort((a, b) => b.certainty - a.certainty)) {
    if (found.has(from) || taken.has(to)) continue;
    found.set(from, { to, by: 'likeness', certainty: Math.round(certainty * 100) / 100 });
    taken.add(to);
  }
  return found;
}
