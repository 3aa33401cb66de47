/**
 * Places to write: what a learner is to fill in is a line to write on, in the list and on the picture, as in printed cloze texts
 * (common practice).
 */
import type { Chart } from '../chart';

const LINE = '____';

/** Names that are left blank are told apart by a number, as lines of one name can be one item. */
export const lineToWrite = (number?: number): string => (number === undefined ? LINE : `${LINE} ${number}`);

/** Nothing but lines to write on, dots and question marks. */
export const isBlank = (text: string): boolean => /^[\s_.…?]*$|^\s*_{3,} ?\d*\s*$/u.test(text);

/** Whether something is a place to write, not only empty. */
const isLine = (text: string | undefined): boolean => text?.trim().startsWith(LINE) === true && isBlank(text);

/** A field of an item that is to be filled in. */
export interface BlankPlace {
  readonly item: string;
  readonly field: string;
}

/** The places that a chart leaves to be filled in. */
export const blanksOf = ({ items }: Pick<Chart, 'items'>): BlankPlace[] =>
  Object.entries(items).flatMap(([item, { fields }]) =>
    Object.keys(fields)
      .filter((field) => isLine(fields[field]))
      .map((field) => ({ item, field })),
  );

/** How many of these places are blank still; one whose line was taken out is blank as well. */
export const stillBlank = ({ items }: Pick<Chart, 'items'>, places: readonly BlankPlace[]): number =>
  places.filter(({ item, field }) => isBlank(items[item]?.fields[field] ?? '')).length;

/** A chart with a field of every line, where it says something, left blank. */
export const withBlanks = (chart: Chart, field: string): Chart => ({
  ...chart,
  items: Object.fromEntries(
    Object.entries(chart.items).map(([id, item]) => [
      id,
      item.fields[field]?.trim() ? { ...item, fields: { ...item.fields, [field]: lineToWrite() } } : item,
    ]),
  ),
});
