import type { Change, Chart } from '../../core/chart';
import { type KindOnPage, kindOnPage, kindsOnPage, matterOf } from '../../core/kinds';
import { fieldLabel as labelIn, ownFields } from '../../core/list';

/** The kind of a chart; the first kind where it is of one that is not known here. */
export const kindFor = (id: string): KindOnPage => kindOnPage(id) ?? kindsOnPage[0]!;

/** The words for the lines of a chart. */
export const matterFor = (chart: Pick<Chart, 'kind' | 'matter'>) => matterOf(kindFor(chart.kind), chart);

/** What an item is called; the kind's word where it has no name. */
export const itemName = (chart: Pick<Chart, 'kind' | 'items' | 'matter'>, id: string): string =>
  chart.items[id]?.fields['name'] || matterFor(chart).unnamed;

/** What a field is called. */
export const fieldLabel = (kindId: string, field: string): string => labelIn(kindFor(kindId).columns, field);

/** What a field is, in a sentence, where its label does not say it. */
export const fieldAbout = (kindId: string, field: string): string | undefined => {
  const column = kindFor(kindId).columns.find((one) => one.field === field);
  return column?.about ?? column?.places;
};

/** What is to be written in an empty cell. */
export const fieldHint = (kindId: string, field: string): string =>
  kindFor(kindId).columns.find((column) => column.field === field)?.hint ?? fieldLabel(kindId, field);

/** The words of a cell of the list. */
export const cellText = (chart: Chart, item: string, field: string): string =>
  kindFor(chart.kind).cell?.(chart, item, field) ?? chart.items[item]?.fields[field] ?? '';

export type CellWrite = { readonly change: Change; readonly whole: boolean } | { readonly wrong: string };

/**
 * The change that writes a cell. `whole`: it says something of other lines too, so it is made of the finished words, not of
 * every letter on the way there.
 */
export function writeCell(chart: Chart, item: string, field: string, text: string): CellWrite {
  const own = kindFor(chart.kind).writeCell?.(chart, item, field, text);
  if (typeof own === 'string') return { wrong: own };
  if (own) return { change: own, whole: true };
  const value = text === '' && field !== 'name' ? null : text;
  return { change: { type: 'edit-fields', id: item, fields: { [field]: value } }, whole: false };
}

/** Columns that a line of the list shows: before the name, the name, after it. */
export function lineColumns(chart: Chart): readonly string[] {
  const { lead, tail } = kindFor(chart.kind).line(chart);
  return [...(lead === undefined ? [] : [lead]), 'name', ...(tail === undefined ? [] : [tail])];
}

/** All fields that lines of a chart have, those of its kind first. */
export function fieldOptions(chart: Chart): { readonly value: string; readonly label: string }[] {
  const { columns } = kindFor(chart.kind);
  return [
    ...columns.map(({ field, label }) => ({ value: field, label })),
    ...ownFields(chart, columns).map((field) => ({ value: field, label: field })),
  ];
}

/** The role of a line in words, as in "Reports to". */
export function roleName(role: string): string {
  const text = role.replaceAll('-', ' ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}
