/** From text to a chart: the form recognised, the list read, its content checked. */
import { type Chart, emptyChart, FIELD_LIMIT, fieldsSchema, ITEM_LIMIT, type Item } from './chart';
import type { Kind } from './kinds';
import { countingIds, type ListRead, type Problem, recognise } from './list';

/** The whole text was not read: there is nothing to draw. */
export interface Unreadable {
  readonly code: 'empty-list' | 'too-many-lines' | 'unknown-form';
  readonly message: string;
}

export type ReadResult =
  | { readonly ok: true; readonly list: ListRead }
  | { readonly ok: false; readonly problem: Unreadable };

/** Fields within the model's limits; what had to be cut is said. */
function limited(list: ListRead): ListRead {
  const problems: Problem[] = [];
  const items = list.items.map((item): Item => {
    if (fieldsSchema.safeParse(item.fields).success) return item;
    const line = list.lines[item.id]!;
    problems.push({
      code: 'too-long',
      severity: 'warning',
      line,
      item: item.id,
      message: `Line ${line}: a cell is longer than ${FIELD_LIMIT} letters; the rest was left out.`,
      repairs: [],
    });
    const fields = Object.entries(item.fields).map(([key, value]) => [key, value.slice(0, FIELD_LIMIT)]);
    return { ...item, fields: Object.fromEntries(fields) };
  });
  return problems.length === 0 ? list : { ...list, items, problems: [...list.problems, ...problems] };
}

/**
 * Reads a list as a kind.
 * @param form id of the form; recognised where absent
 * @param newId gives item ids; counts i1, i2, ... where absent, so that the same text reads the same
 */
export function readList(kind: Kind, text: string, form?: string, newId: () => string = countingIds()): ReadResult {
  const fail = (code: Unreadable['code'], message: string): ReadResult => ({ ok: false, problem: { code, message } });
  const chosen = form === undefined ? recognise(text, kind.forms, kind.columns) : kind.forms.find((f) => f.id === form);
  if (!chosen)
    return fail(
      'unknown-form',
      `There is no form "${form}" for this kind; choose one of ${kind.forms.map((f) => f.id).join(', ')}.`,
    );
  const list = limited(chosen.read(text, { columns: kind.columns, newId }));
  if (list.items.length === 0)
    return fail('empty-list', 'There is no line with words in this list; write one line for each item.');
  if (list.items.length > ITEM_LIMIT)
    return fail('too-many-lines', `The list has ${list.items.length} lines; a chart holds ${ITEM_LIMIT} at the most.`);
  return { ok: true, list };
}

/** A chart of what was read. */
export const chartOfList = (kind: Kind, title: string, list: ListRead): Chart => ({
  ...emptyChart(kind.id, title),
  items: Object.fromEntries(list.items.map((item) => [item.id, item])),
  links: Object.fromEntries(list.links.map((link) => [link.id, link])),
  sets: Object.fromEntries(list.sets.map((set) => [set.id, set])),
});
