/** A wall: one large sheet cut into pages of a printer, which overlap, have cut marks and say where they belong. */
import type { Chart } from '../chart';
import { baseline, type Painted, textMarks } from '../compose';
import { type Wall, wallOf } from '../layout';
import { type Box, type Mark, overlapping, pathThrough, type Scene } from '../scene';
import { houseOnPage } from '../style';
import type { Fonts } from '../text';

const LABEL = { face: 'text-600', size: 7.5 } as const;
const WHERE = { face: 'text-400', size: 7.5 } as const;
/** From the edge of what prints to a cut mark, and its length. */
const MARK = { off: 2, length: 9, width: 0.5 };

/** Columns are letters, as in a spreadsheet: A to Z, then AA. */
export function columnLetters(column: number): string {
  const rest = Math.floor(column / 26);
  return (rest > 0 ? columnLetters(rest - 1) : '') + String.fromCharCode(65 + (column % 26));
}

export interface Tile {
  /** Column and row from 0, and the name of the two such as "B3". */
  readonly column: number;
  readonly row: number;
  readonly label: string;
  /** The part of the whole sheet that it shows. */
  readonly part: Box;
}

/** The tiles of a wall, row by row. Neighbours overlap; together they cover all between the margins of the whole. */
export const tilesOf = ({ across, down, part, step }: Wall, margin: number): Tile[] =>
  Array.from({ length: across * down }, (_, i) => {
    const [column, row] = [i % across, Math.floor(i / across)];
    return {
      column,
      row,
      label: `${columnLetters(column)}${row + 1}`,
      part: { x: margin + column * step.x, y: margin + row * step.y, ...part },
    };
  });

/** The pages of a wall; none where the chart does not go over one. */
export function wallPages(chart: Chart, whole: Painted['scene'], fonts: Fonts): Scene[] {
  const wall = wallOf(chart.page);
  if (!wall) return [];
  const house = houseOnPage(chart);
  const { paper, margin } = wall;
  return tilesOf(wall, chart.page.margin).map(({ column, row, label, part }) => {
    const dx = margin - part.x;
    const dy = margin - part.y;
    const clip = { x: margin, y: margin, width: part.width, height: part.height };
    const shown = whole.items.filter(({ box }) => overlapping(box, part));
    return {
      ...whole,
      ...paper,
      description: `${whole.description} Sheet ${label}.`,
      picture: { ...whole.picture, x: whole.picture.x + dx, y: whole.picture.y + dy },
      margin,
      frame: { ...whole.frame, x: whole.frame.x + dx, y: whole.frame.y + dy },
      items: shown.map((item) => ({ ...item, box: { ...item.box, x: item.box.x + dx, y: item.box.y + dy } })),
      bands: whole.bands.map((band) => {
        const off = whole.axis === 'columns' ? dx : dy;
        return { ...band, start: band.start + off, end: band.end + off };
      }),
      pageAt: { x: dx, y: dy },
      clip,
      over: [...cutMarks(clip, house.quietInk), ...labelMarks()],
    };
    function labelMarks(): Mark[] {
      const top = paper.height - margin + (margin - LABEL.size * 1.25) / 2;
      const at = baseline(fonts, LABEL.face, LABEL.size, top);
      const left = margin + MARK.length + 6;
      const where = `column ${column + 1} of ${wall!.across}, row ${row + 1} of ${wall!.down} · ${chart.trial === undefined ? '' : `Trial: ${chart.trial} · `}${chart.title}`;
      return [
        ...textMarks(fonts, label, LABEL.face, LABEL.size, left, at, house.ink),
        ...textMarks(fonts, where, WHERE.face, WHERE.size, left + 22, at, house.quietInk),
      ];
    }
  });
}

/** Two short lines at each corner, outside of what prints, in line with its edges. */
function cutMarks({ x, y, width, height }: Box, stroke: string): Mark[] {
  const ways: [number, number][][] = [];
  for (const [cx, out] of [
    [x, -1],
    [x + width, 1],
  ] as const)
    for (const [cy, down] of [
      [y, -1],
      [y + height, 1],
    ] as const) {
      ways.push(
        [
          [cx + out * MARK.off, cy],
          [cx + out * (MARK.off + MARK.length), cy],
        ],
        [
          [cx, cy + down * MARK.off],
          [cx, cy + down * (MARK.off + MARK.length)],
        ],
      );
    }
  return [{ type: 'path', d: ways.map((way) => pathThrough(way, false)).join(''), stroke, width: MARK.width }];
}
