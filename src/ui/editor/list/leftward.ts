/** Lists of charts that begin at the right: indented from there, and the arrow keys lead that way. */
import { isLeftwardChart } from '../../../core/chart';
import { useEditor } from '../state/store';

export const useLeftward = (): boolean => useEditor((state) => isLeftwardChart(state.chart));

/** The arrow keys that lead into a list's levels and out of them. */
export function levelKeys(): { readonly inward: string; readonly outward: string } {
  const leftward = isLeftwardChart(useEditor.getState().chart);
  return leftward ? { inward: 'ArrowLeft', outward: 'ArrowRight' } : { inward: 'ArrowRight', outward: 'ArrowLeft' };
}
