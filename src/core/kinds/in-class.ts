/** What a class needs of a kind: what a chart says, statement by statement, what of it can be left out, what can be counted. */
import type { Chart } from '../chart';

/** One thing that a chart says: a proposition, who stands under whom, who is whose child, what belongs to a set. */
export interface Statement {
  /** Its ends, as people read them. */
  readonly from: string;
  readonly to: string;
  /** What is said of them: a linking phrase, an answer, "reports to". */
  readonly phrase: string;
  /** It says the same from either end. */
  readonly mutual?: true;
  /** What it leads to is a set, whose name is compared with names of sets only. */
  readonly toSet?: true;
  /** The items of its ends; a set has none. */
  readonly items: readonly string[];
  /** The line of the list, or the link, that says it. */
  readonly said: string;
}

/** A chart that a task begins with: something is left out of it. */
export interface Bare {
  readonly id: string;
  readonly label: string;
  from(chart: Chart): Chart;
}

/** Something that is counted for points, and may be counted otherwise by whoever marks. */
export interface Counted {
  readonly id: string;
  readonly label: string;
  /** Points for each, as published. */
  readonly each: number;
  readonly about: string;
  of(chart: Chart): number;
}

export interface KindInClass {
  statements(chart: Chart): readonly Statement[];
  readonly bare: readonly Bare[];
  /** Where something of it is counted by a published rubric: what it is called, where it is from, its rows. */
  readonly counted?: { readonly label: string; readonly source: string; readonly rows: readonly Counted[] };
}

/** What stands for an item in words. */
export const spoken = ({ items }: Pick<Chart, 'items'>, id: string, ...fields: readonly string[]): string => {
  for (const field of ['name', ...fields]) {
    const text = items[id]?.fields[field]?.trim();
    if (text) return text;
  }
  return '';
};

/** A chart with only its lines: nothing stands under anything, and some fields are taken out. */
export function flat(chart: Chart, without: readonly string[] = []): Chart {
  const items = Object.fromEntries(
    Object.entries(chart.items).map(([id, { line: _, ...item }]) => [
      id,
      { ...item, parent: null, ...stripped(item, without) },
    ]),
  );
  return { ...chart, items, links: {} };
}

const stripped = ({ fields }: Chart['items'][string], without: readonly string[]) => ({
  fields: Object.fromEntries(Object.entries(fields).filter(([field]) => !without.includes(field))),
});
