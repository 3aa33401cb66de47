import type { ArrangementChoice } from '../choices';

export const choices = [
  {
    type: 'choice',
    key: 'direction',
    label: 'Direction',
    initial: 'down',
    options: [
      { value: 'down', label: 'Down', about: 'Tiers are rows, the top post above' },
      { value: 'right', label: 'To the right', about: 'Tiers are columns, the top post at the left' },
    ],
  },
  {
    type: 'choice',
    key: 'leaves',
    label: 'Lowest level',
    initial: 'auto',
    perBranch: true,
    options: [
      { value: 'auto', label: 'By itself', about: 'Stacked where there are more than four, else side by side' },
      { value: 'spread', label: 'Spread', about: 'Side by side' },
      { value: 'stack', label: 'Stack', about: 'One under another beside a spine' },
    ],
  },
  {
    type: 'choice',
    key: 'tops',
    label: 'Several tops',
    initial: 'apart',
    options: [
      { value: 'apart', label: 'Apart', about: 'Trees stand side by side' },
      { value: 'joined', label: 'Joined', about: 'A line along the top joins them' },
    ],
  },
  { type: 'length', key: 'siblingGap', label: 'Between posts', initial: 10, least: 2, most: 120 },
  { type: 'length', key: 'tierGap', label: 'Between tiers', initial: 32, least: 12, most: 200 },
  { type: 'length', key: 'treeGap', label: 'Between trees', initial: 36, least: 2, most: 300 },
] as const satisfies readonly ArrangementChoice[];
