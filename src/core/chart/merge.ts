import type { Change } from './changes';
import type { Link } from './model';

interface Putting<T> {
  readonly put: readonly T[];
  readonly remove: readonly string[];
}

/** Two changes that put things, the later ones in place of those with the same ids; not where one takes something away. */
function putTogether<T extends { readonly id: string }, C extends Putting<T>>(first: C, second: C): C | undefined {
  if (first.remove.length > 0 || second.remove.length > 0) return undefined;
  return { ...second, put: [...new Map([...first.put, ...second.put].map((own) => [own.id, own])).values()] };
}

/** Whether two changes are about one link and nothing else. */
function sameLink(first: Putting<Link>, second: Putting<Link>): boolean {
  const [a, b] = [first.put[0], second.put[0]];
  const alone = [first, second].every(({ put, remove }) => put.length === 1 && remove.length === 0);
  return alone && a!.id === b!.id && a!.from === b!.from && a!.to === b!.to;
}

/**
 * Two changes in a row to the same thing as one, such as letters typed into one name; `undefined` where they are not
 * of one piece. Carrying out the one gives what carrying out both gives.
 */
export function merged(first: Change, second: Change): Change | undefined {
  if (first.type === 'edit-fields' && second.type === 'edit-fields' && first.id === second.id)
    return { ...second, fields: { ...first.fields, ...second.fields } };
  if (first.type === 'set-tier' && second.type === 'set-tier' && first.tier === second.tier) {
    const look = first.look || second.look ? { look: { ...first.look, ...second.look } } : {};
    return { ...first, ...second, ...look };
  }
  if (first.type === 'set-page' && second.type === 'set-page')
    return { ...second, page: { ...first.page, ...second.page } };
  if (first.type === 'set-arrangement' && second.type === 'set-arrangement')
    return { ...second, arrangement: { ...first.arrangement, ...second.arrangement } };
  if (first.type === 'set-item' && second.type === 'set-item' && first.id === second.id) return { ...first, ...second };
  if (first.type === 'set-items' && second.type === 'set-items')
    return {
      ...second,
      items: {
        ...first.items,
        ...Object.fromEntries(
          Object.entries(second.items).map(([id, patch]) => [id, { ...first.items[id], ...patch }]),
        ),
      },
    };
  if (first.type === 'set-notes' && second.type === 'set-notes') return putTogether(first, second);
  if (first.type === 'set-enclosures' && second.type === 'set-enclosures') return putTogether(first, second);
  if (first.type === 'set-links' && second.type === 'set-links') return sameLink(first, second) ? second : undefined;
  if (first.type === 'set-role' && second.type === 'set-role' && first.role === second.role) return second;
  if (first.type === 'set-pictures' && second.type === 'set-pictures') return second;
  if (first.type === 'set-columns' && second.type === 'set-columns')
    return { ...second, columns: { ...first.columns, ...second.columns } };
  if (first.type === 'set-face' && second.type === 'set-face' && first.tier === second.tier) return second;
  if (first.type === 'set-house' && second.type === 'set-house') return { ...first, ...second };
  if (first.type === 'set-rules' && second.type === 'set-rules') return second;
  if (first.type === 'rename' && second.type === 'rename') return second;
  return undefined;
}
