/** The records of a chart and its settings, apart: without the schemas that check them. */
import type { Chart } from './model';

/** The records of a chart that are stored entry by entry. */
export const PARTS = ['items', 'links', 'sets', 'notes', 'enclosures', 'views', 'carried'] as const;
export type Part = (typeof PARTS)[number];

export type Parts = Readonly<Partial<Record<Part, Readonly<Record<string, unknown>>>>>;
export interface StoredValue {
  /** All of the chart but its parts. */
  readonly settings: Readonly<Record<string, unknown>>;
  readonly parts: Parts;
}

/** A chart as it is stored. */
export function storedOf({ items, links, sets, notes, enclosures, views, carried, ...settings }: Chart): StoredValue {
  return {
    settings,
    parts: {
      items,
      links,
      sets,
      notes,
      ...(enclosures && { enclosures }),
      ...(views && { views }),
      ...(carried && { carried }),
    },
  };
}
