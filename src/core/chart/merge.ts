import type { Change } from './changes';

/**
 * Two changes in a row to the same thing as one, such as letters typed into one name; `undefined` where they are not
 * of one piece. Carrying out the one gives what carrying out both gives.
 */
export function merged(first: Change, second: Change): Change | undefined {
  if (first.type === 'edit-fields' && second.type === 'edit-fields' && first.id === second.id)
    return { ...second, fields: { ...first.fields, ...second.fields } };
  if (first.type === 'set-tier' && second.type === 'set-tier' && first.tier === second.tier) {
    const look = first.look || second.look ? { look: { ...first.look, ...second.look } } : {};
    const name = second.name ?? first.name;
    return { ...second, ...look, ...(second.name === null ? { name: null } : name === undefined ? {} : { name }) };
  }
  if (first.type === 'set-page' && second.type === 'set-page')
    return { ...second, page: { ...first.page, ...second.page } };
  if (first.type === 'set-arrangement' && second.type === 'set-arrangement')
    return { ...second, arrangement: { ...first.arrangement, ...second.arrangement } };
  if (first.type === 'set-item' && second.type === 'set-item' && first.id === second.id) return { ...first, ...second };
  if (first.type === 'set-columns' && second.type === 'set-columns')
    return { ...second, columns: { ...first.columns, ...second.columns } };
  if (first.type === 'set-face' && second.type === 'set-face' && first.tier === second.tier) return second;
  if (first.type === 'set-house' && second.type === 'set-house') return { ...first, ...second };
  if (first.type === 'set-rules' && second.type === 'set-rules') return second;
  if (first.type === 'rename' && second.type === 'rename') return second;
  return undefined;
}
