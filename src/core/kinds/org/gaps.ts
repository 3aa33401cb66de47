/** Gaps between boxes, and those that a fit may close them up to. */
import type { Chart } from '../../chart';
import { chosen } from '../choices';
import { choices } from './choices';

/** Between boxes that hang under each other. */
export const STACK_GAP = 7;

export type Gaps = Readonly<Record<string, number>>;

/** Gaps that a chart may be closed up to, from the closest to the widest. */
export const CLOSER: readonly Gaps[] = [
  { tierGap: 16, siblingGap: 5, treeGap: 12 },
  { tierGap: 24, siblingGap: 8, treeGap: 24 },
];

/** The least gap between boxes that the chart has, or gets where it is closed up. */
export const leastGap = (chart: Chart): number =>
  Math.min(STACK_GAP, CLOSER[0]!['siblingGap']!, Number(chosen(choices, chart.arrangement, 'siblingGap')));
