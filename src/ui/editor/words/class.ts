/** Words of what is done in class: shown step by step, filled in, answered. */
import type { Verdict } from '../../../core/worksheet/check';

export const inClass = 'In class';

export const reveal = {
  button: 'Show step by step',
  about: 'Over the whole screen, in front of people; arrows, space, a click or a clicker go on, Esc ends it.',
  by: 'Step by step',
  bys: { tier: 'Tiers', branch: 'Branches', item: 'Lines', region: 'Regions' },
  answers: 'Answers',
  notes: 'Notes in a second window',
  notesTitle: (title: string) => `Notes: ${title}`,
  notesBlocked: 'The browser did not open a second window; allow it for this page.',
  now: 'Now',
  coming: 'Next',
  whole: 'The whole picture',
  next: 'Next step',
  back: 'One step back',
  label: 'The picture, step by step',
  step: (at: number, of: number) => `${at} of ${of}`,
  keys: 'arrows or space · Esc ends it',
  said: (labels: readonly string[]) => labels.join('; '),
  slides: 'One slide a step',
};

export const walkThrough = {
  button: 'Answer it question by question',
  about: 'One question at a time, the way lit on the picture; at the end the outcome with its figures.',
  page: 'As a page of its own',
  none: 'There are no questions with answers yet.',
};

const counted = (count: number) => `${count} ${count === 1 ? 'word' : 'words'}`;

export const worksheet = {
  button: 'Worksheet',
  about: 'The picture with words left blank, to be filled in on paper or here.',
  title: 'Worksheet',
  blank: 'Leave blank',
  tier: (name: string, count: number) => `${name} (${count})`,
  selected: (count: number) => `What is selected (${count})`,
  links: 'Words on lines',
  sets: 'Names of sets',
  many: 'How many',
  all: 'All of them',
  some: 'By chance',
  count: 'Of these',
  bank: 'Give the words to choose from',
  decoys: 'Wrong words among them, one a line',
  versions: 'Different sheets',
  again: 'Choose other words',
  write: 'Where to write',
  writes: { auto: 'Where there is room', picture: 'In the picture', list: 'On lines under it' },
  blanks: (count: number) => `${counted(count)} left blank`,
  nothing: 'Choose what is left blank: nothing in this picture is yet.',
  composing: 'The sheets are being drawn ...',
  failed: (why: string) => `The sheets could not be drawn: ${why}`,
  withAnswers: 'With the answers',
  pdf: 'PDF',
  fields: 'PDF to type in',
  docx: 'Document (DOCX)',
  fill: 'Fill it in here',
  page: (at: number, of: number) => `Page ${at} of ${of}`,
  answersOf: (name: string, several: boolean) => (several ? `Answers, version ${name}` : 'Answers'),
  version: (name: string) => `Version ${name}`,
  settings: 'Settings',
  check: 'Check the answers',
  show: 'Show the answers',
  clear: 'Begin again',
  change: 'Change the worksheet',
  word: (number: number) => `Missing word ${number}`,
  verdicts: {
    right: 'right',
    near: 'right but for the spelling',
    wrong: 'not right',
    empty: 'not written',
  } satisfies Record<Verdict, string>,
  nearly: (answer: string) => `right but for the spelling: ${answer}`,
  score: (right: number, of: number, near: number) =>
    `${right} of ${of} right${near > 0 ? `, ${near} of them but for the spelling` : ''}.`,
  forgiving:
    'Spelling: one wrong letter is forgiven in words from 4 letters on, two from 8, three from 14; a letter left out, put in, put for another or changed with its neighbour counts as one.',
};
