/** The columns of the table view, and its cells as words. */
import type { Change, Chart, FieldType } from '../../../core/chart';
import { setsOf } from '../../../core/chart';
import { type CellText, cellOf, writeCells } from '../../../core/edit';
import type { KindOnPage } from '../../../core/kinds';
import { fieldTypeOf, isYes, ownFields } from '../../../core/list';

export interface TableColumn {
  /** The field; of a set, its id behind a sign of its own. */
  readonly id: string;
  readonly label: string;
  readonly type: FieldType;
  readonly refers?: 'one' | 'many' | undefined;
  /** A set that lines are ticked for. */
  readonly set?: string;
  /** A field of the list's own rather than the kind's. */
  readonly own: boolean;
  readonly hidden: boolean;
}

const SET = 'set ';

/** The name first, the kind's columns, the list's own, a column for each set. */
export function tableColumns(chart: Chart, kind: KindOnPage): TableColumn[] {
  const used = new Set(Object.values(chart.items).flatMap(({ fields }) => Object.keys(fields)));
  const settings = chart.columns ?? {};
  const ticked = kind.draws.sets && Object.keys(chart.sets).length > 0;
  const of = (field: string, label: string, own: boolean, hidden: boolean, refers?: 'one' | 'many'): TableColumn => ({
    id: field,
    label,
    type: fieldTypeOf(chart, kind.columns, field),
    own,
    hidden: settings[field]?.hidden ?? hidden,
    refers,
  });
  const first = kind.columns.find(({ field }) => field === 'name')!;
  const rest = kind.columns.filter((column) => column !== first);
  return [
    of('name', first.label, false, false),
    ...rest
      .filter(({ field }) => !(ticked && field === 'sets'))
      // A column that few lists have is shown once a line has it; the others are there to be filled.
      .map(({ field, label, refers }, i) =>
        of(field, label, false, !used.has(field) && (ticked || (i >= 5 && refers === undefined)), refers),
      ),
    ...ownFields(chart, kind.columns).map((field) => of(field, field, true, false)),
    ...(ticked
      ? setsOf(chart).map(
          ({ id, name }): TableColumn => ({
            id: `${SET}${id}`,
            label: name,
            type: 'yes-no',
            set: id,
            own: true,
            hidden: false,
          }),
        )
      : []),
  ];
}

export const TICK = 'x';

export function tableCell(
  chart: Chart,
  kind: KindOnPage,
  item: string,
  { id, set }: Pick<TableColumn, 'id' | 'set'>,
): string {
  if (set !== undefined) return chart.sets[set]?.members.includes(item) ? TICK : '';
  return cellOf(kind, chart, item, id);
}

/** The change that writes cells of the table; sentences about those that can't be. */
export function writeTable(
  chart: Chart,
  kind: KindOnPage,
  cells: readonly { readonly item: string; readonly column: TableColumn; readonly text: string }[],
): { change: Change | undefined; wrong: readonly string[] } {
  const plain: CellText[] = [];
  const ticks = new Map<string, Record<string, boolean>>();
  for (const { item, column, text } of cells) {
    if (column.set === undefined) plain.push({ item, field: column.id, text });
    else if ((tableCell(chart, kind, item, column) !== '') !== isYes(text))
      ticks.set(item, { ...ticks.get(item), [column.set]: isYes(text) });
  }
  const { change, wrong } = writeCells(kind, chart, plain);
  const changes: Change[] = [
    ...(change ? [change] : []),
    ...[...ticks].map(([item, sets]): Change => ({ type: 'set-membership', item, sets })),
  ];
  return {
    change: changes.length === 0 ? undefined : changes.length === 1 ? changes[0] : { type: 'group', changes },
    wrong,
  };
}
