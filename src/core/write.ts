/** From a chart to its list, in every form it can be handed over in. What is written is read back the same. */
import { type Chart, setsOf } from './chart';
import { type Sheet, sayInMarkdown, writeMarkdown, writeOpml, writeXlsx } from './formats';
import type { KindOnPage, ListFormat } from './kinds';
import { gridOf, listAsJson, SOFT_BREAK, writeContinued, writeGrid } from './list';

const LINE_ENDS = /(?<!\s)\s*\n\s*/g;

/** The kind's outline, with line ends inside items kept as a sign of their own. */
function outlineOf(kind: KindOnPage, chart: Chart): string {
  const held = (text: string) => (text.includes('\n') ? text.trim().replace(LINE_ENDS, SOFT_BREAK) : text);
  const items = Object.fromEntries(
    Object.entries(chart.items).map(([id, item]) => [
      id,
      { ...item, fields: Object.fromEntries(Object.entries(item.fields).map(([field, text]) => [field, held(text)])) },
    ]),
  );
  const sets = Object.fromEntries(
    Object.entries(chart.sets).map(([id, set]) => [id, { ...set, name: held(set.name) }]),
  );
  return kind.writeOutline({ ...chart, items, sets });
}

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

/** Every way to write a list of a kind as text, by its id. */
export function listFormats(kind: KindOnPage): Readonly<Record<string, ListFormat>> {
  return {
    csv: {
      label: 'Table (CSV)',
      about: 'Opens in any spreadsheet; every field of every line. What looks like a formula is written as words.',
      mime: 'text/csv',
      ending: 'csv',
      write: (chart, exact) => writeGrid(gridOf(chart, kind.columns, cellsOf(kind, chart)), exact),
    },
    outline: {
      label: 'Outline text',
      about: kind.words.outline,
      mime: 'text/plain',
      ending: 'txt',
      write: (chart) => writeContinued(outlineOf(kind, chart)),
    },
    markdown: {
      label: 'Markdown',
      about: 'The outline as a nested list, for notes and wikis.',
      mime: 'text/markdown',
      ending: 'md',
      write: (chart) => sayInMarkdown(kind.id) + writeMarkdown(linesOf(kind, chart)),
    },
    opml: {
      label: 'OPML',
      about: 'The outline for other outliners, with the list’s own fields.',
      mime: 'text/x-opml',
      ending: 'opml',
      write: (chart) => opmlOf(kind, chart),
    },
    json: {
      label: 'JSON',
      about: 'For scripts: lines, links and sets, complete.',
      mime: 'application/json',
      ending: 'json',
      write: (chart) => `${JSON.stringify(listAsJson(chart), null, 2)}\n`,
    },
    ...kind.formats,
  };
}

export const XLSX = {
  label: 'Spreadsheet (XLSX)',
  about: 'Typed columns: dates are dates, numbers are numbers. Of sets, one sheet each besides.',
  mime: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  ending: 'xlsx',
} as const;

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
