/**
 * A graph of boxes in layers: ordered (`order.ts`), spread (`spread.ts`), its lines led through the gaps between layers
 * and, where they pass a layer, through places of their own in it, so that no line runs through a box. Two coordinates
 * that know no direction, as in `tree/`: `along` a layer and `depth` across them.
 */
import { dockInLine, straighten } from './lanes';
import { type LayerEdge, type LayerGraph, orderLayers } from './order';
import type { Point } from './point';
import { type Pull, spread } from './spread';
import { trackDepths } from './tracks';

export type LineForm = 'elbow' | 'straight' | 'curve';

export interface LayeredEdge {
  /** Leads from a layer to a later one. */
  readonly from: number;
  readonly to: number;
  /** Where it is joined, from the middle of each box along the layer, in points; 0 where absent. */
  readonly fromAt?: number;
  readonly toAt?: number;
  /** How strongly it wants to be straight; 1 where absent. */
  readonly weight?: number;
  /** Edges of one trunk share the line that runs along the layer. */
  readonly trunk?: string;
}

export interface LayeredInput {
  /** Layer of each box, from 0. */
  readonly layer: readonly number[];
  /** Extent of each box along its layer and across, in points. */
  readonly along: readonly number[];
  readonly across: readonly number[];
  readonly edges: readonly LayeredEdge[];
  /** Free space between neighbours of a layer. */
  readonly gap: (left: number, right: number) => number;
  /** Free space between a layer and the next. */
  readonly layerGap: (layer: number) => number;
  readonly form: LineForm;
  /** Free space at both ends of a line at a box. */
  readonly lineGap: number;
  readonly group?: LayerGraph['group'];
  /** Boxes that stand just before another one, in line with it: the other one. */
  readonly dock?: ReadonlyMap<number, number>;
  /** Boxes that are moved in line with where their line leads, as far as their neighbours leave room. */
  readonly yielding?: ReadonlySet<number>;
  /** Boxes that stand at the near edge of their layer rather than in its middle. */
  readonly near?: ReadonlySet<number>;
}

export interface Layered {
  /** Middle of each box along, and its near edge across. */
  readonly middle: readonly number[];
  readonly depth: readonly number[];
  readonly bands: readonly { readonly start: number; readonly end: number }[];
  /** The way of each edge; where `form` is curve, points of cubic Béziers. */
  readonly ways: readonly (readonly Point[])[];
  readonly extent: { readonly along: number; readonly depth: number };
  /** Crossings between neighbouring layers. */
  readonly crossings: number;
}

/** Room a line takes where it passes a layer. */
const LANE = 10;
/** Lines that pass layers want most to be straight (Gansner et al. 1993 use the same weights). */
const LANE_WEIGHT = 8;
const LANE_END_WEIGHT = 2;

/**
 * Lines that pass layers have no more places in them than these, so that a graph of thousands of long lines is drawn within
 * seconds: the longest are led straight then, past what stands between.
 */
const MAX_LANES = 12_000;

/** The edges that have places in the layers they pass: all of them, or as many as may be, the shortest first. */
function laned(edges: readonly LayeredEdge[], layer: readonly number[]): (edge: number) => boolean {
  const passed = edges.map(({ from, to }) => layer[to]! - layer[from]! - 1);
  if (passed.reduce((sum, own) => sum + own, 0) <= MAX_LANES) return () => true;
  const without = new Set<number>();
  let lanes = 0;
  for (const i of passed.map((_, i) => i).sort((a, b) => passed[a]! - passed[b]!)) {
    lanes += passed[i]!;
    if (lanes > MAX_LANES && passed[i]! > 0) without.add(i);
  }
  return (edge) => !without.has(edge);
}

interface Piece {
  readonly from: number;
  readonly to: number;
  readonly fromAt: number;
  readonly toAt: number;
  readonly weight: number;
  readonly edge: number;
}

export function layered(input: LayeredInput): Layered {
  const { layer, along, across, edges, layerGap, lineGap } = input;
  const boxes = layer.length;
  const layers = Math.max(0, ...layer.map((own) => own + 1));
  const layerOf = [...layer];
  const width = [...along];
  // Room for what stands in line before a box.
  for (const [docked, box] of input.dock ?? []) width[box] = Math.max(width[box]!, along[docked]!);
  const pieces: Piece[] = [];
  const isLaned = laned(edges, layer);
  const chains = edges.map((edge, i) => {
    const chain = [edge.from];
    if (!isLaned(i)) return [edge.from, edge.to];
    for (let at = layer[edge.from]! + 1; at < layer[edge.to]!; at++) {
      layerOf.push(at);
      width.push(LANE);
      chain.push(layerOf.length - 1);
    }
    chain.push(edge.to);
    const weight = edge.weight ?? 1;
    for (let at = 1; at < chain.length; at++) {
      const [from, to] = [chain[at - 1]!, chain[at]!];
      const lanes = (from >= boxes ? 1 : 0) + (to >= boxes ? 1 : 0);
      pieces.push({
        from,
        to,
        fromAt: from < boxes ? (edge.fromAt ?? 0) : 0,
        toAt: to < boxes ? (edge.toAt ?? 0) : 0,
        weight: weight * (lanes === 2 ? LANE_WEIGHT : lanes === 1 ? LANE_END_WEIGHT : 1),
        edge: i,
      });
    }
    return chain;
  });

  const part = (at: number, node: number) => (width[node]! > 0 ? Math.max(-0.5, Math.min(0.5, at / width[node]!)) : 0);
  const graph: LayerGraph = {
    layer: layerOf,
    layers,
    edges: pieces.map(
      (piece): LayerEdge => ({
        from: piece.from,
        to: piece.to,
        fromAt: part(piece.fromAt, piece.from),
        toAt: part(piece.toAt, piece.to),
      }),
    ),
    ...(input.group && { group: input.group }),
  };
  const { order, crossings } = orderLayers(graph, startOrder(layerOf, layers, chains));

  const up: Pull[][] = layerOf.map(() => []);
  const down: Pull[][] = layerOf.map(() => []);
  for (const { from, to, fromAt, toAt, weight } of pieces) {
    down[from]!.push({ node: to, own: fromAt, at: toAt, weight });
    up[to]!.push({ node: from, own: toAt, at: fromAt, weight });
  }
  const isLane = (node: number) => node >= boxes;
  const gapOf = (left: number, right: number) => (isLane(left) || isLane(right) ? LANE / 2 : input.gap(left, right));
  const x = spread({ order, along: width, gap: gapOf, up, down });
  const spaced = { order, layerOf, width, gapOf, x };
  dockInLine(spaced, input.dock);
  for (const chain of chains) {
    const [first, last] = [chain[0]!, chain.at(-1)!];
    const lanes = input.yielding?.has(first) && !input.dock?.has(first) ? chain.slice(0, -1) : chain.slice(1, -1);
    straighten(spaced, lanes, [x[last]!, x[first]!]);
  }

  /** Lines with one key share a trunk: those of one trunk by wish, and those from one point. */
  const trunkOf = (edge: LayeredEdge, from: number) => edge.trunk ?? `${from} ${from < boxes ? (edge.fromAt ?? 0) : 0}`;
  // Trunks that would run over each other get tracks of their own, and the gap room for them.
  const between = Array.from({ length: Math.max(0, layers - 1) }, (_, at) =>
    pieces
      .filter((piece) => layerOf[piece.from] === at)
      .map((piece) => ({
        trunk: trunkOf(edges[piece.edge]!, piece.from),
        from: x[piece.from]! + piece.fromAt,
        to: x[piece.to]! + piece.toAt,
      })),
  );
  const tracks = between.map((own) => (input.form === 'elbow' ? trackDepths(own) : undefined));
  const heights = Array.from({ length: layers }, () => 0);
  for (let node = 0; node < boxes; node++) heights[layer[node]!] = Math.max(heights[layer[node]!]!, across[node]!);
  const bands: { start: number; end: number }[] = [];
  const gaps: number[] = [];
  let depthAt = 0;
  for (const [at, height] of heights.entries()) {
    bands.push({ start: depthAt, end: depthAt + height });
    gaps.push(Math.max(layerGap(at), (tracks[at]?.room ?? 0) + 2 * lineGap));
    depthAt += height + gaps[at]!;
  }
  const depth = layer.map(
    (own, node) => bands[own]!.start + (input.near?.has(node) ? 0 : (heights[own]! - across[node]!) / 2),
  );

  const ways = chains.map((chain, edge) => {
    const way: Point[] = [];
    if (!isLaned(edge)) {
      const { from, to, fromAt = 0, toAt = 0 } = edges[edge]!;
      const ends: [Point, Point] = [
        [x[from]! + fromAt, depth[from]! + across[from]! + lineGap],
        [x[to]! + toAt, depth[to]! - lineGap],
      ];
      const [start, end] = [bands[layer[from]!]!.end, bands[layer[to]!]!.start];
      lead(way, ...ends, start, start, end, input.form === 'elbow' ? 'straight' : input.form);
      return way;
    }
    for (let at = 1; at < chain.length; at++) {
      const [from, to] = [chain[at - 1]!, chain[at]!];
      const piece = edges[edge]!;
      const own = layerOf[from]!;
      const fromX = x[from]! + (from < boxes ? (piece.fromAt ?? 0) : 0);
      const toX = x[to]! + (to < boxes ? (piece.toAt ?? 0) : 0);
      const bandEnd = bands[own]!.end;
      const start = from < boxes ? depth[from]! + across[from]! + lineGap : bandEnd;
      const end = to < boxes ? depth[to]! - lineGap : bands[own + 1]!.start;
      if (at > 1) join(way, bands[own]!.start, bandEnd, fromX, input.form);
      const bus = bandEnd + gaps[own]! * (tracks[own]?.partOf(trunkOf(piece, from)) ?? 0.5);
      lead(way, [fromX, start], [toX, end], bus, bandEnd, bands[own + 1]!.start, input.form);
    }
    return way;
  });
  const extent = x.reduce((most, at, node) => Math.max(most, at + width[node]! / 2), 0);
  return {
    middle: Array.from(x.subarray(0, boxes)),
    depth,
    bands,
    ways,
    extent: { along: extent, depth: bands.at(-1)?.end ?? 0 },
    crossings,
  };
}

/** Boxes by their number; a lane beside the box its line leads to. */
function startOrder(layerOf: readonly number[], layers: number, chains: readonly (readonly number[])[]): number[][] {
  const place = Float64Array.from(layerOf, (_, node) => node);
  for (const chain of chains) for (const node of chain.slice(1, -1)) place[node] = place[chain.at(-1)!]! + 0.5;
  const order: number[][] = Array.from({ length: layers }, () => []);
  for (let node = 0; node < layerOf.length; node++) order[layerOf[node]!]!.push(node);
  for (const nodes of order) nodes.sort((a, b) => place[a]! - place[b]! || a - b);
  return order;
}

/** The straight part of a line that passes a layer. */
function join(way: Point[], start: number, end: number, x: number, form: LineForm): void {
  if (form === 'curve') {
    const third = (end - start) / 3;
    way.push([x, start + third], [x, end - third], [x, end]);
  } else way.push([x, end]);
}

/** The part of a line between two layers. */
function lead(
  way: Point[],
  from: Point,
  to: Point,
  bus: number,
  bandEnd: number,
  bandStart: number,
  form: LineForm,
): void {
  const first = way.length === 0;
  if (form === 'curve') {
    const half = (bandEnd + bandStart) / 2;
    if (first) way.push(from);
    way.push([from[0], half], [to[0], half], to);
    return;
  }
  if (first) way.push(from);
  if (Math.abs(from[0] - to[0]) < 0.01) {
    way.push(to);
    return;
  }
  if (form === 'elbow') way.push([from[0], bus], [to[0], bus], to);
  else {
    // Within the layers' own bands a line keeps straight on, so that it can't touch a taller neighbour.
    if (from[1] < bandEnd - 4) way.push([from[0], bandEnd]);
    if (to[1] > bandStart + 4) way.push([to[0], bandStart]);
    way.push(to);
  }
}
