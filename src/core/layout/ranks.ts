/**
 * Ranks for the nodes of an acyclic graph so that every edge is at least as long as it must be and all edges together are
 * as short as can be: the network simplex method of E. Gansner, E. Koutsofios, S. North, K.-P. Vo, "A technique for
 * drawing directed graphs", IEEE Trans. Software Eng. 19(3), 1993, section 2.
 */

export interface RankEdge {
  readonly from: number;
  readonly to: number;
  /** Least length. */
  readonly least: number;
  readonly weight: number;
}

/**
 * Steps of all pivots together; each goes over the whole graph. Graphs of up to some four thousand nodes are solved to the
 * end; larger ones keep the ranks that were reached, which are right but may not be the shortest.
 */
const MOST_STEPS = 25_000_000;

/** @returns a rank for each node; the first of every connected part is 0 */
export function ranksOf(count: number, edges: readonly RankEdge[]): number[] {
  const rank = longestPaths(count, edges);
  const part = partsOf(count, edges);
  const inTree = tightTree(count, edges, rank);
  const pivots = Math.ceil(MOST_STEPS / (count + edges.length + 1));
  for (let pivot = 0; pivot < pivots; pivot++) {
    const { order, up } = rooted(count, edges, inTree);
    // What flows into a subtree from outside less what flows out of it: the cut value of the edge above it, up to sign.
    const flow = new Float64Array(count);
    for (const { from, to, weight } of edges) {
      flow[to]! += weight;
      flow[from]! -= weight;
    }
    let leave = -1;
    let below = -1;
    for (let i = order.length - 1; i >= 0; i--) {
      const node = order[i]!;
      const edge = up[node]!;
      if (edge < 0) continue;
      const { from, to } = edges[edge]!;
      const cut = to === node ? flow[node]! : -flow[node]!;
      if (cut < -1e-9) {
        leave = edge;
        below = node;
        break;
      }
      flow[to === node ? from : to]! += flow[node]!;
    }
    if (leave < 0) break;
    const inside = subtree(count, order, up, edges, below);
    // The edge that leaves led one way between the two halves; the one that enters leads the other way, as tight as can be.
    const leadsIn = edges[leave]!.to === below;
    let enter = -1;
    let slack = Number.POSITIVE_INFINITY;
    for (const [i, { from, to, least }] of edges.entries()) {
      const other = leadsIn ? inside[from] && !inside[to] : !inside[from] && inside[to];
      if (!other || part[from] !== part[to]) continue;
      const own = rank[to]! - rank[from]! - least;
      if (own < slack) [enter, slack] = [i, own];
    }
    if (enter < 0) break;
    for (let node = 0; node < count; node++) if (inside[node]) rank[node]! += leadsIn ? slack : -slack;
    inTree[leave] = 0;
    inTree[enter] = 1;
  }
  const first = new Map<number, number>();
  for (const [node, own] of rank.entries()) first.set(part[node]!, Math.min(first.get(part[node]!) ?? own, own));
  return rank.map((own, node) => own - first.get(part[node]!)!);
}

function longestPaths(count: number, edges: readonly RankEdge[]): number[] {
  const out: number[][] = Array.from({ length: count }, () => []);
  const waiting = new Int32Array(count);
  for (const [i, { from, to }] of edges.entries()) {
    out[from]!.push(i);
    waiting[to]! += 1;
  }
  const rank = Array.from({ length: count }, () => 0);
  const queue = rank.flatMap((_, node) => (waiting[node] === 0 ? [node] : []));
  for (const node of queue)
    for (const i of out[node]!) {
      const { to, least } = edges[i]!;
      rank[to] = Math.max(rank[to]!, rank[node]! + least);
      waiting[to]! -= 1;
      if (waiting[to] === 0) queue.push(to);
    }
  return rank;
}

/** Number of the connected part of each node. */
function partsOf(count: number, edges: readonly RankEdge[]): Int32Array {
  const of = Int32Array.from({ length: count }, (_, i) => i);
  const find = (node: number): number => {
    let at = node;
    while (of[at] !== at) at = of[at] = of[of[at]!]!;
    return at;
  };
  for (const { from, to } of edges) of[find(from)] = find(to);
  return of.map((_, node) => find(node));
}

/** A spanning tree of each part in which every edge has its least length; ranks are moved to make it so. */
function tightTree(count: number, edges: readonly RankEdge[], rank: number[]): Uint8Array {
  const inTree = new Uint8Array(edges.length);
  const at: number[][] = Array.from({ length: count }, () => []);
  for (const [i, { from, to }] of edges.entries()) {
    at[from]!.push(i);
    at[to]!.push(i);
  }
  const slackOf = (i: number) => rank[edges[i]!.to]! - rank[edges[i]!.from]! - edges[i]!.least;
  const done = new Uint8Array(count);
  for (let root = 0; root < count; root++) {
    if (done[root]) continue;
    const own = [root];
    done[root] = 1;
    const border = new Set(at[root]!);
    for (;;) {
      let best = -1;
      for (const i of border) {
        const { from, to } = edges[i]!;
        if (done[from] && done[to]) border.delete(i);
        else if (best < 0 || slackOf(i) < slackOf(best)) best = i;
        if (best >= 0 && slackOf(best) === 0) break;
      }
      if (best < 0) break;
      const { from, to } = edges[best]!;
      const slack = slackOf(best);
      // Everything in the tree so far moves towards the new node.
      if (slack !== 0) for (const node of own) rank[node]! += done[from] ? slack : -slack;
      const fresh = done[from] ? to : from;
      done[fresh] = 1;
      own.push(fresh);
      inTree[best] = 1;
      border.delete(best);
      for (const i of at[fresh]!) border.add(i);
    }
  }
  return inTree;
}

/** Nodes of the tree from the roots on, with the edge above each (-1 at a root). */
function rooted(count: number, edges: readonly RankEdge[], inTree: Uint8Array): { order: number[]; up: Int32Array } {
  const at: number[][] = Array.from({ length: count }, () => []);
  for (const [i, { from, to }] of edges.entries()) {
    if (!inTree[i]) continue;
    at[from]!.push(i);
    at[to]!.push(i);
  }
  const up = new Int32Array(count).fill(-1);
  const seen = new Uint8Array(count);
  const order: number[] = [];
  for (let root = 0; root < count; root++) {
    if (seen[root]) continue;
    seen[root] = 1;
    const from = order.length;
    order.push(root);
    for (let next = from; next < order.length; next++)
      for (const i of at[order[next]!]!) {
        const { from: a, to: b } = edges[i]!;
        const other = a === order[next] ? b : a;
        if (seen[other]) continue;
        seen[other] = 1;
        up[other] = i;
        order.push(other);
      }
  }
  return { order, up };
}

function subtree(
  count: number,
  order: readonly number[],
  up: Int32Array,
  edges: readonly RankEdge[],
  root: number,
): Uint8Array {
  const inside = new Uint8Array(count);
  inside[root] = 1;
  for (const node of order) {
    const edge = up[node]!;
    if (edge < 0 || node === root) continue;
    const { from, to } = edges[edge]!;
    if (inside[from === node ? to : from]) inside[node] = 1;
  }
  return inside;
}
