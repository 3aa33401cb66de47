/** A view taken apart, for who works in it: the whole list as the view has it drawn, and what of it is shown. */
import type { Chart, View } from '../chart';
import { definedOf } from '../defined';
import { withOwn } from './viewed';

/** The chart with how a view is drawn in place of its own; its list is whole. */
export function dressed(whole: Chart, view: View): Chart {
  const { stands: _, ...rest } = withOwn(whole, view);
  return {
    ...rest,
    title: view.title ?? whole.title,
    house: view.house ?? whole.house,
    arrangement: { ...whole.arrangement, ...view.arrangement },
    page: { ...whole.page, ...definedOf(view.page ?? {}) },
    ...(view.face && { face: view.face }),
  };
}

/** A view without how it is drawn: `viewed(dressed(chart, view), bare(view))` shows what `viewed(chart, view)` shows. */
export function bare(view: View): View {
  const { arrangement: _, page: __, house: ___, face: ____, exceptions: _____, ...rest } = view;
  const { folded: ______, ...shows } = rest.shows;
  return { ...rest, shows };
}
