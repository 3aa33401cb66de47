/** Paper sizes and fitting a picture to a page. */
import type { Page } from '../chart';

const MM = 72 / 25.4;
/** Portrait width and height in millimetres: ISO 216 for A, ANSI Y14.1 and common practice for the North American. */
export const paperMillimetres = {
  A2: [420, 594],
  A3: [297, 420],
  A4: [210, 297],
  A5: [148, 210],
  Letter: [215.9, 279.4],
  Legal: [215.9, 355.6],
  Tabloid: [279.4, 431.8],
} as const satisfies Record<Exclude<Page['size'], 'picture'>, readonly [number, number]>;

/** Width and height of a page in points, orientation applied; undefined where the page is as large as the picture. */
export function paperPoints(page: Pick<Page, 'size' | 'orientation'>): { width: number; height: number } | undefined {
  if (page.size === 'picture') return undefined;
  const [short, long] = paperMillimetres[page.size];
  const [width, height] = page.orientation === 'portrait' ? [short, long] : [long, short];
  return { width: width * MM, height: height * MM };
}

export interface Fit {
  /** Page size in points. */
  readonly width: number;
  readonly height: number;
  /** Picture to page; never over 1, so that a small chart is not blown up. */
  readonly scale: number;
  /** Where the picture's near corner stands on the page. */
  readonly x: number;
  readonly y: number;
}

/**
 * Places a picture on a page, below a header, as large as fits up to its own size, centred across and with a third of
 * the free height above it.
 */
export function fitToPage(picture: { width: number; height: number }, header: number, page: Page): Fit {
  const { margin } = page;
  const paper = paperPoints(page);
  if (!paper) {
    const width = picture.width + 2 * margin;
    return { width, height: picture.height + header + 2 * margin, scale: 1, x: margin, y: margin + header };
  }
  // However little the margins and the header leave, there is a point to place the picture on.
  const free = {
    width: Math.max(1, paper.width - 2 * margin),
    height: Math.max(1, paper.height - 2 * margin - header),
  };
  const scale = Math.min(1, free.width / Math.max(picture.width, 1), free.height / Math.max(picture.height, 1));
  return {
    ...paper,
    scale,
    x: margin + (free.width - picture.width * scale) / 2,
    y: margin + header + Math.max(0, (free.height - picture.height * scale) / 3),
  };
}
