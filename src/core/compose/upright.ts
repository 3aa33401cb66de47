import type { Chart } from '../chart';
import { chosen, type KindDrawn } from '../kinds';

/** Whether the tiers of a chart run down or up the page. */
export function isUpright(kind: KindDrawn, { arrangement }: Chart): boolean {
  const choice = kind.choices.find(({ key }) => key === 'direction' || key === 'layout');
  return choice !== undefined && UPRIGHT.has(String(chosen(kind.choices, arrangement, choice.key)));
}
const UPRIGHT = new Set(['down', 'up', 'rows']);
