/**
 * Keeps what the sheet shows in step with the chart: composed anew at every change, and how it stands by itself kept with
 * the chart, so that it stays so while that is as good as any.
 */
import equal from 'fast-deep-equal';
import type { Chart } from '../../../core/chart';
import { composeShown, newestOnly } from '../../shared/composer';
import { words } from '../words';
import { type EditorState, keepStands, say, showComposition, useEditor, type Wanted, wanted } from './store';

/** Charts of as many items are drawn once the typing pauses. */
const MANY = 2_000;
const PAUSE_MS = 350;

/** How a chart stands is nothing that a person wrote. */
const written = ({ items: _items, stands: _stands, ...rest }: Chart): Partial<Chart> => rest;

/** Whether two versions of a chart are the same in all that a person wrote. */
export function sameWritten(before: Chart, now: Chart): boolean {
  const [was, is] = [written(before), written(now)];
  const keys = new Set([...Object.keys(was), ...Object.keys(is)]) as Set<keyof typeof was>;
  return before.items === now.items && [...keys].every((key) => was[key] === is[key]);
}

/** Whether two versions of a chart differ in the words of their lines only, if at all. */
function onlyWords(before: Chart, now: Chart): boolean {
  if (!sameWritten({ ...before, items: now.items }, now)) return false;
  const ids = Object.keys(now.items);
  if (ids.length !== Object.keys(before.items).length) return false;
  return ids.every((id) => {
    const [was, is] = [before.items[id], now.items[id]!];
    return was === is || (was !== undefined && was.parent === is.parent && was.leaves === is.leaves);
  });
}

interface Asked extends Wanted {
  readonly asShown?: boolean;
}

/** @returns the function that ends it */
export function keepComposed(): () => void {
  /** Whether anything was changed in this window: who only looks at a chart changes nothing. */
  let touched = false;
  const kept = ({ chart, preview, asShown, view }: Asked, stands: Chart['stands']) => {
    // How a view stands is found each time.
    if (!touched || asShown || view !== null || preview !== null || stands === undefined) return;
    if (!equal(stands, chart.stands) && chart === useEditor.getState().chart) keepStands(stands);
  };
  const composer = () =>
    newestOnly(
      async (input: Asked, signal) => {
        const result = await composeShown(input.chart, signal, input.asShown, input.view);
        return result && { input, result };
      },
      ({ input, result }) => {
        showComposition(input, result);
        kept(input, result.stands);
      },
      (error) => say(words.composeFailed((error as Error).message)),
    );
  // Each with a queue of its own: what is tried must not push the chart itself out of the line.
  const composeChart = composer();
  const composeTried = composer();
  // The chart itself is composed anew only when it changed, not when something was merely tried.
  let last: Chart | undefined;
  let lastView: Wanted['view'] = null;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const follow = (state = useEditor.getState(), before?: EditorState) => {
    const next = wanted(state);
    if (next.preview) {
      if (state.preview !== before?.preview) composeTried(next);
      return;
    }
    if (next.chart === last && next.view === lastView) return;
    if (!touched && state.unsent > 0) {
      touched = true;
      // What is shown now is what the first change must not turn over; the chart that says so is followed instead.
      const stands = next.chart.stands || next.view ? undefined : state.composition?.stands;
      if (stands) return keepStands(stands);
    }
    const asShown =
      next.view === lastView && last !== undefined && last.items !== next.chart.items && onlyWords(last, next.chart);
    last = next.chart;
    lastView = next.view;
    clearTimeout(waiting);
    // A picture of thousands takes long to take over; while somebody types it would come between the letters.
    const many = (state.composition?.scene.items.length ?? 0) >= MANY;
    if (!many) composeChart({ ...next, asShown });
    // Branches are set anew once the typing pauses, so that nothing moves about under it.
    if (many || asShown) waiting = setTimeout(() => composeChart(wanted(useEditor.getState())), PAUSE_MS);
  };
  follow();
  const unfollow = useEditor.subscribe(follow);
  return () => {
    clearTimeout(waiting);
    unfollow();
  };
}
