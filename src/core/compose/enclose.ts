/** The shapes round branches, tiers and selections: placed, and drawn under lines and boxes. */
import type { Enclosure } from '../chart';
import { type FontId, inFont } from '../faces';
import type { Arrangement, Enclosed } from '../kinds';
import { hullOf, type Obstacle, type Point, regionOf } from '../layout';
import { type Box, dashOf, type Mark, short } from '../scene';
import type { House } from '../style';
import { type Fonts, shortened } from '../text';
import { baseline, textMarks } from './draw';
import { NAME } from './enclosed';
import { LINE_HEIGHT } from './measure';

export interface DrawnEnclosure {
  readonly enclosure: Enclosure;
  readonly members: ReadonlySet<string>;
  /** Closed, in the picture's own units, and the same as SVG path data. */
  readonly rings: readonly (readonly Point[])[];
  readonly outline: string;
  /** What it takes of the picture. */
  readonly extent: Box;
  /** Near corner of its name. */
  readonly name: Point;
}

const CORNER = 9;
const CUT = 8;
/** Waves of an edge: about so long, and swinging so far to both sides, in points. */
const WAVE = { length: 15, swing: 1.8 };
const FACE = 'text-600';

const at = ([x, y]: Point) => `${short(x)} ${short(y)}`;

/** Every corner of a ring with a point before and after it, at the most `reach` away. */
function corners(ring: readonly Point[], reach: number): { before: Point; corner: Point; after: Point }[] {
  const towards = ([x, y]: Point, [tx, ty]: Point): Point => {
    const length = Math.hypot(tx - x, ty - y);
    const by = Math.min(reach, length / 2) / Math.max(length, 1e-9);
    return [x + (tx - x) * by, y + (ty - y) * by];
  };
  return ring.map((corner, i) => ({
    before: towards(corner, ring.at(i - 1)!),
    corner,
    after: towards(corner, ring[(i + 1) % ring.length]!),
  }));
}

function wavy(ring: readonly Point[]): string {
  const pieces = ring.flatMap(([x, y], i) => {
    const [tx, ty] = ring[(i + 1) % ring.length]!;
    const length = Math.hypot(tx - x, ty - y);
    const count = Math.max(1, 2 * Math.round(length / WAVE.length / 2));
    const [ox, oy] = [
      ((ty - y) / Math.max(length, 1e-9)) * WAVE.swing,
      ((x - tx) / Math.max(length, 1e-9)) * WAVE.swing,
    ];
    return Array.from({ length: count }, (_, k) => {
      const point = (part: number): Point => [x + ((tx - x) * (k + part)) / count, y + ((ty - y) * (k + part)) / count];
      const side = k % 2 === 0 ? 1 : -1;
      const [mx, my] = point(0.5);
      // A curve swings half as far as its one control point stands.
      return `Q${at([mx + 2 * side * ox, my + 2 * side * oy])} ${at(point(1))}`;
    });
  });
  return `M${at(ring[0]!)}${pieces.join('')}Z`;
}

function ringPath(ring: readonly Point[], form: Enclosure['form']): string {
  if (form === 'wavy') return wavy(ring);
  const cut = form === 'cut';
  const parts = corners(ring, cut ? CUT : CORNER).map(({ before, corner, after }, i) =>
    cut
      ? `${i === 0 ? 'M' : 'L'}${at(before)}L${at(after)}`
      : `${i === 0 ? 'M' : 'L'}${at(before)}Q${at(corner)} ${at(after)}`,
  );
  return `${parts.join('')}Z`;
}

const boxOf = (rings: readonly (readonly Point[])[]): Box => {
  const xs = rings.flat().map(([x]) => x);
  const ys = rings.flat().map(([, y]) => y);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
};

/** @param boxes of all items, in the picture's own units */
export function enclosures(
  enclosed: readonly Enclosed[],
  boxes: ReadonlyMap<string, Box>,
  { links, captions: words = [] }: Pick<Arrangement, 'links' | 'captions'>,
): DrawnEnclosure[] {
  const obstacle = ({ x, y, width, height }: Box): Obstacle => ({ low: [x, y], high: [x + width, y + height] });
  const captions = words.map(({ x, y, words: { width, height } }) => obstacle({ x, y, width, height }));
  const all = [...boxes].map(([id, box]) => ({ id, box: obstacle(box) }));
  return enclosed.map(({ enclosure, members, pad, head, share }): DrawnEnclosure => {
    const own = all.filter(({ id }) => members.has(id)).map(({ box }) => box);
    const others = all.filter(({ id }) => !members.has(id)).map(({ box }) => box);
    const lines = links
      .filter(({ from, to, curved }) => !curved && members.has(from) && members.has(to))
      .map(({ points }) => points);
    const found = regionOf({ members: own, others: [...others, ...captions], pad, head, share, lines });
    // The hull lies within the rectangle, which was found free of others.
    const hull = enclosure.form === 'hull' && found.plain ? hullRing(own, lines, pad, head) : undefined;
    const rings = hull ? [hull] : found.rings;
    const extent = boxOf(rings);
    const top = rings
      .flat()
      .reduce((best, point) =>
        point[1] < best[1] - 0.01 || (point[1] < best[1] + 0.01 && point[0] < best[0]) ? point : best,
      );
    return {
      enclosure,
      members,
      rings,
      outline: rings.map((ring) => ringPath(ring, enclosure.form)).join(''),
      extent,
      // Where there is no room for it inside, a name stands on its shape.
      name: [top[0] + CORNER, found.headroom ? extent.y + 2 : extent.y - NAME.height],
    };
  });
}

/** The hull of boxes with room round them, and of the lines between them. */
function hullRing(own: readonly Obstacle[], lines: readonly (readonly Point[])[], pad: number, head: number): Point[] {
  const top = Math.min(...own.map(({ low }) => low[1]));
  const boxes = own.flatMap(({ low, high }): Point[] => {
    const up = low[1] === top ? pad + head : pad;
    return [
      [low[0] - pad, low[1] - up],
      [high[0] + pad, low[1] - up],
      [high[0] + pad, high[1] + pad],
      [low[0] - pad, high[1] + pad],
    ];
  });
  return hullOf([...boxes, ...lines.flat()]);
}

/** The look of an enclosure: what was set on it, and the house style's for the rest. */
export function enclosureLook(enclosure: Enclosure, house: House) {
  const own = house.area(enclosure.place ?? 1);
  const { fill = own.fill, edge = own.edge, edgeWidth = 1.25, edgeDash = 'solid', opacity = 0.3 } = enclosure;
  return { fill, edge, edgeWidth, edgeDash, opacity } as const;
}

export function drawEnclosure(
  { enclosure, outline, name: [x, y], extent }: DrawnEnclosure,
  house: House,
  fonts: Fonts,
  font?: FontId,
): Mark[] {
  const face = inFont(FACE, font);
  const { fill, edge, edgeWidth, edgeDash, opacity } = enclosureLook(enclosure, house);
  const dash = dashOf(edgeDash, edgeWidth);
  const room = extent.x + extent.width - x - CORNER;
  const text = shortened(fonts, enclosure.name, face, NAME.size, Math.max(20, room));
  return [
    {
      type: 'path',
      d: outline,
      fill,
      opacity,
      ...(edgeWidth > 0 && { stroke: edge, width: edgeWidth, ...(dash && { dash }) }),
    },
    ...(enclosure.name === ''
      ? []
      : textMarks(
          fonts,
          text,
          face,
          NAME.size,
          x,
          baseline(fonts, face, NAME.size, y + (NAME.height - NAME.size * LINE_HEIGHT) / 2),
          house.ink,
        )),
  ];
}
