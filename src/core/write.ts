/** From a chart to its list, in every form it can be handed over in. What is written is read back the same. */
import { type Chart, setsOf } from './chart';
import { type Sheet, sayInMarkdown, writeMarkdown, writeOpml, writeXlsx } from './formats';
import type { Kind, KindOnPage, ListWriter } from './kinds';
import { gridOf, listAsJson, SOFT_BREAK, writeGrid } from './list';
import { outlineOf, outlineText } from './list-formats';

/** Lines of the outline as they are written, with their levels. */
const linesOf = (kind: KindOnPage, chart: Chart) =>
  outlineOf(kind, chart)
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const text = line.replace(/^\t+/, '');
      return { level: line.length - text.length, text: text.replaceAll(SOFT_BREAK, '\n') };
    });

const cellsOf = (kind: KindOnPage, chart: Chart) => (item: string, field: string) => kind.cell?.(chart, item, field);

/** The list's own fields as attributes, for kinds whose lines are items one to one. */
function opmlOf(kind: KindOnPage, chart: Chart): string {
  const lines = linesOf(kind, chart);
  const { columns, rows } = gridOf(chart, kind.columns, cellsOf(kind, chart));
  const known = new Set(kind.outlineFields ?? kind.columns.map(({ field }) => field));
  const own = columns.flatMap(({ field }, at) => (known.has(field) ? [] : [{ field, at }]));
  // A first line that is no item, such as a question over it all, moves the others on.
  const ahead = lines.length - rows.length;
  return writeOpml({
    title: chart.title,
    kind: kind.id,
    nodes: lines.map((line, i) => ({
      ...line,
      fields: Object.fromEntries(
        ahead < 0
          ? []
          : own.flatMap(({ field, at }) => (rows[i - ahead]?.[at] ? [[field, rows[i - ahead]![at]!] as const] : [])),
      ),
    })),
  });
}

const writersOf = (kind: Kind): Readonly<Record<string, ListWriter>> => ({
  csv: (chart, exact) => writeGrid(gridOf(chart, kind.columns, cellsOf(kind, chart)), exact),
  outline: (chart) => outlineText(kind, chart),
  markdown: (chart) => sayInMarkdown(kind.id) + writeMarkdown(linesOf(kind, chart)),
  opml: (chart) => opmlOf(kind, chart),
  json: (chart) => `${JSON.stringify(listAsJson(chart), null, 2)}\n`,
  ...kind.writers,
});

/** @param form one of `listFormats`. @throws of another */
export function writeList(kind: Kind, form: string, chart: Chart, exact = false): string {
  const write = writersOf(kind)[form];
  if (!write) throw new Error(`${kind.id} is not written as ${form}`);
  return write(chart, exact);
}

/** The list as a workbook: a sheet with all of it, and one for each set. */
export async function listAsXlsx(kind: KindOnPage, chart: Chart): Promise<Uint8Array> {
  const { columns, rows, items } = gridOf(chart, kind.columns, cellsOf(kind, chart));
  const whole: Sheet = { name: 'List', columns, rows };
  if (!kind.draws.sets) return writeXlsx([whole]);
  const at = new Map(items.map((id, i) => [id, i]));
  return writeXlsx([
    whole,
    ...setsOf(chart).map(({ name, members }): Sheet => {
      const places = members.flatMap((id) => at.get(id) ?? []).sort((a, b) => a - b);
      return { name, columns, rows: places.map((place) => rows[place]!) };
    }),
  ]);
}
