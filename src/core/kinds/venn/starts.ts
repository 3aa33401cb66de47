import type { Start } from '../kind';

/** Ready lists to begin from; all names are made up. */
export const starts: readonly Start[] = [
  {
    id: 'two',
    title: 'Compare two',
    about: 'What each has alone, and what both have',
    list: `Swims: Frog, Fish
Jumps: Frog
Lays eggs: Frog, Fish
Has scales: Fish
`,
  },
  {
    id: 'three',
    title: 'Sort into three sets',
    about: 'Things that belong to one, to several, to none',
    list: `Apple: Grows on trees, Sweet, Round
Carrot: Sweet
Chestnut: Grows on trees, Round
Pea: Sweet, Round
Leek:
`,
  },
  {
    id: 'survey',
    title: 'Counts of a survey',
    about: 'How many said what; what is unknown is worked out',
    list: `in all: 120
Walks to school: 70
Cycles: 45
Walks to school and Cycles: ?
neither: 20
`,
  },
];
