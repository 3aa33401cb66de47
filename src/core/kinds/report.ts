/** What problems of all kinds have in common: where they stand and how they begin. */
import type { Chart } from '../chart';
import type { Problem, Repair } from '../list';

export type LineOf = (item: string) => number | undefined;

export interface Found {
  readonly code: string;
  readonly severity?: Problem['severity'];
  readonly item?: string;
  readonly field?: string;
  /** The sentence, without the line it starts with. */
  readonly says: string;
  readonly repairs?: readonly Repair[];
}

/** Problems at their lines, in the order of the list. Without an item a problem is the whole list's. */
export function reported(lineOf: LineOf, found: readonly Found[]): Problem[] {
  return found
    .map(({ code, severity = 'warning', item, field, says, repairs = [] }): Problem => {
      const line = item === undefined ? undefined : lineOf(item);
      return {
        code,
        severity,
        ...(item !== undefined && { item }),
        ...(line !== undefined && { line }),
        ...(field !== undefined && { field }),
        message: line === undefined ? says.charAt(0).toUpperCase() + says.slice(1) : `Line ${line}: ${says}`,
        repairs,
      };
    })
    .sort((a, b) => (a.line ?? 0) - (b.line ?? 0));
}

/** How an item is named in a sentence. */
export const quoted = (chart: Chart, id: string): string =>
  chart.items[id]?.fields['name'] ? `"${chart.items[id].fields['name']}"` : 'a line without words';
