import type { ArrangementChoice, ChoiceOption } from '../choices';
import { glyphs } from './glyphs';

/** How children are set, for the lowest level of the chart, for a tier or for a branch. */
export const LEAVES = [
  { value: 'auto', label: 'By itself', about: 'As the page leaves room: side by side, stacked or in pairs' },
  { value: 'spread', label: 'Spread', about: 'Side by side' },
  { value: 'stack', label: 'Stack', about: 'One under another beside a spine' },
  { value: 'stack-before', label: 'Stack, spine after', about: 'One under another, the spine on their other side' },
  { value: 'pairs', label: 'Pairs', about: 'In two columns round a spine' },
  { value: 'grid', label: 'Grid', about: 'In rows of several' },
] as const;
const drawn: readonly ChoiceOption[] = LEAVES.map((option) => ({ ...option, glyph: glyphs[option.value] }));

export const choices = [
  {
    type: 'choice',
    key: 'direction',
    label: 'Direction',
    initial: 'down',
    fits: true,
    options: [
      { value: 'down', label: 'Down', about: 'Tiers are rows, the top post above' },
      {
        value: 'right',
        label: 'To the right',
        about: 'Tiers are columns, the top post at the left',
        mirrored: { label: 'To the left', about: 'Tiers are columns, the top post at the right' },
      },
      { value: 'up', label: 'Up', about: 'Tiers are rows, the top post below' },
      {
        value: 'left',
        label: 'To the left',
        about: 'Tiers are columns, the top post at the right',
        mirrored: { label: 'To the right', about: 'Tiers are columns, the top post at the left' },
      },
    ],
  },
  { type: 'choice', key: 'leaves', label: 'Lowest level', initial: 'auto', perBranch: true, options: drawn },
  {
    type: 'choice',
    key: 'bands',
    label: 'Stacks, pairs and grids',
    seldom: true,
    initial: 'kept',
    options: [
      { value: 'kept', label: 'Keep to their tier', about: 'A deeper tier begins after the longest of them' },
      { value: 'loose', label: 'May hang past it', about: 'Beside deeper tiers; takes less room' },
    ],
  },
  {
    type: 'choice',
    key: 'tops',
    label: 'Several tops',
    seldom: true,
    initial: 'apart',
    options: [
      { value: 'apart', label: 'Apart', about: 'Trees stand side by side' },
      { value: 'joined', label: 'Joined', about: 'A line along the top joins them' },
      { value: 'stacked', label: 'Stacked', about: 'One under another, each by itself' },
      { value: 'rows', label: 'In rows', about: 'As many rows as suit the page' },
    ],
  },
  {
    type: 'choice',
    key: 'crossings',
    label: 'Where lines cross',
    seldom: true,
    initial: 'plain',
    options: [
      { value: 'plain', label: 'Plain', about: 'One runs across the other' },
      { value: 'hop', label: 'With a hop', about: 'One steps over the other in a small arc' },
    ],
  },
  { type: 'length', key: 'siblingGap', label: 'Between posts', initial: 10, least: 2, most: 120 },
  { type: 'length', key: 'tierGap', label: 'Between tiers', initial: 32, least: 12, most: 200 },
  { type: 'length', key: 'treeGap', label: 'Between trees', initial: 36, least: 2, most: 300 },
] as const satisfies readonly ArrangementChoice[];
