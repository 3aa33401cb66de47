/**
 * Crossings of our layering against the general-purpose layered layout of elkjs 0.12 (ELK Layered) on the same graphs in
 * the same layers, counted in the same way; and the drawing of K. Sugiyama, S. Tagawa, M. Toda (1981) that a graph which
 * can be drawn without crossings is.
 */
import ELK from 'elkjs/lib/elk.bundled.js';
import { describe, expect, it } from 'vitest';
import { countCrossings, type LayerGraph, orderLayers } from '../../src/core/layout';

/** A graph of layers with edges between neighbours only, from one seed. */
function graphOf(seed: number): LayerGraph {
  let state = seed;
  const random = (below: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
  const layers = 3 + random(4);
  const layer: number[] = [];
  const nodes = Array.from({ length: layers }, (_, i) =>
    Array.from({ length: 3 + random(7) }, () => {
      layer.push(i);
      return layer.length - 1;
    }),
  );
  const edges: LayerGraph['edges'][number][] = [];
  for (let at = 1; at < layers; at++)
    for (const to of nodes[at]!)
      for (const from of new Set(
        Array.from({ length: 1 + random(2) }, () => nodes[at - 1]![random(nodes[at - 1]!.length)]!),
      ))
        edges.push({ from, to, fromAt: 0, toAt: 0 });
  return { layer, layers, edges };
}
const layersOf = ({ layer, layers }: LayerGraph) =>
  Array.from({ length: layers }, (_, i) => layer.flatMap((own, node) => (own === i ? [node] : [])));

async function theirs(graph: LayerGraph): Promise<number> {
  const laid = await new ELK().layout({
    id: 'root',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'DOWN',
      'elk.partitioning.activate': 'true',
      'elk.randomSeed': '1',
    },
    children: graph.layer.map((own, node) => ({
      id: String(node),
      width: 20,
      height: 20,
      layoutOptions: { 'elk.partitioning.partition': String(own) },
    })),
    edges: graph.edges.map(({ from, to }, i) => ({ id: `e${i}`, sources: [String(from)], targets: [String(to)] })),
  });
  const x = new Map(laid.children!.map(({ id, x: at }) => [Number(id), at!]));
  return countCrossings(
    graph,
    layersOf(graph).map((nodes) => nodes.sort((a, b) => x.get(a)! - x.get(b)!)),
  );
}

describe('order within layers', () => {
  it('has no more crossings than ELK in most of 60 graphs, and fewer in all', async () => {
    let [ours, other, notMore] = [0, 0, 0];
    for (let seed = 1; seed <= 60; seed++) {
      const graph = graphOf(seed * 7919);
      const { order, crossings } = orderLayers(graph, layersOf(graph));
      expect(crossings).toBe(countCrossings(graph, order));
      const elk = await theirs(graph);
      ours += crossings;
      other += elk;
      if (crossings <= elk) notMore++;
    }
    expect(notMore).toBeGreaterThan(54);
    expect(ours).toBeLessThan(other);
  });

  it('draws trees, which can be drawn so, without crossings', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const graph = graphOf(seed * 104729);
      const seen = new Set<number>();
      const edges = graph.edges.filter(({ to }) => !seen.has(to) && seen.add(to));
      const tree = { ...graph, edges };
      // Shuffled, so that the start is not the answer.
      const start = layersOf(tree).map((nodes) => nodes.sort((a, b) => ((a * 7 + seed) % 11) - ((b * 7 + seed) % 11)));
      expect(orderLayers(tree, start).crossings).toBe(0);
    }
  });
});
