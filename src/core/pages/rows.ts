/** Pages on which several parts stand one under the other: none is arranged anew, what was arranged for each is moved. */
import type { ArrangedLink, Arrangement, PlacedWords, Size } from '../kinds';
import type { Point } from '../layout';
import type { Part } from './split';

/** Between rows, in the picture's own units: more than between tiers, so that none seems to go on in the next. */
const ROW_GAP = 48;
/** Pages before a part in the list on which it may come to stand. */
const NEIGHBOURS = 12;
/** Measures round off, and plates with other numbers are a little wider. */
const SPARE = 0.99;

/** The picture of a part, in its own units, and the scale at which its words print as they should. */
export interface Extent extends Size {
  readonly need: number;
}

/** Whether pictures one under the other have their size on a page. */
export function rowsFit(rows: readonly Extent[], room: Size): boolean {
  const need = Math.max(...rows.map((row) => row.need));
  const width = Math.max(...rows.map((row) => row.width));
  const height = rows.reduce((sum, row) => sum + row.height, (rows.length - 1) * ROW_GAP);
  return width * need <= room.width * SPARE && height * need <= room.height * SPARE;
}

export interface RowsInput {
  readonly room: Size;
  /** Undefined of a part that takes more than a page. */
  extentOf(part: Part): Extent | undefined;
  /** Whether nothing joins two parts: what is drawn of each stays right beside the other. */
  areApart(a: Part, b: Part): boolean;
  /** Parts that it goes on from: their pages come before its own. */
  before(part: Part): readonly Part[];
}

/** Parts over pages, in their order. */
export function inRows(parts: readonly Part[], { room, extentOf, areApart, before }: RowsInput): Part[][] {
  const pages: Part[][] = [];
  const pageOf = new Map<Part, number>();
  for (const part of parts) {
    const extent = extentOf(part);
    const first = Math.max(0, pages.length - NEIGHBOURS, ...before(part).map((one) => (pageOf.get(one) ?? -1) + 1));
    const isRoomOn = (at: number) => {
      const extents = pages[at]!.map(extentOf);
      return extent && extents.every((one) => one !== undefined) && rowsFit([...extents, extent], room);
    };
    let at = pages.length - 1;
    while (at >= first && !(isRoomOn(at) && pages[at]!.every((row) => areApart(row, part)))) at--;
    if (at < first) {
      at = pages.length;
      pages.push([]);
    }
    pages[at]!.push(part);
    pageOf.set(part, at);
  }
  return pages;
}

export interface Row {
  readonly arrangement: Arrangement;
  /** From the arrangement's own corner to the picture's, and the picture's size. */
  readonly shift: { readonly x: number; readonly y: number };
  readonly picture: Size;
  /** Tiers of the page before the row's first. */
  readonly off: number;
}

/** Arrangements one under the other, each in the middle. Tiers have no band of their own there. */
export function stacked(rows: readonly Row[]): Arrangement {
  const width = Math.max(...rows.map(({ picture }) => picture.width));
  let top = 0;
  const moved = rows.map((row) => {
    const { arrangement, picture, shift, off } = row;
    const by: Point = [(width - picture.width) / 2 + shift.x, top + shift.y];
    top += picture.height + ROW_GAP;
    return movedBy(arrangement, by, off);
  });
  const all = <T>(of: (arrangement: Arrangement) => readonly T[] | undefined): T[] =>
    moved.flatMap((one) => of(one) ?? []);
  return {
    boxes: new Map(moved.flatMap(({ boxes }) => [...boxes])),
    repeats: all(({ repeats }) => repeats),
    tags: all(({ tags }) => tags),
    captions: all(({ captions }) => captions),
    links: all(({ links }) => links),
    joins: all(({ joins }) => joins),
    ...(moved.some(({ hops }) => hops) && { hops: true }),
    axis: moved[0]!.axis,
    bands: [],
    width,
    height: top - ROW_GAP,
    problems: all(({ problems }) => problems),
  };
}

function movedBy(arrangement: Arrangement, [dx, dy]: Point, tiers: number): Arrangement {
  const point = ([x, y]: Point): Point => [x + dx, y + dy];
  const points = (all: readonly Point[]) => all.map(point);
  const words = (own: PlacedWords): PlacedWords => ({ ...own, x: own.x + dx, y: own.y + dy });
  const { boxes, links, joins, repeats, captions } = arrangement;
  return {
    ...arrangement,
    boxes: new Map([...boxes].map(([id, at]) => [id, point(at)])),
    links: links.map(
      (link): ArrangedLink => ({
        ...link,
        tier: link.tier + tiers,
        points: points(link.points),
        ...(link.ways && { ways: link.ways.map(points) }),
        ...(link.words && { words: words(link.words) }),
      }),
    ),
    joins: joins.map(points),
    ...(repeats && { repeats: repeats.map(({ of, at }) => ({ of, at: point(at) })) }),
    ...(captions && { captions: captions.map(words) }),
  };
}
