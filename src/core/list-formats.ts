/** The forms that a list can be handed over in, as people choose them; `write.ts` writes them. */
import type { Chart } from './chart';
import type { KindOnPage, ListFormat } from './kinds';
import { SOFT_BREAK, writeContinued } from './list';

/** Every way to write a list of a kind as text, by its id. */
export function listFormats(kind: KindOnPage): Readonly<Record<string, ListFormat>> {
  return {
    csv: {
      label: 'Table (CSV)',
      about: 'Opens in any spreadsheet; every field of every line. What looks like a formula is written as words.',
      mime: 'text/csv',
      ending: 'csv',
    },
    outline: {
      label: 'Outline text',
      about: kind.words.outline,
      mime: 'text/plain',
      ending: 'txt',
    },
    markdown: {
      label: 'Markdown',
      about: 'The outline as a nested list, for notes and wikis.',
      mime: 'text/markdown',
      ending: 'md',
    },
    opml: {
      label: 'OPML',
      about: 'The outline for other outliners, with the list’s own fields.',
      mime: 'text/x-opml',
      ending: 'opml',
    },
    json: {
      label: 'JSON',
      about: 'For scripts: lines, links and sets, complete.',
      mime: 'application/json',
      ending: 'json',
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

const LINE_ENDS = /(?<!\s)\s*\n\s*/g;

/** The kind's outline, with line ends inside items kept as a sign of their own. */
export function outlineOf(kind: KindOnPage, chart: Chart): string {
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

/** The list as outline text. */
export const outlineText = (kind: KindOnPage, chart: Chart): string => writeContinued(outlineOf(kind, chart));
