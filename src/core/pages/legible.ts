/** Parts of a chart arranged so that their words can be read. */
import { apply, asOne } from '../chart';
import { alternatives, arranged as arrangedAs, type Onto, onto, type Prepared, smallestOf } from '../compose';
import type { Arrangement, FitAllowed } from '../kinds';
import type { Fonts } from '../text';

const QUICK: FitAllowed = { direction: false, branches: true, gaps: true, order: false, quick: true };
/** Measures round off: a page that prints this near to the size is at it. */
export const NEAR = 1 - 1e-6;

/** A part as it stands on its page. */
export interface Standing {
  readonly prepared: Prepared;
  readonly arrangement: Arrangement;
  readonly onto: Onto;
  readonly scale: number;
  /** The scale at which its smallest words print as large as they should, or as they are set. */
  readonly need: number;
  /** Its smallest words, in boxes of the whole or on its own lines, print as large as they should, or as they are set. */
  readonly isLegible: boolean;
}

/**
 * A part arranged as the chart is, or where that is too small as it fits best.
 * @param unit size of the smallest words in boxes, in the picture's own units
 * @param least size at which words should print, in points
 * @param most largest scale that is wanted
 */
export function arranged(own: Prepared, unit: number, least: number, most: number, fonts: Fonts): Standing {
  const scaled = (prepared: Prepared): Standing => {
    const arrangement = arrangedAs(prepared);
    const placed = onto(prepared, arrangement, fonts);
    const { scale } = placed.place;
    const smallest = Math.min(unit, smallestOf(prepared, arrangement) ?? unit);
    const need = Math.min(1, least / smallest);
    return { prepared, arrangement, onto: placed, scale, need, isLegible: scale >= need * NEAR };
  };
  const plain = scaled(own);
  const { room, chart } = own.input;
  if (plain.isLegible || !room) return plain;
  if (!own.kind.fit) {
    let best = plain;
    for (const choices of alternatives(own.kind.choices, chart.arrangement).slice(1)) {
      const input = { ...own.input, chart: { ...chart, arrangement: { ...chart.arrangement, ...choices } } };
      const tried = scaled({ ...own, input });
      if (tried.isLegible) return tried;
      if (tried.scale > best.scale) best = tried;
    }
    return best;
  }
  const { best } = own.kind.fit({ ...own.input, room }, QUICK, most, () => {});
  if (best.scale <= plain.scale || best.changes.length === 0) return plain;
  const changed = apply(chart, asOne(best.changes));
  if (!changed.ok) return plain;
  const { arrangement, items } = changed.chart;
  const fitted = scaled({
    ...own,
    chart: { ...own.chart, arrangement, items: { ...own.chart.items, ...items } },
    input: { ...own.input, chart: changed.chart },
  });
  return fitted.scale > plain.scale ? fitted : plain;
}
