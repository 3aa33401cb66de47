import type { ArrangementChoice } from './choices';

/** How tiers stand whose rows are long. */

export const rowsChoice = {
  type: 'choice',
  key: 'rows',
  label: 'Long tiers',
  seldom: true,
  initial: 'auto',
  settles: ['one', 'two'],
  options: [
    { value: 'auto', label: 'By itself', about: 'As the page leaves room' },
    { value: 'one', label: 'In one row', about: 'All of a tier in line' },
    { value: 'two', label: 'In two', about: 'Neighbours in two rows in turn, so that the picture is narrower' },
  ],
} as const satisfies ArrangementChoice;
/** Where words stand on lines: choices of all kinds whose lines have words. */

export const wordChoices = [
  {
    type: 'choice',
    key: 'words',
    label: 'Words of lines',
    seldom: true,
    initial: 'middle',
    options: [
      { value: 'start', label: 'Start', about: 'Near where the line begins' },
      { value: 'middle', label: 'Middle', about: 'Half way between the tiers' },
      { value: 'end', label: 'End', about: 'Near where the line leads' },
    ],
  },
  {
    type: 'choice',
    key: 'side',
    label: 'Words and the line',
    seldom: true,
    initial: 'on',
    options: [
      { value: 'on', label: 'On it', about: 'The line stops for its words' },
      { value: 'before', label: 'Above', about: 'Above a line that runs across, left of one that runs down' },
      { value: 'after', label: 'Below', about: 'Below a line that runs across, right of one that runs down' },
    ],
  },
] as const satisfies readonly ArrangementChoice[];
