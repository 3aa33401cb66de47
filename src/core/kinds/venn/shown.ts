import type { Chart } from '../../chart';
import { chosen } from '../choices';
import { choices } from './choices';
import { membershipOf } from './sets';

/** Whether the picture shows how many instead of what. */
export const showsCounts = (chart: Chart): boolean =>
  membershipOf(chart).counted || chosen(choices, chart.arrangement, 'show') === 'counts';
