/** Writing into a cell that names the line above: the change that moves the line there. */
import { type Change, type Chart, isWithin } from '../chart';
import { itemFinder } from '../list';
import { rememberedPair } from '../remember';

const finderOf = rememberedPair((items: Chart['items'], by: { readonly other: string | undefined }) =>
  itemFinder(Object.values(items), by.other),
);
const BY_NAME = { other: undefined };
const BY_POST = { other: 'post' };

/**
 * @param field the cell's field; words that name nobody stay in it, so that they are not lost and Check can ask
 * @param byPost whether the line above may also be named by its post
 * @returns a sentence where the line can't stand there
 */
export function placeUnder(chart: Chart, item: string, field: string, text: string, byPost = false): Change | string {
  const own = chart.items[item]!;
  const wanted = text.trim();
  const forget: Change[] =
    own.fields[field] === undefined ? [] : [{ type: 'edit-fields', id: item, fields: { [field]: null } }];
  const toTop: Change[] = own.parent === null ? [] : [{ type: 'move-branch', id: item, parent: null }];
  if (wanted === '') return { type: 'group', changes: [...toTop, ...forget] };
  const found = Object.hasOwn(chart.items, wanted)
    ? { to: wanted }
    : finderOf(chart.items, byPost ? BY_POST : BY_NAME)(wanted);
  if (!found || 'several' in found)
    return { type: 'group', changes: [...toTop, { type: 'edit-fields', id: item, fields: { [field]: wanted } }] };
  if (found.to === own.parent) return { type: 'group', changes: forget };
  if (isWithin(chart.items, found.to, item))
    return `${own.fields['name'] || 'This line'} can't stand under ${chart.items[found.to]!.fields['name'] || 'that line'}, which stands under it.`;
  return { type: 'group', changes: [{ type: 'move-branch', id: item, parent: found.to }, ...forget] };
}
