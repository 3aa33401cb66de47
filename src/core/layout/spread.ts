/**
 * Places of nodes along their layers: in the given order, never closer than they must be, and as near as can be to what
 * they are joined to. The sum of squared distances is made small layer by layer; within a layer that is a problem of
 * isotonic regression, solved exactly by pooling neighbours (R. Barlow et al., "Statistical inference under order
 * restrictions", 1972).
 */

export interface Pull {
  readonly node: number;
  /** Where the line is joined, from each node's middle, in points. */
  readonly own: number;
  readonly at: number;
  readonly weight: number;
}

export interface SpreadInput {
  /** Nodes of each layer in order. */
  readonly order: readonly (readonly number[])[];
  /** Extent of each node along its layer, in points. */
  readonly along: readonly number[];
  /** Free space between two neighbours of a layer. */
  readonly gap: (left: number, right: number) => number;
  readonly up: readonly (readonly Pull[])[];
  readonly down: readonly (readonly Pull[])[];
}

/** Sweeps at the most: fewer where each of them takes long. */
const sweepsFor = (nodes: number) => (nodes <= 5_000 ? 60 : 16);
const ALMOST_NOTHING = 1e-4;

/** @returns the middle of each node; the leftmost edge of all is at 0 */
export function spread({ order, along, gap, up, down }: SpreadInput): Float64Array {
  const x = new Float64Array(along.length);
  const apart = order.map((nodes) =>
    nodes.slice(1).map((node, i) => along[nodes[i]!]! / 2 + gap(nodes[i]!, node) + along[node]! / 2),
  );
  for (const [layer, nodes] of order.entries()) {
    let at = 0;
    const total = apart[layer]!.reduce((sum, distance) => sum + distance, 0);
    for (const [i, node] of nodes.entries()) {
      if (i > 0) at += apart[layer]![i - 1]!;
      x[node] = at - total / 2;
    }
  }
  const sweeps = sweepsFor(along.length);
  const layers = order.map((_, i) => i);
  const back = [...layers].reverse();
  for (let sweep = 0; sweep < sweeps; sweep++) {
    // First each side pulls alone, so that far parts find each other; then both together, to settle.
    const alone = sweep < 8;
    const forth = sweep % 2 === 0;
    let moved = 0;
    for (const layer of forth ? layers : back) {
      const nodes = order[layer]!;
      const wanted: number[] = [];
      const weights: number[] = [];
      for (const node of nodes) {
        const pulls = alone ? (forth ? up[node]! : down[node]!) : [...up[node]!, ...down[node]!];
        let sum = 0;
        let weight = 0;
        for (const pull of pulls) {
          sum += (x[pull.node]! + pull.at - pull.own) * pull.weight;
          weight += pull.weight;
        }
        wanted.push(weight > 0 ? sum / weight : x[node]!);
        weights.push(weight > 0 ? weight : ALMOST_NOTHING);
      }
      const places = keepApart(wanted, weights, apart[layer]!);
      for (const [i, node] of nodes.entries()) {
        moved = Math.max(moved, Math.abs(x[node]! - places[i]!));
        x[node] = places[i]!;
      }
    }
    if (!alone && moved < 0.01) break;
  }
  let low = Number.POSITIVE_INFINITY;
  for (const [node, at] of x.entries()) low = Math.min(low, at - along[node]! / 2);
  return x.map((at) => at - low);
}

/**
 * The places nearest to the wanted ones (weighted least squares) with at least `apart[i]` between place i and i + 1.
 */
export function keepApart(wanted: readonly number[], weights: readonly number[], apart: readonly number[]): number[] {
  const shift: number[] = [];
  const blocks: { mean: number; weight: number; count: number }[] = [];
  let sum = 0;
  for (const [i, want] of wanted.entries()) {
    if (i > 0) sum += apart[i - 1]!;
    shift.push(sum);
    blocks.push({ mean: want - sum, weight: weights[i]!, count: 1 });
    while (blocks.length > 1 && blocks.at(-2)!.mean > blocks.at(-1)!.mean) {
      const last = blocks.pop()!;
      const before = blocks.at(-1)!;
      const weight = before.weight + last.weight;
      before.mean = (before.mean * before.weight + last.mean * last.weight) / weight;
      before.weight = weight;
      before.count += last.count;
    }
  }
  const places: number[] = [];
  for (const { mean, count } of blocks) for (let i = 0; i < count; i++) places.push(mean + shift[places.length]!);
  return places;
}
