/** Changes made by hand on the sheet: small moves, folds. */
import { type Change, type Chart, treeOf } from '../../../core/chart';
import { ARROWS } from '../../shared/arrows';
import { kindFor } from '../../shared/fields';

/** A key moves a box by so many points, with Shift by the larger step. */
const STEP = { small: 2, large: 12 };
/** A nudge this small is none. */
const NONE = 0.5;

/** The change that moves an item further, in the picture's own units; undefined of a kind that does not move items. */
export function nudgedTo(chart: Chart, id: string, x: number, y: number): Change | null {
  if (!kindFor(chart.kind).byHand) return null;
  const { dx, dy } = chart.items[id]?.nudge ?? { dx: 0, dy: 0 };
  const nudge = { dx: Math.round((dx + x) * 100) / 100, dy: Math.round((dy + y) * 100) / 100 };
  const none = Math.abs(nudge.dx) < NONE && Math.abs(nudge.dy) < NONE;
  return { type: 'set-item', id, nudge: none ? null : nudge };
}

/** The same for an arrow key; null where the key is none. */
export function nudgeChange(chart: Chart, id: string, event: { key: string; shiftKey: boolean }): Change | null {
  const way = ARROWS[event.key];
  const step = event.shiftKey ? STEP.large : STEP.small;
  return way ? nudgedTo(chart, id, way[0] * step, way[1] * step) : null;
}

/** The change that folds a branch or shows it; null where there is none to fold. */
export function foldChange(chart: Chart, id: string, folded: boolean): Change | null {
  const can = kindFor(chart.kind).byHand && treeOf(chart.items).childrenOf(id).length > 0;
  if (!can || (chart.items[id]!.folded === true) === folded) return null;
  return { type: 'set-item', id, folded: folded || null };
}
