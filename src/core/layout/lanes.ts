/** Bringing lines of a layered drawing onto straight ways, once every box has its place. */
import { keepApart } from './spread';

export interface Spaced {
  readonly order: readonly (readonly number[])[];
  readonly layerOf: readonly number[];
  readonly width: readonly number[];
  readonly gapOf: (left: number, right: number) => number;
  readonly x: Float64Array;
}

/** So much more do docked boxes pull to their place than others that these give way. */
const DOCKED = 1e6;

/** Moves docked boxes in line with theirs; what stands between them gives way as little as can be. */
export function dockInLine({ order, width, gapOf, x }: Spaced, dock: ReadonlyMap<number, number> | undefined): void {
  if (!dock || dock.size === 0) return;
  for (const nodes of order) {
    if (!nodes.some((node) => dock.has(node))) continue;
    const wanted = nodes.map((node) => (dock.has(node) ? x[dock.get(node)!]! : x[node]!));
    const weights = nodes.map((node) => (dock.has(node) ? DOCKED : 1));
    const apart = nodes.slice(1).map((node, i) => width[nodes[i]!]! / 2 + gapOf(nodes[i]!, node) + width[node]! / 2);
    for (const [i, at] of keepApart(wanted, weights, apart).entries()) x[nodes[i]!] = at;
  }
}

/** Brings the lanes of one line onto as few straight lines as their neighbours leave room for. */
export function straighten(
  { order, layerOf, width, gapOf, x }: Spaced,
  lanes: readonly number[],
  ends: [number, number],
): void {
  const room = lanes.map((lane): [number, number] => {
    const nodes = order[layerOf[lane]!]!;
    const at = nodes.indexOf(lane);
    const [left, right] = [nodes[at - 1], nodes[at + 1]];
    return [
      left === undefined
        ? Number.NEGATIVE_INFINITY
        : x[left]! + width[left]! / 2 + gapOf(left, lane) + width[lane]! / 2,
      right === undefined
        ? Number.POSITIVE_INFINITY
        : x[right]! - width[right]! / 2 - gapOf(lane, right) - width[lane]! / 2,
    ];
  });
  let from = 0;
  while (from < lanes.length) {
    let [low, high] = room[from]!;
    let to = from + 1;
    for (; to < lanes.length; to++) {
      const [l, h] = [Math.max(low, room[to]![0]), Math.min(high, room[to]![1])];
      if (l > h) break;
      [low, high] = [l, h];
    }
    // In line with an end of the line where there is room, so that it needs no bend there.
    const wanted = ends.find((end) => end >= low && end <= high) ?? x[lanes[Math.floor((from + to - 1) / 2)]!]!;
    for (let i = from; i < to; i++) x[lanes[i]!] = Math.min(Math.max(wanted, low), high);
    from = to;
  }
}
