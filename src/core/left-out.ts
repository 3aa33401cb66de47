/** What a form of a list can't hold of a chart, found by writing the list and reading it back: said before it is taken. */
import { type Chart, setsOf } from './chart';
import type { Kind } from './kinds';
import { comparing, matterOf } from './kinds';
import { countingIds, folded, gridOf, matchLines, tidy } from './list';
import { chartOfList, readList } from './read';
import { writeList } from './write';

/** Columns that only tell lines apart, or repeat where they stand. */
const OF_THE_LIST = new Set(['id', 'superior', 'from', 'level']);

/** Cells by line and column; those that a person numbered lines by only where they did. */
function cellsOf(kind: Kind, chart: Chart) {
  const { columns, rows, items } = gridOf(chart, kind.columns, (item, field) => kind.cell?.(chart, item, field));
  return columns
    .filter(({ field }) => !OF_THE_LIST.has(field) || items.some((item) => chart.items[item]!.fields[field]))
    .map(({ field, label }) => {
      const at = columns.findIndex((column) => column.field === field);
      const isOwn = field === 'id' || field === 'level';
      return {
        field,
        label,
        cells: new Map(
          items.map((item, row) => [item, tidy(isOwn ? (chart.items[item]!.fields[field] ?? '') : rows[row]![at]!)]),
        ),
      };
    });
}

/** Phrases such as `"Dotted line to" of 2 posts`; none where everything comes back. */
export function leftOut(kind: Kind, chart: Chart, form: string): string[] {
  const lines = Object.keys(chart.items).length;
  if (lines === 0) return [];
  const { item, items } = matterOf(kind, chart);
  const counted = (count: number) => `${count.toLocaleString('en-GB')} ${count === 1 ? item : items}`;
  const read = readList(kind, writeList(kind, form, chart, true), { newId: countingIds('fresh') });
  if (!read.ok) return [`all ${counted(lines)}`];
  const again = chartOfList(kind, chart.title, read.list);
  const same = comparing(kind, chart).same?.(read.list);
  const matches = matchLines(Object.values(chart.items), Object.values(again.items), same);
  const backOf = new Map([...matches].map(([fresh, { to }]) => [to, fresh]));
  const lost: string[] = [];
  const missing = Object.keys(chart.items).filter((id) => !backOf.has(id)).length;
  if (missing > 0) lost.push(counted(missing));
  const after = new Map(cellsOf(kind, again).map(({ field, cells }) => [field, cells]));
  for (const { field, label, cells } of cellsOf(kind, chart)) {
    let count = 0;
    for (const [id, text] of cells) {
      const back = backOf.get(id);
      if (text !== '' && back !== undefined && folded(after.get(field)?.get(back) ?? '') !== folded(text)) count++;
    }
    if (count > 0) lost.push(`"${label}" of ${counted(count)}`);
  }
  const sets = setsOf(chart).length - setsOf(again).length;
  if (kind.draws.sets && sets > 0) lost.push(`${sets} ${sets === 1 ? 'set' : 'sets'}`);
  const { focus } = chart.arrangement;
  if (typeof focus === 'string' && focus !== '' && again.arrangement['focus'] !== focus)
    lost.push('the focus question');
  const records = Object.keys(chart.carried ?? {}).length;
  if (records > 0 && !again.carried) lost.push('what came with its file and is not drawn (places, sources, notes)');
  return lost;
}
