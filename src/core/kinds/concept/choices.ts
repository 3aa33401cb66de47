import type { ArrangementChoice } from '../choices';
import { rowsChoice, wordChoices } from '../worded-choices';

export const choices = [
  {
    type: 'choice',
    key: 'layout',
    label: 'Tiers',
    initial: 'rows',
    options: [
      { value: 'rows', label: 'In rows', about: 'The main idea above, tiers below it' },
      { value: 'columns', label: 'In columns', about: 'The main idea at the left' },
      { value: 'rings', label: 'In rings', about: 'The main idea in the middle, tiers round it' },
      { value: 'free', label: 'Free', about: 'Each where its links draw it; for maps that are no hierarchy' },
    ],
  },
  {
    type: 'choice',
    key: 'sides',
    label: 'Branches',
    seldom: true,
    initial: 'one',
    options: [
      { value: 'one', label: 'To one side', about: 'All tiers after the main idea' },
      {
        value: 'both',
        label: 'To both sides',
        about: 'Shared out evenly before and after the main idea, in list order',
      },
    ],
  },
  {
    type: 'item',
    key: 'main',
    label: 'Main idea',
    initial: '',
    none: 'Found by itself',
    about: 'Tiers are the distance from it. By itself: the concept that reaches the most others, most directly.',
  },
  {
    type: 'text',
    key: 'focus',
    label: 'Focus question',
    seldom: true,
    initial: '',
    about: 'The question that the map answers; it stands over the map.',
  },
  {
    type: 'choice',
    key: 'onLines',
    label: 'On lines',
    seldom: true,
    initial: 'phrase',
    options: [
      { value: 'phrase', label: 'Linking phrase', about: 'What links the two concepts' },
      { value: 'all', label: 'Phrase and other columns', about: 'Also what other columns say of the link' },
    ],
  },
  rowsChoice,
  ...wordChoices,
  { type: 'length', key: 'siblingGap', label: 'Between concepts', initial: 16, least: 4, most: 120 },
  { type: 'length', key: 'tierGap', label: 'Between tiers', initial: 64, least: 30, most: 240 },
] as const satisfies readonly ArrangementChoice[];
