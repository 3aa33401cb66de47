/**
 * The region that holds some boxes and no others: their bounding rectangle where nothing else stands in it; else the boxes
 * with room round them, joined along lines and through free gaps, without what belongs to the others.
 */
import clipping, { type MultiPolygon, type Polygon, type Ring } from 'polygon-clipping';
import { type Obstacle, waysAround } from './around';
import type { Point } from './point';

export interface RegionAsked {
  readonly members: readonly Obstacle[];
  readonly others: readonly Obstacle[];
  /** Free space round the members, and over them in addition. */
  readonly pad: number;
  readonly head: number;
  /** Part of the gap to others that it may take: less than all where it is within another. */
  readonly share: number;
  /** Lines between members, along which it holds together. */
  readonly lines: readonly (readonly Point[])[];
}

export interface RegionFound {
  /** Closed rings without the first point again: outlines, and holes the other way round. */
  readonly rings: readonly (readonly Point[])[];
  /** It is the plain rectangle round its members. */
  readonly plain: boolean;
  /** There is room over its topmost box, as was asked. */
  readonly headroom: boolean;
}

/** More boxes than this are held by their rectangle alone: to put their outlines together would take too long. */
const MOST_JOINED = 300;
/** Least free space round a box that does not belong. */
const CLEAR = 1.5;
/** Half the width of what joins members that stand apart. */
const NECK = 3;

const grown = ({ low, high }: Obstacle, by: number, up = by): Obstacle => ({
  low: [low[0] - by, low[1] - up],
  high: [high[0] + by, high[1] + by],
});
const meet = (a: Obstacle, b: Obstacle): boolean =>
  a.low[0] < b.high[0] && b.low[0] < a.high[0] && a.low[1] < b.high[1] && b.low[1] < a.high[1];
/** The rectangle round boxes, of which there may be tens of thousands. */
function around(boxes: readonly Obstacle[]): Obstacle {
  let [x, y, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { low, high } of boxes) {
    x = Math.min(x, low[0]);
    y = Math.min(y, low[1]);
    right = Math.max(right, high[0]);
    bottom = Math.max(bottom, high[1]);
  }
  return { low: [x, y], high: [right, bottom] };
}
const cornersOf = ({ low, high }: Obstacle): Point[] => [low, [high[0], low[1]], high, [low[0], high[1]]];
const polygon = (box: Obstacle): Polygon => [cornersOf(box).map(([x, y]): [number, number] => [x, y])];

/** How near the nearest other box comes to a member. */
function clearance(members: readonly Obstacle[], others: readonly Obstacle[], most: number): number {
  let least = most;
  for (const a of members)
    for (const b of others) {
      const x = Math.max(a.low[0] - b.high[0], b.low[0] - a.high[0]);
      const y = Math.max(a.low[1] - b.high[1], b.low[1] - a.high[1]);
      least = Math.min(least, Math.max(x, y, 0));
    }
  return least;
}

/** A line made as thick as a neck. */
const thick = (points: readonly Point[], half: number): Polygon[] =>
  points.slice(1).map((to, i) =>
    polygon(
      grown(
        around([
          { low: points[i]!, high: points[i]! },
          { low: to, high: to },
        ]),
        half,
      ),
    ),
  );

/** Members by pairs that stand near each other, where their common rectangle holds nobody else. */
function bridges(members: readonly Obstacle[], others: readonly Obstacle[], pad: number): Polygon[] {
  const sorted = [...members].sort((a, b) => a.low[1] - b.low[1] || a.low[0] - b.low[0]);
  return sorted.flatMap((box, i) =>
    sorted.slice(i + 1, i + 5).flatMap((next) => {
      const both = grown(around([box, next]), pad);
      return others.some((other) => meet(both, grown(other, CLEAR))) ? [] : [polygon(both)];
    }),
  );
}

const nearest = (from: readonly Obstacle[], to: readonly Obstacle[]): [number, number] => {
  let best: [number, number] = [0, 0];
  let least = Number.POSITIVE_INFINITY;
  for (const [i, a] of from.entries())
    for (const [j, b] of to.entries()) {
      const x = Math.max(0, a.low[0] - b.high[0], b.low[0] - a.high[0]);
      const y = Math.max(0, a.low[1] - b.high[1], b.low[1] - a.high[1]);
      if (x + y >= least) continue;
      least = x + y;
      best = [i, j];
    }
  return best;
};

/** Whether a point lies within a ring, closed or not, by counting the edges to one side of it. */
export const inRing = ([x, y]: Point, ring: readonly Point[]): boolean => {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [[ax, ay], [bx, by]] = [ring[i]!, ring[j]!];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
};

/** Pieces of a region with the members that stand in each. */
const piecesOf = (region: MultiPolygon, members: readonly Obstacle[]): Obstacle[][] =>
  region
    .map((piece) =>
      members.filter(({ low, high }) => inRing([(low[0] + high[0]) / 2, (low[1] + high[1]) / 2], piece[0]!)),
    )
    .filter((own) => own.length > 0);

export function regionOf({ members, others, pad, head, share, lines }: RegionAsked): RegionFound {
  const whole = grown(around(members), pad, pad + head);
  const near = others.filter((other) => meet(whole, grown(other, CLEAR)));
  if (near.length === 0 || members.length > MOST_JOINED)
    return { rings: [cornersOf(whole)], plain: true, headroom: true };
  // Two regions side by side share the gap between their boxes.
  const room = Math.max(0.5, Math.min(pad, (clearance(members, near, 2 * pad + CLEAR) / 2 - 0.25) * share));
  const neck = Math.min(NECK, room);
  const first = members.reduce((a, b) =>
    b.low[1] < a.low[1] || (b.low[1] === a.low[1] && b.low[0] < a.low[0]) ? b : a,
  );
  const over = grown(first, room, room + head);
  const headroom = !near.some((box) => meet(over, grown(box, CLEAR)));
  const parts = [
    ...(headroom && head > 0 ? [polygon(over)] : []),
    ...members.map((box) => polygon(grown(box, room))),
    ...lines.flatMap((line) => thick(line, neck)),
    ...bridges(members, near, room),
  ];
  const clear = near.map((box) => polygon(grown(box, Math.min(CLEAR, room))));
  const without = (region: MultiPolygon) => (clear.length > 0 ? clipping.difference(region, ...clear) : region);
  let region = without(clipping.union(parts[0]!, ...parts.slice(1)));
  // What is in several pieces is joined by ways round the others.
  const pieces = piecesOf(region, members);
  if (pieces.length > 1) {
    const all = [...members, ...others];
    const numberOf = new Map(all.map((box, i) => [box, i]));
    const wanted = pieces.slice(1).map((piece, i) => {
      const before = pieces.slice(0, i + 1).flat();
      const [from, to] = nearest(before, piece);
      return { from: numberOf.get(before[from]!)!, to: numberOf.get(piece[to]!)! };
    });
    const ways = waysAround(all, [], wanted, 0);
    region = without(clipping.union(region, ...ways.flatMap((way) => thick(way, neck))));
  }
  const rings = region.flatMap((piece) =>
    piece.filter((ring, i) => i === 0 || near.some((box) => inRing(box.low, ring))),
  );
  return { rings: rings.map(plainRing), plain: false, headroom };
}

/** A ring without its first point again, and without points on the way between their neighbours. */
function plainRing(ring: Ring): Point[] {
  const points = ring.slice(0, -1);
  return points.filter(([x, y], i) => {
    const [ax, ay] = points.at(i - 1)!;
    const [bx, by] = points[(i + 1) % points.length]!;
    return Math.abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) > 1e-6;
  });
}

/** Convex hull of points, by A. Andrew's monotone chain (Information Processing Letters 9, 1979). */
export function hullOf(points: readonly Point[]): Point[] {
  const sorted = [...points].sort(([ax, ay], [bx, by]) => ax - bx || ay - by);
  const half = (list: readonly Point[]) => {
    const chain: Point[] = [];
    for (const [x, y] of list) {
      for (;;) {
        const [a, b] = [chain.at(-2), chain.at(-1)];
        if (!a || !b || (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]) > 0) break;
        chain.pop();
      }
      chain.push([x, y]);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}
