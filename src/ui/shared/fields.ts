import { kindOf } from '../../core/kinds';

/** The two fields of a kind that a line and a box show: the name and the next column. */
export function shownFields(kindId: string): readonly [string, string] {
  const columns = kindOf(kindId)?.columns ?? [];
  return [columns[0]?.field ?? 'name', columns[1]?.field ?? ''];
}

/** What a field is called. */
export const fieldLabel = (kindId: string, field: string): string =>
  kindOf(kindId)?.columns.find((column) => column.field === field)?.label ?? field;
