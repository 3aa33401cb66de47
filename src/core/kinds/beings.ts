import { treeOf } from '../chart';
import type { Being } from './kind';

/** What an item of any tree can be. */
export const treeBeings: readonly Being[] = [
  { id: 'top', label: 'At the top', is: ({ parent }) => parent === null },
  { id: 'end', label: 'With nobody below', is: ({ id }, { items }) => treeOf(items).childrenOf(id).length === 0 },
  {
    id: 'branch',
    label: 'With others below',
    is: ({ id }, { items }) => treeOf(items).childrenOf(id).length > 0,
  },
];
