/** Paper sizes and fitting a picture to a page. */
import { PAPER_SIZES, type Page } from '../chart';

/** Points to a millimetre. */
export const MM = 72 / 25.4;
const OTHERS = {
  Letter: [215.9, 279.4],
  Legal: [215.9, 355.6],
  Tabloid: [279.4, 431.8],
  'Slide 16:9': [190.5, 338.667],
  'Slide 4:3': [190.5, 254],
} as const;
/** A page of its own size before one was given: A4 landscape. */
const OWN_INITIAL = { width: 297 * MM, height: 210 * MM };

/** Portrait width and height of ISO 216 sheets, from the largest: A0 is a square metre, B0 a metre wide; each next is half. */
const A = [841, 1189] as const;
const B = [1000, 1414] as const;
/** ISO 216: the longer side halved, rounded down to whole millimetres, becomes the shorter side of the next size. */
function series([short, long]: readonly [number, number], times: number): readonly [number, number] {
  return times === 0 ? [short, long] : series([Math.floor(long / 2), short], times - 1);
}

type Paper = Exclude<Page['size'], 'picture' | 'own'>;
/**
 * Portrait width and height in millimetres: ISO 216 for A and B, ANSI Y14.1 and common practice for the North American;
 * slides (7.5 by 13.33 or 10 inches, common practice).
 */
export const paperMillimetres = Object.fromEntries(
  PAPER_SIZES.map((size): [Paper, readonly [number, number]] => {
    const iso = /^([AB])(\d+)$/.exec(size);
    if (iso) return [size, series(iso[1] === 'A' ? A : B, Number(iso[2]))];
    return [size, OTHERS[size as keyof typeof OTHERS]];
  }),
) as Record<Paper, readonly [number, number]>;

/** Width and height of a page in points, orientation applied; undefined where the page is as large as the picture. */
export function paperPoints(
  page: Pick<Page, 'size' | 'orientation' | 'width' | 'height'>,
): { width: number; height: number } | undefined {
  if (page.size === 'picture') return undefined;
  if (page.size === 'own') return { width: page.width ?? OWN_INITIAL.width, height: page.height ?? OWN_INITIAL.height };
  const [short, long] = paperMillimetres[page.size];
  const [width, height] = page.orientation === 'portrait' ? [short, long] : [long, short];
  return { width: width * MM, height: height * MM };
}

/** Least margin of a sheet of a wall, where its marks and its label stand: 5 mm. */
const WALL_MARGIN = 5 * MM;

/** How a wall is cut into sheets: the part of each that prints, and the step from one to the next. */
export interface Wall {
  readonly across: number;
  readonly down: number;
  readonly paper: { readonly width: number; readonly height: number };
  readonly margin: number;
  /** The part of each sheet between its margins. */
  readonly part: { readonly width: number; readonly height: number };
  readonly step: { readonly x: number; readonly y: number };
}

/** The wall a page is cut from; undefined where it is not one. */
export function wallOf(page: Page): Wall | undefined {
  const paper = page.over === 'wall' ? paperPoints(page) : undefined;
  if (!paper) return undefined;
  const { across, down } = page.wall ?? { across: 2, down: 2 };
  const margin = Math.max(page.margin, WALL_MARGIN);
  const part = { width: Math.max(1, paper.width - 2 * margin), height: Math.max(1, paper.height - 2 * margin) };
  const overlap = Math.min(page.overlap ?? 10 * MM, part.width / 2, part.height / 2);
  return { across, down, paper, margin, part, step: { x: part.width - overlap, y: part.height - overlap } };
}

/** Width and height of what is drawn as one: a page, or all sheets of a wall put together with a margin round them. */
export function sheetPoints(page: Page): { width: number; height: number } | undefined {
  const wall = wallOf(page);
  if (!wall) return paperPoints(page);
  return {
    width: (wall.across - 1) * wall.step.x + wall.part.width + 2 * page.margin,
    height: (wall.down - 1) * wall.step.y + wall.part.height + 2 * page.margin,
  };
}

/** Points that the smallest words should print at: in the hand, on a slide, on a wall. Common practice. */
const WANTED = { hand: 9, wall: 14, slide: 18 };
/** A page with more area than this, in square points, is read from a step away: more than A3. */
const HELD = 1_200_000;

/** Size that the smallest words on a page should have, in points: what the person asks for, else by the paper. */
export function wantedSize(page: Page): number {
  if (page.wanted !== undefined) return page.wanted;
  if (page.size.startsWith('Slide')) return WANTED.slide;
  const sheet = paperPoints(page);
  return sheet && sheet.width * sheet.height > HELD ? WANTED.wall : WANTED.hand;
}

export interface Fit {
  /** Page size in points. */
  readonly width: number;
  readonly height: number;
  /** Picture to page; over 1 only on a wall, so that a small chart is not blown up. */
  readonly scale: number;
  /** Where the picture's near corner stands on the page. */
  readonly x: number;
  readonly y: number;
}

/** Points of the smallest words of most house styles in their own size, about; a small picture may be a third larger. */
const OWN_WORDS = 10.3;
const LARGER = 1.33;

/**
 * How much larger than its own size a picture is shown at the most: a small one fills its page better, but is not blown up;
 * on slides and large sheets, and on a wall, as much as it takes to be read from afar.
 */
export const largestScale = (page: Page): number =>
  page.over === 'wall' ? 4 : Math.max(1, (LARGER * wantedSize(page)) / WANTED.hand, wantedSize(page) / OWN_WORDS);

/**
 * Places a picture on a page, between what stands over and under it, as large as fits up to its own size, centred across;
 * down it stands in the middle, at the top, or with a third of the free height above it.
 */
export function fitToPage(
  picture: { width: number; height: number },
  { header, footer }: { header: number; footer: number },
  page: Page,
): Fit {
  const { margin } = page;
  const sheet = sheetPoints(page);
  if (!sheet) {
    // A page of no size is none: with nothing on it, it is a point.
    const width = Math.max(1, picture.width + 2 * margin);
    const height = Math.max(1, picture.height + header + footer + 2 * margin);
    return { width, height, scale: 1, x: margin, y: margin + header };
  }
  // However little the margins and the words leave, there is a point to place the picture on.
  const free = {
    width: Math.max(1, sheet.width - 2 * margin),
    height: Math.max(1, sheet.height - 2 * margin - header - footer),
  };
  const scale = Math.min(
    largestScale(page),
    free.width / Math.max(picture.width, 1),
    free.height / Math.max(picture.height, 1),
  );
  const left = Math.max(0, free.height - picture.height * scale);
  return {
    ...sheet,
    scale,
    x: margin + (free.width - picture.width * scale) / 2,
    y: margin + header + left * { middle: 1 / 2, top: 0, high: 1 / 3 }[page.place ?? 'high'],
  };
}
