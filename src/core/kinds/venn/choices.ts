import type { ArrangementChoice } from '../choices';

export const choices = [
  {
    type: 'choice',
    key: 'regions',
    label: 'Regions',
    seldom: true,
    initial: 'all',
    options: [
      { value: 'all', label: 'All', about: 'Every region is there, whether anything is in it or not' },
      {
        value: 'held',
        label: 'Only those held',
        about: 'Circles are set so that empty regions are not there; else they are shaded',
      },
    ],
  },
  {
    type: 'choice',
    key: 'show',
    label: 'Show',
    initial: 'items',
    options: [
      { value: 'items', label: 'Items', about: 'Each item in its region' },
      { value: 'counts', label: 'Counts', about: 'How many are in each region' },
    ],
  },
  {
    type: 'choice',
    key: 'items',
    label: 'Items as',
    initial: 'words',
    options: [
      { value: 'words', label: 'Plain words', about: 'Nothing round them; the largest print' },
      { value: 'boxes', label: 'Boxes', about: 'In the look of their tier: how many sets they are in' },
    ],
  },
  {
    type: 'choice',
    key: 'order',
    label: 'In a region',
    initial: 'list',
    options: [
      { value: 'list', label: 'As in the list', about: 'In the order of the list' },
      { value: 'name', label: 'By name', about: 'In the order of the alphabet' },
    ],
  },
  {
    type: 'choice',
    key: 'frame',
    label: 'Frame',
    seldom: true,
    initial: 'needed',
    options: [
      { value: 'needed', label: 'If needed', about: 'A frame round all where something belongs to no set' },
      { value: 'always', label: 'Always', about: 'A frame stands for everything there is' },
    ],
  },
] as const satisfies readonly ArrangementChoice[];
