/** The page's own words: title, date line, tier headings. */
import type { Chart } from '../chart';
import type { Arrangement, TierAxis } from '../kinds';
import { type Fit, paperPoints } from '../layout';
import type { Mark, SceneBand } from '../scene';
import type { House } from '../style';
import { type Fonts, wrap } from '../text';
import { baseline, textMarks } from './draw';
import { LINE_HEIGHT } from './measure';

const TITLE = { face: 'title-600', size: 19 } as const;
const DATE = { face: 'text-400', size: 9.5 } as const;
const HEADING = { face: 'text-600', size: 10.5 } as const;
const UNDER_HEADER = 16;
/** Between headings and the boxes of their tier. */
const HEADING_GAP = 18;
const HEADING_WIDEST = 110;
/** Least width for the words over a picture that is itself the page. */
const NARROWEST_PAGE = 260;

const dateWidth = (chart: Chart, fonts: Fonts) =>
  chart.page.dateLine === '' ? 0 : fonts.width(chart.page.dateLine, DATE.face, DATE.size) + 18;

function titleLines(chart: Chart, width: number, fonts: Fonts): readonly string[] {
  if (!chart.page.showTitle) return [];
  return wrap(fonts, chart.title, TITLE.face, TITLE.size, Math.max(80, width - dateWidth(chart, fonts))).lines.map(
    ({ text }) => text,
  );
}

/** Width for the page's words: between the margins, or over the picture where that is the page. */
const lineWidth = (chart: Chart, pictureWidth: number) => {
  const paper = paperPoints(chart.page);
  return paper ? paper.width - 2 * chart.page.margin : Math.max(pictureWidth, NARROWEST_PAGE);
};

/** Height the title and date line take, with the space under them; 0 where neither is shown. */
export function headerHeight(chart: Chart, pictureWidth: number, fonts: Fonts): number {
  const title = titleLines(chart, lineWidth(chart, pictureWidth), fonts).length * TITLE.size * LINE_HEIGHT;
  const date = chart.page.dateLine === '' ? 0 : DATE.size * LINE_HEIGHT;
  const height = Math.max(title, date);
  return height === 0 ? 0 : height + UNDER_HEADER;
}

export function drawPage(chart: Chart, house: House, place: Fit, header: number, fonts: Fonts): Mark[] {
  if (header === 0) return [];
  const { margin, dateLine } = chart.page;
  const width = place.width - 2 * margin;
  const marks: Mark[] = [];
  let top = margin;
  for (const line of titleLines(chart, width, fonts)) {
    marks.push(
      ...textMarks(
        fonts,
        line,
        TITLE.face,
        TITLE.size,
        margin,
        baseline(fonts, TITLE.face, TITLE.size, top),
        house.ink,
      ),
    );
    top += TITLE.size * LINE_HEIGHT;
  }
  if (dateLine !== '') {
    const x = place.width - margin - fonts.width(dateLine, DATE.face, DATE.size);
    // On the title's first baseline, so that the two read as one line.
    const y = chart.page.showTitle
      ? baseline(fonts, TITLE.face, TITLE.size, margin)
      : baseline(fonts, DATE.face, DATE.size, margin);
    marks.push(...textMarks(fonts, dateLine, DATE.face, DATE.size, x, y, house.quietInk));
  }
  return marks;
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
    (most, name) => Math.max(most, wrap(fonts, name, HEADING.face, HEADING.size, HEADING_WIDEST).width),
    0,
  );
  return { x: widest + HEADING_GAP, y: 0 };
}

export function drawHeadings(
  bands: readonly SceneBand[],
  axis: TierAxis,
  house: House,
  place: Fit,
  fonts: Fonts,
): Mark[] {
  const size = HEADING.size * place.scale;
  const marks: Mark[] = [];
  if (axis !== 'rows' && axis !== 'columns') return marks;
  for (const band of bands) {
    const room = axis === 'rows' ? HEADING_WIDEST : Math.max(20, (band.end - band.start) / place.scale);
    const { lines } = wrap(fonts, band.name, HEADING.face, HEADING.size, room);
    let top = axis === 'rows' ? (band.start + band.end) / 2 - (lines.length * size * LINE_HEIGHT) / 2 : place.y;
    for (const { text: line } of axis === 'rows' ? lines : lines.slice(0, 1)) {
      marks.push(
        ...textMarks(
          fonts,
          line,
          HEADING.face,
          size,
          axis === 'rows' ? place.x : band.start,
          baseline(fonts, HEADING.face, size, top),
          house.quietInk,
        ),
      );
      top += size * LINE_HEIGHT;
    }
  }
  return marks;
}
