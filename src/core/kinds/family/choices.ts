import type { ArrangementChoice } from '../choices';

export const choices = [
  {
    type: 'choice',
    key: 'direction',
    label: 'Generations',
    initial: 'rows',
    fits: true,
    options: [
      { value: 'rows', label: 'In rows', about: 'The first generation above' },
      { value: 'columns', label: 'In columns', about: 'The first generation at the left' },
    ],
  },
  {
    type: 'choice',
    key: 'view',
    label: 'Who is shown',
    initial: 'everyone',
    options: [
      { value: 'everyone', label: 'Everyone', about: 'All people of the list' },
      { value: 'ancestors', label: 'Ancestors', about: 'The chosen person and those they come from' },
      {
        value: 'descendants',
        label: 'Descendants',
        about: 'The chosen person, all who come from them, and their partners',
      },
      { value: 'both', label: 'Both', about: 'Ancestors and descendants of the chosen person' },
    ],
  },
  {
    type: 'item',
    key: 'person',
    label: 'Chosen person',
    initial: '',
    none: 'Nobody in particular',
    about: 'For ancestors, descendants and their figures; by itself the person with the longest known line.',
  },
  {
    type: 'choice',
    key: 'couples',
    label: 'Couples',
    seldom: true,
    initial: 'auto',
    settles: ['row', 'stack'],
    options: [
      { value: 'auto', label: 'By itself', about: 'As the page leaves room' },
      { value: 'row', label: 'Side by side', about: 'Joined by a line between them' },
      { value: 'stack', label: 'Stacked', about: 'One under the other, where only one comes of the family' },
    ],
  },
  {
    type: 'choice',
    key: 'siblings',
    label: 'Those without families',
    seldom: true,
    initial: 'auto',
    settles: ['row', 'stack'],
    options: [
      { value: 'auto', label: 'By itself', about: 'As the page leaves room' },
      { value: 'row', label: 'Side by side', about: 'Brothers and sisters in a row' },
      { value: 'stack', label: 'Stacked', about: 'One under another beside a line' },
    ],
  },
  {
    type: 'choice',
    key: 'meet',
    label: 'Where two lines meet',
    seldom: true,
    initial: 'once',
    options: [
      { value: 'once', label: 'Draw once', about: 'Everybody stands once; lines are led to them' },
      {
        value: 'repeat',
        label: 'Draw again',
        about: 'A partner with parents of their own is drawn again beside the other, in a dashed frame',
      },
    ],
  },
  {
    type: 'choice',
    key: 'marriages',
    label: 'Marriages',
    initial: 'hide',
    options: [
      { value: 'hide', label: 'Not shown', about: 'Names and years of life alone' },
      {
        value: 'show',
        label: 'With dates',
        about: 'When and where they married and parted, in the box of one of the two',
      },
    ],
  },
  { type: 'length', key: 'siblingGap', label: 'Between people', initial: 14, least: 4, most: 120 },
  { type: 'length', key: 'tierGap', label: 'Between generations', initial: 40, least: 20, most: 240 },
] as const satisfies readonly ArrangementChoice[];
