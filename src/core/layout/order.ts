/**
 * Order of nodes within layers so that few lines between neighbouring layers cross.
 *
 * Method: the layer-by-layer sweep with barycentres (K. Sugiyama, S. Tagawa, M. Toda, "Methods for visual understanding of
 * hierarchical system structures", IEEE Trans. SMC 11(2), 1981), exchanges of neighbours after each sweep (E. Gansner et
 * al., "A technique for drawing directed graphs", IEEE Trans. Software Eng. 19(3), 1993), from several starts; then the best
 * is shaken a little and put in order again, with each node sifted through its layer (C. Matuszewski, R. Schönfeld, P.
 * Molitor, "Using Sifting for k-Layer Straightline Crossing Minimization", Graph Drawing 1999), time after time. Crossings
 * are counted as inversions with a tree of partial sums (W. Barth, P. Mutzel, M. Jünger, "Simple and efficient bilayer
 * crossing counting", J. Graph Algorithms Appl. 8(2), 2004).
 */

/** A line to a node of the next layer; `fromAt` and `toAt` say where on the nodes, from -0.5 (left end) to 0.5. */
export interface LayerEdge {
  readonly from: number;
  readonly to: number;
  readonly fromAt: number;
  readonly toAt: number;
}

export interface LayerGraph {
  /** Layer of each node, from 0. */
  readonly layer: readonly number[];
  readonly layers: number;
  /** Every edge leads from one layer to the next. */
  readonly edges: readonly LayerEdge[];
  /** Nodes of one group keep the order of their numbers. */
  readonly group?: readonly (number | undefined)[];
}

interface End {
  readonly node: number;
  readonly own: number;
  readonly at: number;
}

/** Deterministic numbers from 0 to 1 (linear congruence; Numerical Recipes' constants, from memory). */
const random = (seed: number) => {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
};

/** Crossings between two layers, given where their edges end: pairs whose ends are in opposite order. */
function inversions(pairs: [number, number][]): number {
  // Edges from one point do not cross each other: sorted by their other end they count as none.
  pairs.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const ranks = new Map([...new Set(pairs.map((pair) => pair[1]))].sort((a, b) => a - b).map((value, i) => [value, i]));
  const sums = new Int32Array(ranks.size + 1);
  let crossings = 0;
  for (const [i, [, to]] of pairs.entries()) {
    const rank = ranks.get(to)! + 1;
    let notAfter = 0;
    for (let at = rank; at > 0; at -= at & -at) notAfter += sums[at]!;
    crossings += i - notAfter;
    for (let at = rank; at <= ranks.size; at += at & -at) sums[at]! += 1;
  }
  return crossings;
}

export function countCrossings(graph: LayerGraph, order: readonly (readonly number[])[]): number {
  const place = placesOf(order, graph.layer.length);
  const between: [number, number][][] = Array.from({ length: graph.layers }, () => []);
  for (const { from, to, fromAt, toAt } of graph.edges)
    between[graph.layer[from]!]!.push([place[from]! + fromAt * 0.9, place[to]! + toAt * 0.9]);
  return between.reduce((sum, pairs) => sum + inversions(pairs), 0);
}

function placesOf(order: readonly (readonly number[])[], count: number): Float64Array {
  const place = new Float64Array(count);
  for (const nodes of order) for (const [i, node] of nodes.entries()) place[node] = i;
  return place;
}

function endsOf(graph: LayerGraph): { up: End[][]; down: End[][] } {
  const up: End[][] = graph.layer.map(() => []);
  const down: End[][] = graph.layer.map(() => []);
  for (const { from, to, fromAt, toAt } of graph.edges) {
    down[from]!.push({ node: to, own: fromAt * 0.9, at: toAt * 0.9 });
    up[to]!.push({ node: from, own: toAt * 0.9, at: fromAt * 0.9 });
  }
  return { up, down };
}

/** Sweeps, and passes of exchanges after each: fewer where each of them takes long. */
const sweepsFor = (nodes: number) => (nodes <= 5_000 ? 10 : 3);
const exchangesFor = (nodes: number) => (nodes <= 2_000 ? 12 : nodes <= 5_000 ? 4 : 1);

/** Starts that are tried, by size: small graphs can afford many. */
const startsFor = (nodes: number) => (nodes <= 150 ? 14 : nodes <= 600 ? 6 : nodes <= 2000 ? 2 : 1);
/** Part of the layers in which a node is put elsewhere when the order is shaken. */
const SHAKEN = 0.5;
/** Rounds of exchanging and sifting after that, at the most. */
const SETTLING = 6;
/** Times the best is shaken, by size. */
const shakesFor = (nodes: number) => (nodes <= 150 ? 60 : nodes <= 600 ? 12 : 0);

/**
 * @param initial nodes of each layer in the order to start from, which is kept where it costs no crossing
 */
export function orderLayers(graph: LayerGraph, initial: readonly (readonly number[])[]): Ordered {
  const ends = endsOf(graph);
  let best = initial.map((nodes) => [...nodes]);
  regroup(best, graph.group);
  let fewest = countCrossings(graph, best);
  const starts = startsFor(graph.layer.length);
  for (let start = 0; start < starts && fewest > 0; start++) {
    const next = random(start + 1);
    const at = initial.map((nodes) => {
      const own = [...nodes];
      if (start > 0)
        for (let i = own.length - 1; i > 0; i--) {
          const j = Math.floor(next() * (i + 1));
          [own[i], own[j]] = [own[j]!, own[i]!];
        }
      return own;
    });
    regroup(at, graph.group);
    let since = 0;
    for (let sweep = 0; sweep < sweepsFor(graph.layer.length) && since < 3; sweep++) {
      const down = sweep % 2 === 0;
      sweepOnce(at, down ? ends.up : ends.down, down, graph.group);
      exchange(at, ends, graph.group);
      const crossings = countCrossings(graph, at);
      since++;
      if (crossings < fewest) {
        fewest = crossings;
        best = at.map((nodes) => [...nodes]);
        since = 0;
      }
    }
  }
  return shaken(graph, ends, { order: best, crossings: fewest });
}

interface Ordered {
  readonly order: number[][];
  readonly crossings: number;
}

/** Shakes what was found and puts it in order again, time after time, and gives back the best. */
function shaken(graph: LayerGraph, ends: { up: End[][]; down: End[][] }, found: Ordered): Ordered {
  let best = found;
  let now = found;
  const next = random(1);
  const times = shakesFor(graph.layer.length);
  for (let time = 0; time < times && best.crossings > 0; time++) {
    const order = now.order.map((nodes) => [...nodes]);
    for (const nodes of order) {
      if (nodes.length < 2 || next() > SHAKEN) continue;
      const [node] = nodes.splice(Math.floor(next() * nodes.length), 1);
      nodes.splice(Math.floor(next() * (nodes.length + 1)), 0, node!);
    }
    regroup(order, graph.group);
    let crossings = Number.POSITIVE_INFINITY;
    for (let last = Number.POSITIVE_INFINITY, round = 0; round < SETTLING; round++) {
      exchange(order, ends, graph.group);
      sift(order, ends, graph.group);
      crossings = countCrossings(graph, order);
      if (crossings >= last) break;
      last = crossings;
    }
    // What is as good is gone on from: most ways to fewer crossings lead over others of as many.
    if (crossings <= now.crossings) now = { order, crossings };
    if (crossings < best.crossings) best = now;
  }
  return best;
}

/** Puts the nodes of each group, which keep the places they share, into the order of their numbers. */
function regroup(order: number[][], group: LayerGraph['group']): void {
  if (!group) return;
  for (const nodes of order) {
    const members = new Map<number, number[]>();
    for (const node of nodes) {
      const own = group[node];
      if (own === undefined) continue;
      if (members.has(own)) members.get(own)!.push(node);
      else members.set(own, [node]);
    }
    for (const own of members.values()) own.sort((a, b) => a - b).reverse();
    for (const [i, node] of nodes.entries()) {
      const own = group[node];
      if (own !== undefined) nodes[i] = members.get(own)!.pop()!;
    }
  }
}

function sweepOnce(order: number[][], ends: readonly End[][], down: boolean, group: LayerGraph['group']): void {
  const place = placesOf(order, ends.length);
  const layers = order.map((_, i) => i);
  for (const layer of down ? layers : layers.reverse()) {
    const nodes = order[layer]!;
    const wanted = new Map<number, number>();
    for (const node of nodes) {
      const others = ends[node]!;
      if (others.length > 0)
        wanted.set(node, others.reduce((sum, { node: other, at }) => sum + place[other]! + at, 0) / others.length);
    }
    // Nodes with no line to that side keep their place; the others fill the rest in the order of their means.
    const moving = nodes.filter((node) => wanted.has(node));
    moving.sort((a, b) => wanted.get(a)! - wanted.get(b)! || place[a]! - place[b]!);
    let next = 0;
    order[layer] = nodes.map((node) => (wanted.has(node) ? moving[next++]! : node));
    regroup([order[layer]!], group);
    for (const [i, node] of order[layer]!.entries()) place[node] = i;
  }
}

/** Crossings of the lines of two neighbours, `a` standing before `b`. */
function between(a: readonly End[], b: readonly End[], place: Float64Array): number {
  let crossings = 0;
  for (const left of a) {
    const x = place[left.node]! + left.at;
    for (const right of b) if (x > place[right.node]! + right.at) crossings++;
  }
  return crossings;
}

function exchange(order: number[][], { up, down }: { up: End[][]; down: End[][] }, group: LayerGraph['group']): void {
  const place = placesOf(order, up.length);
  for (let pass = 0; pass < exchangesFor(up.length); pass++) {
    let better = false;
    for (const nodes of order)
      for (let i = 1; i < nodes.length; i++) {
        const [a, b] = [nodes[i - 1]!, nodes[i]!];
        if (group && group[a] !== undefined && group[a] === group[b]) continue;
        const now = between(up[a]!, up[b]!, place) + between(down[a]!, down[b]!, place);
        if (now === 0) continue;
        const swapped = between(up[b]!, up[a]!, place) + between(down[b]!, down[a]!, place);
        if (swapped >= now) continue;
        [nodes[i - 1], nodes[i]] = [b, a];
        place[a] = i;
        place[b] = i - 1;
        better = true;
      }
    if (!better) return;
  }
}

/** Puts each node where in its layer its lines cross the fewest others, if that is better than where it stands. */
function sift(order: number[][], { up, down }: { up: End[][]; down: End[][] }, group: LayerGraph['group']): void {
  const place = placesOf(order, up.length);
  for (const nodes of order) {
    for (const node of [...nodes]) {
      if (group?.[node] !== undefined) continue;
      const from = nodes.indexOf(node);
      const others = nodes.filter((other) => other !== node);
      // Crossings with all others when it stands before `others[i]`, less those when it stands first.
      let so = 0;
      let least = 0;
      let to = 0;
      let own = 0;
      for (let i = 0; i < others.length; i++) {
        if (i === from) own = so;
        const other = others[i]!;
        so += between(up[other]!, up[node]!, place) + between(down[other]!, down[node]!, place);
        so -= between(up[node]!, up[other]!, place) + between(down[node]!, down[other]!, place);
        if (so >= least) continue;
        least = so;
        to = i + 1;
      }
      if (from === others.length) own = so;
      if (least >= own) continue;
      others.splice(to, 0, node);
      for (let i = 0; i < others.length; i++) {
        nodes[i] = others[i]!;
        place[others[i]!] = i;
      }
    }
  }
}
