/** A rubric of two rows, for tests of marks. */
export const RUBRIC = [
  {
    id: 'ideas',
    name: 'Ideas',
    levels: [
      { name: 'few', points: 1 },
      { name: 'all', points: 3 },
    ],
  },
  {
    id: 'links',
    name: 'Links',
    levels: [
      { name: 'unclear', points: 0 },
      { name: 'clear', points: 2 },
    ],
  },
];
