/** The page's own words: title, date line, tier headings. */
import { type Chart, isLeftwardChart, type Look } from '../chart';
import { type FaceId, inFont } from '../faces';
import type { Arrangement, Size, TierAxis } from '../kinds';
import { type Fit, sheetPoints } from '../layout';
import { type Box, dashOf, type Mark, outlines, pathThrough, type SceneBand } from '../scene';
import type { House } from '../style';
import { type Fonts, shortened, wrap } from '../text';
import { baseline, textMarks } from './draw';
import { LINE_HEIGHT } from './measure';

const TITLE = { face: 'title-600', size: 19 } as const;
const DATE = { face: 'text-400', trial: 'text-700', size: 9.5 } as const;
export const SUBTITLE = { face: 'text-400', size: 12 } as const;
const KEY = { face: 'text-400', size: 9, row: 15, sample: 17 } as const;
const HEADING = { face: 'text-600', size: 10.5 } as const;
const UNDER_HEADER = 16;
const OVER_FOOTER = 10;
/** Between headings and the boxes of their tier. */
const HEADING_GAP = 18;
const HEADING_WIDEST = 110;
/** Least width for the words over a picture that is itself the page. */
const NARROWEST_PAGE = 260;

/** The line at the top right; what is made of a trial says so on every page. */
const dateLineOf = ({ trial, page: { dateLine } }: Chart): string =>
  trial === undefined ? dateLine : [`Trial: ${trial}`, dateLine].filter(Boolean).join(' · ');
const dateFaceOf = ({ trial, font }: Chart): FaceId => inFont(trial === undefined ? DATE.face : DATE.trial, font);

const dateWidth = (chart: Chart, fonts: Fonts) => {
  const line = dateLineOf(chart);
  return line === '' ? 0 : fonts.width(line, dateFaceOf(chart), DATE.size) + 18;
};

function titleLines(chart: Chart, width: number, fonts: Fonts): readonly string[] {
  if (!chart.page.showTitle) return [];
  return wrap(
    fonts,
    chart.title,
    inFont(TITLE.face, chart.font),
    TITLE.size,
    Math.max(80, width - dateWidth(chart, fonts)),
  ).lines.map(({ text }) => text);
}

function subtitleLines({ page: { subtitle }, font }: Chart, width: number, fonts: Fonts): readonly string[] {
  if (!subtitle) return [];
  return wrap(fonts, subtitle, inFont(SUBTITLE.face, font), SUBTITLE.size, Math.max(80, width)).lines.map(
    ({ text }) => text,
  );
}

/** Width for the page's words: between the margins, or over the picture where that is the page. */
const lineWidth = (chart: Chart, pictureWidth: number) => {
  const sheet = sheetPoints(chart.page);
  return sheet ? sheet.width - 2 * chart.page.margin : Math.max(pictureWidth, NARROWEST_PAGE);
};

/** What the key explains: tiers by a small box in their look, lines by a short piece of them. */
export type KeyEntry =
  | {
      readonly name: string;
      /** The set it explains. */
      readonly set?: string;
      readonly box: Pick<Look, 'fill' | 'edge' | 'edgeWidth' | 'edgeDash' | 'shape'>;
    }
  | { readonly name: string; readonly line: Pick<Look, 'lineColour' | 'lineWidth' | 'lineDash'> };

/** Room that the page's own words take over and under the picture, with the space to it; 0 where there are none. */
export interface Frame {
  readonly header: number;
  readonly footer: number;
}

export function frameOf(chart: Chart, pictureWidth: number, key: readonly KeyEntry[], fonts: Fonts): Frame {
  const width = lineWidth(chart, pictureWidth);
  const { footer, numbers } = chart.page;
  const dateLine = dateLineOf(chart);
  const title = titleLines(chart, width, fonts).length * TITLE.size * LINE_HEIGHT;
  const under = subtitleLines(chart, width, fonts).length * SUBTITLE.size * LINE_HEIGHT;
  const date = dateLine === '' ? 0 : DATE.size * LINE_HEIGHT;
  const top = Math.max(title + under, date);
  const foot = footer || numbers ? DATE.size * LINE_HEIGHT : 0;
  const rows = chart.page.key ? keyRows(key, width, fonts, chart.font).length * KEY.row : 0;
  const bottom = foot + rows;
  return { header: top === 0 ? 0 : top + UNDER_HEADER, footer: bottom === 0 ? 0 : bottom + OVER_FOOTER };
}

/** What the page leaves for the picture; undefined where the page is as large as the picture. */
export function pictureRoom(
  chart: Chart,
  names: readonly string[],
  key: readonly KeyEntry[],
  fonts: Fonts,
): Size | undefined {
  const sheet = sheetPoints(chart.page);
  if (!sheet) return undefined;
  const { header, footer } = frameOf(chart, sheet.width, key, fonts);
  const headings = chart.page.tierHeadings && names.length > 0 ? HEADING_WIDEST / 2 : 0;
  return {
    width: Math.max(1, sheet.width - 2 * chart.page.margin - headings),
    height: Math.max(1, sheet.height - 2 * chart.page.margin - header - footer),
  };
}

/** Width of the line round a page, in points. */
const BORDER = 1;

/** A number to print at the foot, and of how many. */
export interface PageNumber {
  readonly page: number;
  readonly of: number;
}

export function drawPage(
  chart: Chart,
  house: House,
  place: Fit,
  key: readonly KeyEntry[],
  fonts: Fonts,
  number: PageNumber = { page: 1, of: 1 },
): Mark[] {
  const { margin, footer, numbers } = chart.page;
  const width = place.width - 2 * margin;
  const marks: Mark[] = [];
  if (chart.page.border) {
    const from = Math.max(BORDER, margin / 2);
    const box = { x: from, y: from, width: place.width - 2 * from, height: place.height - 2 * from };
    for (const d of outlines('square', box)) marks.push({ type: 'path', d, stroke: house.quietInk, width: BORDER });
  }
  const write = (text: string, { face, size }: { face: FaceId; size: number }, x: number, top: number, ink: string) =>
    marks.push(
      ...textMarks(
        fonts,
        text,
        inFont(face, chart.font),
        size,
        x,
        baseline(fonts, inFont(face, chart.font), size, top),
        ink,
      ),
    );
  const dated = inFont(DATE.face, chart.font);
  const leftward = isLeftwardChart(chart);
  const dateAt = (text: string) => (leftward ? margin : place.width - margin - fonts.width(text, dated, DATE.size));
  const startOf = (text: string, { face, size }: { face: FaceId; size: number }) =>
    leftward ? place.width - margin - fonts.width(text, inFont(face, chart.font), size) : margin;
  let top = margin;
  for (const line of titleLines(chart, width, fonts)) {
    write(line, TITLE, startOf(line, TITLE), top, house.ink);
    top += TITLE.size * LINE_HEIGHT;
  }
  for (const line of subtitleLines(chart, width, fonts)) {
    write(line, SUBTITLE, startOf(line, SUBTITLE), top, house.quietInk);
    top += SUBTITLE.size * LINE_HEIGHT;
  }
  const line = dateLineOf(chart);
  if (line !== '') {
    const face = dateFaceOf(chart);
    const dateLine = shortened(fonts, line, face, DATE.size, width);
    const x = leftward ? margin : place.width - margin - fonts.width(dateLine, face, DATE.size);
    // On the title's first baseline, so that the two read as one line.
    const y = chart.page.showTitle
      ? baseline(fonts, inFont(TITLE.face, chart.font), TITLE.size, margin)
      : baseline(fonts, dated, DATE.size, margin);
    const ink = chart.trial === undefined ? house.quietInk : house.ink;
    marks.push(...textMarks(fonts, dateLine, face, DATE.size, x, y, ink));
  }
  let foot = place.height - margin;
  if (footer || numbers) {
    foot -= DATE.size * LINE_HEIGHT;
    if (footer) {
      const text = shortened(fonts, footer, dated, DATE.size, width - (numbers ? 60 : 0));
      write(text, DATE, startOf(text, DATE), foot, house.quietInk);
    }
    if (numbers) {
      const text = number.of > 1 ? `${number.page} / ${number.of}` : String(number.page);
      write(text, DATE, dateAt(text), foot, house.quietInk);
    }
  }
  for (const { entry, x, y } of placedKey(chart, place, key, fonts))
    marks.push(...keyMarks(entry, x, y, house, fonts, chart.font));
  return marks;
}

/** The entries of the key with the places of their top left corners on the page. */
function placedKey(chart: Chart, place: Fit, key: readonly KeyEntry[], fonts: Fonts) {
  if (!chart.page.key) return [];
  const { margin, footer, numbers } = chart.page;
  const rows = keyRows(key, place.width - 2 * margin, fonts, chart.font);
  const foot = place.height - margin - (footer || numbers ? DATE.size * LINE_HEIGHT : 0);
  return rows.flatMap((row, i) =>
    row.map(({ entry, x }) => ({ entry, x: margin + x, y: foot - (rows.length - i) * KEY.row })),
  );
}

/** Where the names of sets stand in the key, on the page. */
export const setsInKey = (
  chart: Chart,
  place: Fit,
  key: readonly KeyEntry[],
  fonts: Fonts,
): { readonly set: string; readonly box: Box }[] =>
  placedKey(chart, place, key, fonts).flatMap(({ entry, x, y }) => {
    if (!('set' in entry) || entry.set === undefined) return [];
    const width = KEY.sample + 5 + fonts.width(entry.name, inFont(KEY.face, chart.font), KEY.size);
    return [{ set: entry.set, box: { x, y, width, height: KEY.row } }];
  });

function keyRows(
  key: readonly KeyEntry[],
  width: number,
  fonts: Fonts,
  font: Chart['font'],
): { entry: KeyEntry; x: number }[][] {
  const rows: { entry: KeyEntry; x: number }[][] = [];
  let x = Number.POSITIVE_INFINITY;
  for (const entry of key) {
    const own = KEY.sample + 5 + fonts.width(entry.name, inFont(KEY.face, font), KEY.size) + 14;
    if (x + own > width) {
      rows.push([]);
      x = 0;
    }
    rows.at(-1)!.push({ entry, x });
    x += own;
  }
  return rows;
}

function keyMarks(entry: KeyEntry, x: number, y: number, house: House, fonts: Fonts, font: Chart['font']): Mark[] {
  const face = inFont(KEY.face, font);
  const middle = y + KEY.row / 2;
  const words = textMarks(
    fonts,
    entry.name,
    face,
    KEY.size,
    x + KEY.sample + 5,
    baseline(fonts, face, KEY.size, middle - (KEY.size * LINE_HEIGHT) / 2),
    house.ink,
  );
  if ('box' in entry) {
    const { fill, edge, edgeWidth, edgeDash, shape } = entry.box;
    const [d] = outlines(shape, { x, y: middle - 4.5, width: KEY.sample, height: 9 });
    const width = Math.min(1, Math.max(0.5, edgeWidth));
    const dash = dashOf(edgeDash, width);
    return [{ type: 'path', d: d!, fill, stroke: edge, width, ...(dash && { dash }) }, ...words];
  }
  const { lineColour, lineWidth, lineDash } = entry.line;
  const dash = dashOf(lineDash, lineWidth);
  const d = pathThrough(
    [
      [x, middle],
      [x + KEY.sample, middle],
    ],
    false,
  );
  return [{ type: 'path', d, stroke: lineColour, width: lineWidth, ...(dash && { dash }) }, ...words];
}

/** Room that printed tier headings take beside or above the picture, in points before scaling. */
export function headingRoom(
  chart: Chart,
  arrangement: Arrangement,
  names: readonly string[],
  fonts: Fonts,
): { x: number; y: number } {
  if (!chart.page.tierHeadings || names.length === 0) return { x: 0, y: 0 };
  if (arrangement.axis !== 'rows' && arrangement.axis !== 'columns') return { x: 0, y: 0 };
  if (arrangement.axis === 'columns') return { x: 0, y: HEADING.size * LINE_HEIGHT + HEADING_GAP };
  const widest = names.reduce(
    (most, name) =>
      Math.max(most, wrap(fonts, name, inFont(HEADING.face, chart.font), HEADING.size, HEADING_WIDEST).width),
    0,
  );
  return { x: widest + HEADING_GAP, y: 0 };
}

export function drawHeadings(
  bands: readonly SceneBand[],
  axis: TierAxis,
  house: House,
  place: Fit,
  pictureWidth: number,
  fonts: Fonts,
  chart: Chart,
): Mark[] {
  const face = inFont(HEADING.face, chart.font);
  const leftward = isLeftwardChart(chart);
  // Beside the picture, where the chart begins.
  const edge = (width: number) => (leftward ? place.x + pictureWidth * place.scale - width * place.scale : place.x);
  const size = HEADING.size * place.scale;
  const marks: Mark[] = [];
  if (axis !== 'rows' && axis !== 'columns') return marks;
  for (const band of bands) {
    const room = axis === 'rows' ? HEADING_WIDEST : Math.max(20, Math.abs(band.end - band.start) / place.scale);
    const { lines } = wrap(fonts, band.name, face, HEADING.size, room);
    let top = axis === 'rows' ? (band.start + band.end) / 2 - (lines.length * size * LINE_HEIGHT) / 2 : place.y;
    for (const { text: line, width } of axis === 'rows' ? lines : lines.slice(0, 1)) {
      marks.push(
        ...textMarks(
          fonts,
          line,
          face,
          size,
          axis === 'rows' ? edge(width) : leftward ? band.start - width * place.scale : band.start,
          baseline(fonts, face, size, top),
          house.quietInk,
        ),
      );
      top += size * LINE_HEIGHT;
    }
  }
  return marks;
}
