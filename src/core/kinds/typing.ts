/** Lines typed into the list mean what they mean in a list that is pasted. */
import type { Change, Chart, NewItem } from '../chart';
import { asOne } from '../chart';
import type { SplitLine } from '../list';

/** What may stand between the columns of an outline's line, the surest first. */
const SEPARATORS = ['\t', ' | ', ' – ', ' — ', ' - '];

/** The fields that a typed line has, as its form splits it; undefined where it is just a name. */
export function typedFields(
  split: SplitLine,
  text: string,
  level: number,
  separators: readonly string[] = SEPARATORS,
): Record<string, string> | undefined {
  const separator = separators.find((one) => text.includes(one));
  const fields = split(text, separator, level);
  return Object.keys(fields).some((field) => field !== 'name' && !field.startsWith('column ')) ? fields : undefined;
}

/** The change that gives an item such fields; what it had besides stays. */
export const withFields = (id: string, fields: Readonly<Record<string, string>>): Change => ({
  type: 'edit-fields',
  id,
  fields: { ...fields },
});

/** Something a kind can add at an item, with a key of its own (pressed with Alt). */
export interface Addition {
  readonly id: string;
  readonly label: string;
  readonly key: string;
  /** What stands between both in a sentence, as in "Ada under Bo". */
  readonly joint: string;
  /** Where on the sheet it is asked for: beside an item, under it; absent: by its name only. */
  readonly at?: 'beside' | 'under';
  /**
   * @param item where it is added; `null`: to the list as a whole
   * @param fresh id of what is added
   * @returns the change and the line to write in, or a sentence why it can't be
   */
  add(chart: Chart, item: string | null, fresh: string): { readonly change: Change; readonly write: string } | string;
}

const added = (item: Omit<NewItem, 'fields'> & { fields?: Record<string, string> }, after?: string | null): Change => ({
  type: 'add-items',
  items: [{ ...item, fields: { name: '', ...item.fields } }],
  ...(after !== undefined && { after }),
});

/** Beside an item, as its next. */
export const beside = (label: string, key: string, fields?: Record<string, string>): Addition => ({
  id: 'beside',
  label,
  key,
  joint: 'beside',
  at: 'beside',
  add: (chart, item, fresh) => ({
    change: added(
      { id: fresh, parent: item === null ? null : chart.items[item]!.parent, ...(fields && { fields }) },
      item ?? undefined,
    ),
    write: fresh,
  }),
});

/** Under an item, as the last. */
export const under = (label: string, key: string, fields?: Record<string, string>, id = 'under'): Addition => ({
  id,
  label,
  key,
  joint: id === 'under' ? 'under' : `${id} of`,
  ...(id === 'under' && { at: 'under' as const }),
  add: (_chart, item, fresh) => ({
    change: added({ id: fresh, parent: item, ...(fields && { fields }) }),
    write: fresh,
  }),
});

/** Over an item, which stands under it then. */
export const over = (label: string, key: string): Addition => ({
  id: 'over',
  label,
  key,
  joint: 'over',
  add(chart, item, fresh) {
    if (item === null) return { change: added({ id: fresh, parent: null }), write: fresh };
    const { parent } = chart.items[item]!;
    return {
      change: asOne([added({ id: fresh, parent }, item), { type: 'move-branch', id: item, parent: fresh }]),
      write: fresh,
    };
  },
});
