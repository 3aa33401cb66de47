import type { Point } from './point';

type Way = readonly Point[];
interface Span {
  low: number;
  high: number;
}

/** A piece of a way along an axis. */
interface Part {
  readonly drawn: Map<number, Span>;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

const ROUND = 1e3;
const length = (way: Way) =>
  way.slice(1).reduce((sum, [x, y], i) => sum + Math.abs(x - way[i]![0]) + Math.abs(y - way[i]![1]), 0);

/**
 * Ways of lines that leave one box, each without what an earlier one has drawn already: a shared trunk is painted
 * once, so that it is no darker and its dashes do not run into each other. Only parts along the axes are shared; a way that
 * others cover whole comes back as a single point.
 */
export function withoutRepeats(ways: readonly Way[]): Way[] {
  if (ways.length < 2) return [...ways];
  // What was drawn, by its place across: upright parts and level ones.
  const upright = new Map<number, Span>();
  const level = new Map<number, Span>();
  const partOf = ([ax, ay]: Point, [bx, by]: Point): Part | undefined =>
    Math.abs(ax - bx) < 1 / ROUND
      ? { drawn: upright, at: Math.round(ax * ROUND), from: ay, to: by }
      : Math.abs(ay - by) < 1 / ROUND
        ? { drawn: level, at: Math.round(ay * ROUND), from: ax, to: bx }
        : undefined;
  // Longest first: what is shorter then starts where it leaves the trunk.
  const order = ways.map((way, i) => ({ way, i })).sort((a, b) => length(b.way) - length(a.way) || a.i - b.i);
  return order.map(({ way }) => {
    let start = way[0]!;
    let at = 1;
    for (; at < way.length; at++) {
      const part = partOf(start, way[at]!);
      const span = part?.drawn.get(part.at);
      if (!part || !span || part.from < span.low - 1 / ROUND || part.from > span.high + 1 / ROUND) break;
      const inside = part.to >= span.low - 1 / ROUND && part.to <= span.high + 1 / ROUND;
      if (!inside) {
        const edge = part.to > part.from ? span.high : span.low;
        start = part.drawn === upright ? [start[0], edge] : [edge, start[1]];
        break;
      }
      start = way[at]!;
    }
    const rest = [start, ...way.slice(at)];
    for (let i = 1; i < rest.length; i++) {
      const part = partOf(rest[i - 1]!, rest[i]!);
      if (!part) continue;
      const low = Math.min(part.from, part.to);
      const high = Math.max(part.from, part.to);
      const span = part.drawn.get(part.at);
      if (!span) part.drawn.set(part.at, { low, high });
      else if (low <= span.high + 1 / ROUND && high >= span.low - 1 / ROUND) {
        span.low = Math.min(low, span.low);
        span.high = Math.max(high, span.high);
      }
    }
    return rest;
  });
}
