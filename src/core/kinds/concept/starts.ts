import type { Start } from '../kind';

/** Ready lists to begin from. */
export const starts: readonly Start[] = [
  {
    id: 'idea',
    title: 'Round one idea',
    about: 'A topic, and what belongs to it',
    list: `Salt marsh - is flooded by -> Tides
Salt marsh - is home to -> Birds
Salt marsh - protects -> The coast
Tides - bring -> Mud
Birds - look for worms in -> Mud
`,
  },
  {
    id: 'causes',
    title: 'Causes and effects',
    about: 'What leads to what, in words on the lines',
    list: `? Why does the pond turn green?
Warm weather - helps -> Algae
Fertiliser - washes into -> The pond
The pond - feeds -> Algae
Algae - shade -> Water plants
Water plants - give less -> Oxygen
Oxygen - is needed by -> Fish
`,
  },
];
