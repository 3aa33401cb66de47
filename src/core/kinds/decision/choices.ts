import type { ArrangementChoice } from '../choices';
import { rowsChoice, wordChoices } from '../worded-choices';

export const choices = [
  {
    type: 'choice',
    key: 'direction',
    label: 'Direction',
    initial: 'down',
    fits: true,
    options: [
      { value: 'down', label: 'Down', about: 'The first question above, tiers are rows' },
      {
        value: 'right',
        label: 'To the right',
        about: 'The first question at the left, tiers are columns',
        mirrored: { label: 'To the left', about: 'The first question at the right, tiers are columns' },
      },
    ],
  },
  rowsChoice,
  ...wordChoices,
  {
    type: 'choice',
    key: 'outcomes',
    label: 'Outcomes',
    initial: 'own',
    options: [
      { value: 'own', label: 'Where they come', about: 'Each on the tier after its last question' },
      { value: 'last', label: 'On one last tier', about: 'All outcomes stand in line at the end' },
    ],
  },
  {
    type: 'choice',
    key: 'aim',
    label: 'Best is',
    seldom: true,
    initial: 'highest',
    options: [
      { value: 'highest', label: 'Most', about: 'Values are gains: the highest is best' },
      { value: 'lowest', label: 'Least', about: 'Values are costs or losses: the lowest is best' },
    ],
  },
  { type: 'length', key: 'siblingGap', label: 'Between steps', initial: 14, least: 4, most: 120 },
  { type: 'length', key: 'tierGap', label: 'Between tiers', initial: 46, least: 24, most: 240 },
] as const satisfies readonly ArrangementChoice[];
