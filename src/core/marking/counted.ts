/** What is counted for points by the rubric that a kind of chart has of its own. */
import type { Chart } from '../chart';
import { kindDrawn } from '../kinds';
import type { CountedRow } from './scheme';

/** Rows of the rubric, and where it was published; undefined where the kind has none. */
export function rubricOf(kind: string): { readonly source: string; readonly rows: readonly CountedRow[] } | undefined {
  const counted = kindDrawn(kind)?.inClass.counted;
  return (
    counted && {
      source: counted.source,
      rows: counted.rows.map(({ id, label, each, about }) => ({ id, label, each, about })),
    }
  );
}

/** How many of each there are in a chart, as it stands. */
export function countedIn(chart: Chart): Readonly<Record<string, number>> {
  const rows = kindDrawn(chart.kind)?.inClass.counted?.rows ?? [];
  return Object.fromEntries(rows.map(({ id, of }) => [id, of(chart)]));
}
