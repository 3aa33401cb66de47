/**
 * A chart with what can be undone and redone. Both follow from the log of changes alone, so they are there again after
 * a reload and the same in every window.
 */

import type { Applied } from './applied';
import { apply } from './apply';
import type { Change } from './changes';
import type { Chart } from './model';

export type Origin = 'do' | 'undo' | 'redo';
/** An entry of the change log: one gesture. */
export interface Entry {
  readonly change: Change;
  readonly origin: Origin;
}

export interface Timeline {
  readonly chart: Chart;
  /** Changes that would take back the last gestures, the latest last. */
  readonly undo: readonly Change[];
  readonly redo: readonly Change[];
}

/** The stacks after an entry whose inverse is known. */
export function stacked(
  stacks: Pick<Timeline, 'undo' | 'redo'>,
  origin: Origin,
  inverse: Change,
): Pick<Timeline, 'undo' | 'redo'> {
  const { undo, redo } = stacks;
  // How a chart stands by itself follows from what was done: it is nothing to take back.
  if (inverse.type === 'stand') return { undo, redo };
  if (origin === 'undo') return { undo: undo.slice(0, -1), redo: [...redo, inverse] };
  if (origin === 'redo') return { undo: [...undo, inverse], redo: redo.slice(0, -1) };
  return { undo: [...undo, inverse], redo: [] };
}

/** The timeline after an entry, or why it can't be carried out. */
export function advance(
  timeline: Timeline,
  entry: Entry,
): { ok: true; timeline: Timeline } | Extract<Applied, { ok: false }> {
  const applied = apply(timeline.chart, entry.change);
  if (!applied.ok) return applied;
  return { ok: true, timeline: { chart: applied.chart, ...stacked(timeline, entry.origin, applied.inverse) } };
}

/** The timeline after what somebody else did: it is nothing for oneself to take back. */
export function followed(
  timeline: Timeline,
  entry: Entry,
): { ok: true; timeline: Timeline } | Extract<Applied, { ok: false }> {
  const applied = apply(timeline.chart, entry.change);
  return applied.ok ? { ok: true, timeline: { ...timeline, chart: applied.chart } } : applied;
}
