/**
 * Ways round boxes: each line runs along and across only, through the gaps between boxes, with few bends and few
 * crossings of the lines that are there. The shortest way in a grid of lines beside the boxes, found with A* (P. Hart,
 * N. Nilsson, B. Raphael, "A formal basis for the heuristic determination of minimum cost paths", 1968); that such a grid
 * holds a shortest way round axis-parallel boxes is shown in M. Wybrow, K. Marriott, P. Stuckey, "Orthogonal Connector
 * Routing", Graph Drawing 2009.
 */
import { Heap } from './heap';
import type { Point } from './point';
import { firstWhere } from './search';
import { corners } from './tree/way';

/** A box from its near to its far corner. */
export interface Obstacle {
  readonly low: Point;
  readonly high: Point;
}

export type Side = 'near' | 'far' | 'before' | 'after';
/** A place on the edge of a box: on which side, and how far along that side, from 0 to 1. */
export interface Dock {
  readonly side: Side;
  readonly at: number;
}

export interface Wanted {
  readonly from: number;
  readonly to: number;
  /** Where it leaves and comes; the best side where absent. */
  readonly leave?: Dock | undefined;
  readonly come?: Dock | undefined;
}

/** Free space between a way and the boxes it passes. */
const CLEAR = 5;
/** What a bend, a crossing and running along another such way cost, in points of length. */
const BEND = 26;
const CROSSING = 14;
const SHARED = 0.8;
/** Charts with a larger grid get straight lines: a way through them would take too long to find. */
const MOST_CELLS = 4_000_000;
/** Steps after which a way is given up. */
const MOST_STEPS = 400_000;

/** Sides a line may use by itself, away from the middles, where the lines of the tree come and go. */
const OWN_DOCKS: readonly Dock[] = [
  { side: 'after', at: 0.72 },
  { side: 'before', at: 0.72 },
  { side: 'far', at: 0.8 },
  { side: 'near', at: 0.8 },
  { side: 'far', at: 0.2 },
  { side: 'near', at: 0.2 },
];

const OUT: Readonly<Record<Side, Point>> = { near: [0, -1], far: [0, 1], before: [-1, 0], after: [1, 0] };

/** The point of a dock, `gap` off the edge. */
export function dockPoint({ low, high }: Obstacle, { side, at }: Dock, gap: number): Point {
  const along = low[0] + (high[0] - low[0]) * at;
  const across = low[1] + (high[1] - low[1]) * at;
  switch (side) {
    case 'near':
      return [along, low[1] - gap];
    case 'far':
      return [along, high[1] + gap];
    case 'before':
      return [low[0] - gap, across];
    case 'after':
      return [high[0] + gap, across];
  }
}

const distinct = (values: number[]): Float64Array =>
  Float64Array.from([...values].sort((a, b) => a - b).filter((value, i, all) => i === 0 || value - all[i - 1]! > 0.25));

/** First index whose value is not below `value`. */
const lowerBound = (sorted: Float64Array, value: number): number =>
  firstWhere(sorted.length, (at) => sorted[at]! >= value);

/**
 * @param lines ways that are there already and that cost something to cross
 * @param gap free space at both ends of a way
 */
export function waysAround(
  boxes: readonly Obstacle[],
  lines: readonly (readonly Point[])[],
  wanted: readonly Wanted[],
  gap: number,
): Point[][] {
  if (wanted.length === 0) return [];
  const grid = gridOf(boxes, lines);
  return wanted.map((want) => (grid && find(grid, boxes, want, gap)) ?? direct(boxes, want, gap));
}

interface Grid {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Of the step from a place to the next along, and to the next across: shut, lines crossed, ways that use it. */
  readonly shutX: Uint8Array;
  readonly shutY: Uint8Array;
  readonly crossX: Uint8Array;
  readonly crossY: Uint8Array;
  readonly usedX: Uint8Array;
  readonly usedY: Uint8Array;
}

function gridOf(boxes: readonly Obstacle[], lines: readonly (readonly Point[])[]): Grid | undefined {
  const x = distinct(boxes.flatMap(({ low, high }) => [low[0] - CLEAR, high[0] + CLEAR]));
  const y = distinct(boxes.flatMap(({ low, high }) => [low[1] - CLEAR, high[1] + CLEAR]));
  const cells = x.length * y.length;
  if (cells > MOST_CELLS) return undefined;
  const made = () => new Uint8Array(cells);
  const grid: Grid = {
    x,
    y,
    shutX: made(),
    shutY: made(),
    crossX: made(),
    crossY: made(),
    usedX: made(),
    usedY: made(),
  };
  for (const { low, high } of boxes) {
    const [x0, x1] = [lowerBound(x, low[0] + 0.01), lowerBound(x, high[0] - 0.01)];
    const [y0, y1] = [lowerBound(y, low[1] + 0.01), lowerBound(y, high[1] - 0.01)];
    for (let j = y0; j < y1; j++) for (let i = Math.max(0, x0 - 1); i < x1; i++) grid.shutX[j * x.length + i] = 1;
    for (let j = Math.max(0, y0 - 1); j < y1; j++) for (let i = x0; i < x1; i++) grid.shutY[j * x.length + i] = 1;
  }
  for (const line of lines)
    for (let p = 1; p < line.length; p++) {
      const [[ax, ay], [bx, by]] = [line[p - 1]!, line[p]!];
      if (Math.abs(ax - bx) < 0.01) {
        const i = lowerBound(x, ax) - 1;
        if (i < 0 || i + 1 >= x.length) continue;
        const last = lowerBound(y, Math.max(ay, by));
        for (let j = lowerBound(y, Math.min(ay, by)); j < last; j++) grid.crossX[j * x.length + i]!++;
      } else {
        const j = lowerBound(y, (ay + by) / 2) - 1;
        if (j < 0 || j + 1 >= y.length) continue;
        const last = lowerBound(x, Math.max(ax, bx));
        for (let i = lowerBound(x, Math.min(ax, bx)); i < last; i++) grid.crossY[j * x.length + i]!++;
      }
    }
  return grid;
}

/** A dock with the place of the grid that is straight before it: between two lines of the grid, on a third. */
interface Gate {
  readonly at: Point;
  readonly out: Point;
  /** Places of the grid it can be joined to, as their index. */
  readonly nodes: readonly number[];
}

function gatesOf(grid: Grid, box: Obstacle, dock: Dock | undefined, gap: number): Gate[] {
  const { x, y, shutX, shutY } = grid;
  return (dock ? [dock] : OWN_DOCKS).flatMap((own): Gate[] => {
    const at = dockPoint(box, own, gap);
    const out = dockPoint(box, own, CLEAR);
    const acrossTier = own.side === 'near' || own.side === 'far';
    const [fixed, free] = acrossTier ? [y, x] : [x, y];
    const line = nearest(fixed, acrossTier ? out[1] : out[0]);
    const i = lowerBound(free, acrossTier ? out[0] : out[1]);
    if (i === 0 || i >= free.length) return [];
    const index = (k: number) => (acrossTier ? line * x.length + k : k * x.length + line);
    const shut = acrossTier ? shutX : shutY;
    if (shut[index(i - 1)]) return [];
    return [{ at, out, nodes: [index(i - 1), index(i)] }];
  });
}

function nearest(sorted: Float64Array, value: number): number {
  const at = lowerBound(sorted, value);
  return at > 0 && (at === sorted.length || value - sorted[at - 1]! < sorted[at]! - value) ? at - 1 : at;
}

/** Directions: 0 along, 1 across; a place is reached in one of the two. */
function find(grid: Grid, boxes: readonly Obstacle[], want: Wanted, gap: number): Point[] | undefined {
  const { x, y } = grid;
  const width = x.length;
  const leaves = gatesOf(grid, boxes[want.from]!, want.leave, gap);
  const comes = gatesOf(grid, boxes[want.to]!, want.come, gap);
  if (leaves.length === 0 || comes.length === 0) return undefined;
  const pointOf = (node: number): Point => [x[node % width]!, y[Math.floor(node / width)]!];
  const far = (a: Point, b: Point) => Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]);
  const target = comes[0]!.out;
  const spread = Math.max(...comes.map(({ out }) => far(out, target)));
  const guess = (node: number) => Math.max(0, far(pointOf(node), target) - spread);

  const best = new Map<number, number>();
  const before = new Map<number, number>();
  const starts = new Map<number, Gate>();
  const heap = new Heap();
  const reach = (state: number, cost: number, from: number) => {
    if (cost >= (best.get(state) ?? Number.POSITIVE_INFINITY)) return;
    best.set(state, cost);
    before.set(state, from);
    heap.push(state, cost + guess(state >> 1));
  };
  for (const gate of leaves)
    for (const node of gate.nodes) {
      const bends = gate.out[0] === gate.at[0] ? 0 : 1;
      const state = node * 2 + (Math.abs(pointOf(node)[1] - gate.out[1]) < 0.5 ? 0 : 1);
      const known = best.get(state);
      reach(state, far(gate.at, gate.out) + far(gate.out, pointOf(node)) + (bends ? 0 : BEND), -1);
      if (best.get(state) !== known) starts.set(state, gate);
    }
  const ends = new Map<number, { gate: Gate; cost: number }[]>();
  for (const gate of comes)
    for (const node of gate.nodes) {
      const list = ends.get(node) ?? [];
      list.push({ gate, cost: far(pointOf(node), gate.out) + far(gate.out, gate.at) });
      ends.set(node, list);
    }
  let found: { state: number; gate: Gate; cost: number } | undefined;
  const done = new Set<number>();
  for (let steps = 0; heap.size > 0 && steps < MOST_STEPS; steps++) {
    const state = heap.pop();
    if (done.has(state)) continue;
    done.add(state);
    const cost = best.get(state)!;
    if (found && cost + guess(state >> 1) >= found.cost) break;
    const node = state >> 1;
    const way = state & 1;
    for (const end of ends.get(node) ?? []) {
      const last = Math.abs(pointOf(node)[1] - end.gate.out[1]) < 0.5 ? 0 : 1;
      const total = cost + end.cost + (last === way ? 0 : BEND);
      if (!found || total < found.cost) found = { state, gate: end.gate, cost: total };
    }
    const i = node % width;
    const j = Math.floor(node / width);
    const step = (to: number, edge: number, direction: 0 | 1, length: number) => {
      const [shut, cross, used] =
        direction === 0 ? [grid.shutX, grid.crossX, grid.usedX] : [grid.shutY, grid.crossY, grid.usedY];
      if (shut[edge]) return;
      const price = length * (1 + SHARED * used[edge]!) + cross[edge]! * CROSSING + (direction === way ? 0 : BEND);
      reach(to * 2 + direction, cost + price, state);
    };
    if (i + 1 < width) step(node + 1, node, 0, x[i + 1]! - x[i]!);
    if (i > 0) step(node - 1, node - 1, 0, x[i]! - x[i - 1]!);
    if (j + 1 < y.length) step(node + width, node, 1, y[j + 1]! - y[j]!);
    if (j > 0) step(node - width, node - width, 1, y[j]! - y[j - 1]!);
  }
  if (!found) return undefined;
  const states: number[] = [];
  for (let state = found.state; state >= 0; state = before.get(state)!) states.push(state);
  states.reverse();
  for (let k = 1; k < states.length; k++) {
    const [a, b] = [states[k - 1]! >> 1, states[k]! >> 1];
    const edge = Math.min(a, b);
    if (Math.abs(a - b) === 1) grid.usedX[edge]!++;
    else grid.usedY[edge]!++;
  }
  const first = starts.get(states[0]!)!;
  return corners([first.at, first.out, ...states.map((state) => pointOf(state >> 1)), found.gate.out, found.gate.at]);
}

/** Where no way is found: straight from the nearest side to the nearest side. */
function direct(boxes: readonly Obstacle[], { from, to, leave, come }: Wanted, gap: number): Point[] {
  const middles: readonly Dock[] = (Object.keys(OUT) as Side[]).map((side) => ({ side, at: 0.5 }));
  let best: { points: Point[]; length: number } | undefined;
  for (const a of leave ? [leave] : middles)
    for (const b of come ? [come] : middles) {
      const points = [dockPoint(boxes[from]!, a, gap), dockPoint(boxes[to]!, b, gap)];
      const length = Math.hypot(points[0]![0] - points[1]![0], points[0]![1] - points[1]![1]);
      if (!best || length < best.length) best = { points, length };
    }
  return best!.points;
}
