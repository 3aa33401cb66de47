/**
 * Places of the nodes of any graph, so that nodes stand as far from each other as they are apart in it: the stress, the
 * sum of weighted squared differences between the distances drawn and those wanted, is made small by majorization
 * (E. Gansner, Y. Koren and S. North, "Graph drawing by stress majorization", GD 2004; the localized form of its section
 * 2.3, one node at a time). Boxes are then moved off each other along the distances that are there (E. Gansner and Y. Hu,
 * "Efficient node overlap removal using a proximity stress model", GD 2008).
 */
import type { Point } from './point';

/** A pair of nodes, how far apart they should stand, and how much that counts. */
export interface StressPair {
  readonly a: number;
  readonly b: number;
  readonly distance: number;
  readonly weight: number;
}

/** The sum over all pairs of weight (distance drawn - distance wanted)^2. */
export const stressOf = (at: readonly Point[], wanted: readonly StressPair[]): number =>
  wanted.reduce((sum, { a, b, distance, weight }) => {
    const drawn = Math.hypot(at[a]![0] - at[b]![0], at[a]![1] - at[b]![1]);
    return sum + weight * (drawn - distance) ** 2;
  }, 0);

/** Steps between two nodes of a graph whose edges have no direction; undefined where no way joins them. Breadth first. */
export function stepsFrom(start: number, next: readonly (readonly number[])[]): (number | undefined)[] {
  const steps: (number | undefined)[] = Array.from({ length: next.length });
  steps[start] = 0;
  const queue = [start];
  for (const at of queue)
    for (const to of next[at]!)
      if (steps[to] === undefined) {
        steps[to] = steps[at]! + 1;
        queue.push(to);
      }
  return steps;
}

/** The end of the search: less than this part of the stress is gained by a sweep. */
const ENOUGH = 1e-4;
const MOST_SWEEPS = 300;

/** @param start where the nodes stand at first; two on one point are never told apart */
export function majorized(start: readonly Point[], wanted: readonly StressPair[], sweeps = MOST_SWEEPS): Point[] {
  const x = Float64Array.from(start, ([own]) => own);
  const y = Float64Array.from(start, ([, own]) => own);
  const pulls = start.map((): { to: number; distance: number; weight: number }[] => []);
  for (const { a, b, distance, weight } of wanted) {
    pulls[a]!.push({ to: b, distance, weight });
    pulls[b]!.push({ to: a, distance, weight });
  }
  const now = (): Point[] => start.map((_, i) => [x[i]!, y[i]!]);
  let before = stressOf(now(), wanted);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    for (const [i, own] of pulls.entries()) {
      if (own.length === 0) continue;
      let [sumX, sumY, total] = [0, 0, 0];
      for (const { to, distance, weight } of own) {
        const [dx, dy] = [x[i]! - x[to]!, y[i]! - y[to]!];
        const far = Math.hypot(dx, dy);
        const by = far > 1e-9 ? distance / far : 0;
        sumX += weight * (x[to]! + dx * by);
        sumY += weight * (y[to]! + dy * by);
        total += weight;
      }
      x[i] = sumX / total;
      y[i] = sumY / total;
    }
    const after = stressOf(now(), wanted);
    if (before - after <= ENOUGH * before) break;
    before = after;
  }
  return now();
}

const TURNS = 60;
/**
 * Places whose distances are those wanted, as nearly as two dimensions allow in one step: classical scaling (W. Torgerson
 * 1952), its two largest axes found by power iteration. A start that knows nothing of where things stand.
 */
export function classicalScaling(count: number, wanted: readonly StressPair[]): Point[] {
  const squared = Array.from({ length: count }, () => new Float64Array(count));
  for (const { a, b, distance } of wanted) {
    squared[a]![b] = distance ** 2;
    squared[b]![a] = distance ** 2;
  }
  const means = squared.map((row) => row.reduce((sum, value) => sum + value, 0) / count);
  const mean = means.reduce((sum, value) => sum + value, 0) / count;
  const centred = squared.map((row, i) => row.map((value, j) => -0.5 * (value - means[i]! - means[j]! + mean)));
  const axes: { vector: Float64Array; length: number }[] = [];
  for (let axis = 0; axis < 2; axis++) {
    // Not even, so that nothing that stands alike is told apart by chance alone.
    let vector = Float64Array.from({ length: count }, (_, i) => Math.sin(1 + i * (axis + 1.7)));
    let length = 0;
    for (let turn = 0; turn < TURNS; turn++) {
      const next = centred.map((row) => row.reduce((sum, value, j) => sum + value * vector[j]!, 0));
      for (const other of axes) {
        const along = next.reduce((sum, value, i) => sum + value * other.vector[i]!, 0);
        for (const [i, value] of other.vector.entries()) next[i] = next[i]! - along * value;
      }
      length = Math.hypot(...next);
      if (length < 1e-9) break;
      vector = Float64Array.from(next, (value) => value / length);
    }
    axes.push({ vector, length: Math.sqrt(Math.max(0, length)) });
  }
  return Array.from(
    { length: count },
    (_, i): Point => [axes[0]!.vector[i]! * axes[0]!.length, axes[1]!.vector[i]! * axes[1]!.length],
  );
}

/** A start of one's own gives way to one that knows nothing where it ends with this much more stress. */
const CLEARLY = 1.05;

/** Places of least stress, from where nodes stand or, where that leads clearly nearer, from classical scaling. */
export function leastStress(start: readonly Point[], wanted: readonly StressPair[]): Point[] {
  const own = majorized(start, wanted);
  const other = majorized(classicalScaling(start.length, wanted), wanted);
  return stressOf(own, wanted) > CLEARLY * stressOf(other, wanted) ? other : own;
}

interface Extent {
  readonly width: number;
  readonly height: number;
}
/** Rounds in which boxes are moved off each other; what then still overlaps makes all move apart alike. */
const ROUNDS = 25;
/** Of how much of an overlap a round takes away, so that boxes do not jump past each other. */
const MOST_STEP = 1.5;
/** Nearest nodes of each whose distances are kept. */
const NEAREST = 6;

/** Middles of boxes that stand `gap` apart at least, moved as little as can be from where they are. */
export function movedApart(start: readonly Point[], sizes: readonly Extent[], gap: number): Point[] {
  let at = [...start];
  /** By how much the distance of two boxes has to grow for them to be free of each other; 1 where they are. */
  const short = (a: number, b: number): number => {
    const [dx, dy] = [Math.abs(at[a]![0] - at[b]![0]), Math.abs(at[a]![1] - at[b]![1])];
    const acrossFor = (sizes[a]!.width + sizes[b]!.width) / 2 + gap;
    const upFor = (sizes[a]!.height + sizes[b]!.height) / 2 + gap;
    if (dx >= acrossFor - 1e-6 || dy >= upFor - 1e-6) return 1;
    return Math.min(
      dx > 1e-9 ? acrossFor / dx : Number.POSITIVE_INFINITY,
      dy > 1e-9 ? upFor / dy : Number.POSITIVE_INFINITY,
    );
  };
  const count = at.length;
  for (let round = 0; round < ROUNDS; round++) {
    const wanted = new Map<number, StressPair>();
    const take = (a: number, b: number, distance: number) =>
      wanted.set(a < b ? a * count + b : b * count + a, { a, b, distance, weight: 1 / distance ** 2 });
    let overlaps = 0;
    for (let a = 0; a < count; a++) {
      const near: { b: number; distance: number }[] = [];
      for (let b = 0; b < count; b++) {
        if (b === a) continue;
        const distance = Math.hypot(at[a]![0] - at[b]![0], at[a]![1] - at[b]![1]);
        const by = short(a, b);
        if (by > 1) {
          overlaps++;
          take(a, b, Math.max(distance, 1) * Math.min(by, MOST_STEP));
        } else if (near.length < NEAREST || distance < near.at(-1)!.distance) {
          const place = near.findIndex((other) => other.distance > distance);
          near.splice(place < 0 ? near.length : place, 0, { b, distance });
          if (near.length > NEAREST) near.pop();
        }
      }
      for (const { b, distance } of near) take(a, b, Math.max(distance, 1));
    }
    if (overlaps === 0) return at;
    at = majorized(at, [...wanted.values()], 12);
  }
  // However they stand, far enough from each other they are free.
  let by = 1;
  for (let a = 0; a < at.length; a++)
    for (let b = a + 1; b < at.length; b++) {
      const more = short(a, b);
      if (Number.isFinite(more)) by = Math.max(by, more);
    }
  return at.map(([x, y]) => [x * by, y * by]);
}
