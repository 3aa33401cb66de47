/** Items of a region as one block of boxes inside it. */
import type { Ring } from 'polygon-clipping';
import { inRing, type Point } from '../../layout';
import type { Size } from '../arrangement';
import type { Part } from './shapes';

export interface Block extends Size {
  /** Near corner of each box within the block. */
  readonly places: readonly Point[];
}

const GAP = 3.5;
/** Free space between a block and the edge of its region. */
const INSET = 4;
const MOST_COLUMNS = 6;

/** Boxes in columns, each in a cell as wide as its column and as high as its row. */
export function blockOf(sizes: readonly Size[], columns: number): Block {
  const rows = Math.ceil(sizes.length / columns);
  const widths = Array.from({ length: columns }, () => 0);
  const heights = Array.from({ length: rows }, () => 0);
  for (const [i, { width, height }] of sizes.entries()) {
    const [column, row] = [Math.floor(i / rows), i % rows];
    widths[column] = Math.max(widths[column]!, width);
    heights[row] = Math.max(heights[row]!, height);
  }
  const starts = (of: readonly number[]) => {
    let at = 0;
    return of.map((size) => {
      const start = at;
      at += size + GAP;
      return start;
    });
  };
  const [xs, ys] = [starts(widths), starts(heights)];
  const places = sizes.map(({ width, height }, i): Point => {
    const [column, row] = [Math.floor(i / rows), i % rows];
    return [xs[column]! + (widths[column]! - width) / 2, ys[row]! + (heights[row]! - height) / 2];
  });
  const total = (of: readonly number[]) => of.reduce((sum, size) => sum + size, 0) + (of.length - 1) * GAP;
  return { places, width: total(widths), height: total(heights) };
}

/** Block forms worth trying: those with different numbers of rows. */
export function blocksOf(sizes: readonly Size[]): Block[] {
  const blocks: Block[] = [];
  let rows = Number.POSITIVE_INFINITY;
  for (let columns = 1; columns <= Math.min(MOST_COLUMNS, sizes.length); columns++) {
    if (Math.ceil(sizes.length / columns) === rows) continue;
    rows = Math.ceil(sizes.length / columns);
    blocks.push(blockOf(sizes, Math.ceil(sizes.length / rows)));
  }
  return blocks;
}

/** Places in a part of a region, in the shapes' own units, where the middle of a block may stand; the freest first. */
export function standsIn({ polygon, at, free }: Part): Point[] {
  const ring = polygon[0]!;
  const [xs, ys] = [ring.map(([x]) => x), ring.map(([, y]) => y)];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const steps = 19;
  const found: { point: Point; distance: number }[] = [];
  for (let i = 1; i < steps; i++)
    for (let j = 1; j < steps; j++) {
      const point: Point = [left + ((right - left) * i) / steps, top + ((bottom - top) * j) / steps];
      if (polygon.filter((own) => inRing(point, own)).length % 2 === 1)
        found.push({ point, distance: Math.min(...polygon.map((own) => distanceTo(point, own))) });
    }
  found.sort((a, b) => b.distance - a.distance);
  const good = found.filter(({ distance }) => distance > free * 0.35).slice(0, 80);
  return [at, ...good.map(({ point }) => point)];
}

const distanceTo = ([x, y]: Point, ring: Ring): number =>
  ring.reduce((least, [px, py]) => Math.min(least, Math.hypot(px - x, py - y)), Number.POSITIVE_INFINITY);

/**
 * Where the middle of a block can stand in a part of a region, at a scale from the shapes' units to points; undefined
 * where it has no room.
 */
export function roomFor(part: Part, stands: readonly Point[], block: Size, scale: number): Point | undefined {
  const [w, h] = [(block.width / 2 + INSET) / scale, (block.height / 2 + INSET) / scale];
  return stands.find(([x, y]) => part.polygon.every((ring) => isClear(ring, x - w, y - h, x + w, y + h)));
}

/** Whether no edge of a ring touches a rectangle. */
function isClear(ring: Ring, left: number, top: number, right: number, bottom: number): boolean {
  for (let i = 1; i < ring.length; i++) {
    const [[ax, ay], [bx, by]] = [ring[i - 1]!, ring[i]!];
    if (Math.max(ax, bx) < left || Math.min(ax, bx) > right || Math.max(ay, by) < top || Math.min(ay, by) > bottom)
      continue;
    // The part of the edge that lies in the rectangle, by cutting it at each side (Liang and Barsky 1984).
    const [dx, dy] = [bx - ax, by - ay];
    let [from, to] = [0, 1];
    for (const [delta, room] of [
      [-dx, ax - left],
      [dx, right - ax],
      [-dy, ay - top],
      [dy, bottom - ay],
    ] as const) {
      if (delta === 0) {
        if (room < 0) to = -1;
      } else if (delta < 0) from = Math.max(from, room / delta);
      else to = Math.min(to, room / delta);
    }
    if (from <= to) return false;
  }
  return true;
}
