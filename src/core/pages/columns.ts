/** PageSet of short entries in columns: an index, or a list of what stands on which page. */
import type { Chart } from '../chart';
import { baseline, drawPage, frameOf, type PageNumber, textMarks } from '../compose';
import { sheetPoints } from '../layout';
import type { Mark, Scene } from '../scene';
import { houseOnPage } from '../style';
import { type Fonts, shortened } from '../text';

const STRONG = 'text-600';
const PLAIN = 'text-400';
const SIZE = 9;
const ROW = 1.45;
/** Least width of a column and the gap between two, for text of `SIZE`. */
const COLUMN = { least: 200, gap: 22 };

export interface Entry {
  readonly text: string;
  readonly quiet: string;
  /** Page it is about. */
  readonly page: number;
  /** Levels it stands in. */
  readonly level: number;
}

/** PageSet that are counted before they are drawn, as their numbers follow from how many there are. */
export interface PageSet {
  readonly count: number;
  /** @param first the number of the first, and of how many */
  draw(first: number, of: number): Scene[];
}

/**
 * @param chart its page and title are drawn on each
 * @param least size of the text at the least, in points
 */
export function columnPages(chart: Chart, entries: readonly Entry[], least: number, fonts: Fonts): PageSet {
  const sheet = sheetPoints(chart.page)!;
  const house = houseOnPage(chart);
  const { margin } = chart.page;
  const { header, footer } = frameOf(chart, sheet.width, [], fonts);
  const size = Math.max(SIZE, least);
  const row = size * ROW;
  const room = { width: sheet.width - 2 * margin, height: sheet.height - 2 * margin - header - footer };
  const gap = (COLUMN.gap * size) / SIZE;
  const columns = Math.max(1, Math.floor((room.width + gap) / ((COLUMN.least * size) / SIZE + gap)));
  const width = (room.width - (columns - 1) * gap) / columns;
  const rows = Math.max(1, Math.floor(room.height / row));
  const pages = Math.max(1, Math.ceil(entries.length / (rows * columns)));
  const draw = (p: number, number: PageNumber): Scene => {
    const own = entries.slice(p * rows * columns, (p + 1) * rows * columns);
    const places = own.map((_, i) => ({
      left: margin + Math.floor(i / rows) * (width + gap),
      top: margin + header + (i % rows) * row,
    }));
    const marks: Mark[] = own.flatMap(({ text, quiet, page, level }, i) => {
      const { left, top } = places[i]!;
      const y = baseline(fonts, STRONG, size, top);
      const where = String(page);
      const right = left + width - fonts.width(where, PLAIN, size);
      const x = left + level * size;
      const name = shortened(fonts, text, STRONG, size, right - x - size);
      const after = x + fonts.width(name, STRONG, size) + size * 0.6;
      const rest = quiet === '' ? '' : shortened(fonts, quiet, PLAIN, size, right - after - size);
      return [
        ...textMarks(fonts, name, STRONG, size, x, y, house.ink),
        ...(rest.length > 1 ? textMarks(fonts, rest, PLAIN, size, after, y, house.quietInk) : []),
        ...textMarks(fonts, where, PLAIN, size, right, y, house.ink),
      ];
    });
    const place = { ...sheet, scale: 1, x: margin, y: margin + header };
    return {
      ...sheet,
      background: house.sheet,
      title: chart.title,
      description: chart.page.subtitle ?? '',
      picture: { x: margin, y: margin + header, ...room },
      margin,
      frame: { x: 0, y: 0, scale: 1 },
      links: [],
      items: [],
      page: [...drawPage(chart, house, place, [], fonts, number), ...marks],
      leads: own.map(({ page }, i) => ({ x: places[i]!.left, y: places[i]!.top, width, height: row, page })),
      notes: [],
      areas: [],
      edges: [],
      axis: 'overlaps',
      bands: [],
    };
  };
  return {
    count: pages,
    draw: (first, of) => Array.from({ length: pages }, (_, p) => draw(p, { page: first + p, of })),
  };
}
