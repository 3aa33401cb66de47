import type { Column } from '../../list';

export const columns: readonly Column[] = [
  { field: 'name', label: 'Item', headings: ['name', 'who', 'thing', 'person', 'region', 'part', 'group'] },
  {
    field: 'sets',
    label: 'Sets',
    hint: 'in sets ...',
    headings: ['set', 'belongsto', 'in', 'groups', 'tags', 'categories', 'memberof', 'trainedfor'],
  },
  {
    field: 'count',
    label: 'Count',
    hint: 'count',
    type: 'number',
    headings: ['number', 'howmany', 'n', 'counts', 'total'],
  },
];
