/** Which parts of a booklet stand on one page, one under the other. */
import type { Size } from '../kinds';
import type { Part, Pictured } from './split';

/** Between rows, in the picture's own units: more than between tiers, so that none seems to go on in the next. */
export const ROW_GAP = 48;
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

const areaOf = ({ width, height, need }: Extent) => width * height * need ** 2;
/** Whether two pictures have room on a page side by side, by what each takes of it. */
export const areasFit = (a: Extent, b: Extent, room: Size): boolean =>
  areaOf(a) + areaOf(b) <= room.width * room.height;

export interface RowsInput {
  readonly room: Size;
  /** Whether nothing joins two parts: what is drawn of each stays right beside the other. */
  areApart(a: Part, b: Part): boolean;
  /** Parts that it goes on from: their pages come before its own. */
  before(part: Part): readonly Part[];
}

/** Parts over pages, in their order. */
export function inRows(parts: readonly Pictured<Extent>[], { room, areApart, before }: RowsInput): Part[][] {
  const pages: Pictured<Extent>[][] = [];
  const pageOf = new Map<Part, number>();
  for (const part of parts) {
    const extent = part.picture;
    const first = Math.max(0, pages.length - NEIGHBOURS, ...before(part).map((one) => (pageOf.get(one) ?? -1) + 1));
    const isRoomOn = (at: number) => {
      const there = pages[at]!.map((row) => row.picture);
      return extent && there.every((one) => one !== undefined) && rowsFit([...there, extent], room);
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
