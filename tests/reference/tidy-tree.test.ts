/**
 * Against the general-purpose hierarchy libraries of the registry: d3-hierarchy 3 (tree: Buchheim, Jünger and Leipert
 * 2002, unit boxes) and its sibling of flexible sizes, d3-flextree 2 (van der Ploeg 2014).
 */
import { flextree } from 'd3-flextree';
import { hierarchy, tree } from 'd3-hierarchy';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tidy } from '../../src/core/layout';
import { childrenOf, parents, sizes } from '../support/trees';

interface Node {
  readonly i: number;
  readonly children: Node[];
}
function nested(of: readonly number[]): Node {
  const nodes: Node[] = of.map((_, i) => ({ i, children: [] }));
  for (const [i, parent] of of.entries()) if (parent >= 0) nodes[parent]!.children.push(nodes[i]!);
  return nodes[0]!;
}
const extent = (x: readonly number[], half: readonly number[]) =>
  Math.max(...x.map((at, i) => at + half[i]!)) - Math.min(...x.map((at, i) => at - half[i]!));

describe('tidy tree against the hierarchy libraries', () => {
  it('is never wider than d3-hierarchy on unit boxes', () => {
    fc.assert(
      fc.property(parents(400), (of) => {
        const half = of.map(() => 0.5);
        const ours = tidy({ ...childrenOf(of), left: half, right: half }, { siblings: 0, cousins: 1, trees: 1 });
        // Its default separation: 1 between siblings, 2 between cousins, centre to centre.
        const theirs: number[] = [];
        for (const node of tree<Node>().nodeSize([1, 1])(hierarchy(nested(of)))) theirs[node.data.i] = node.x;
        expect(extent([...ours], half)).toBeLessThanOrEqual(extent(theirs, half) + 1e-6);
      }),
      { numRuns: 200 },
    );
  });

  it('is about as wide as d3-flextree on boxes of different widths, which centres parents over edges instead', () => {
    const sample = fc.sample(fc.tuple(parents(300), fc.integer()), { numRuns: 200, seed: 20_240 });
    const ratios = sample.map(([of, seed]) => {
      const width = sizes(of.length, seed, 10, 120);
      const half = width.map((w) => w / 2);
      const ours = tidy({ ...childrenOf(of), left: half, right: half }, { siblings: 10, cousins: 10, trees: 10 });
      const layout = flextree<Node>({ nodeSize: ({ data }) => [width[data.i]!, 50], spacing: 10 });
      const theirs: number[] = [];
      const drawn = layout.hierarchy(nested(of));
      layout(drawn);
      drawn.each((node) => {
        theirs[node.data.i] = node.x;
      });
      return extent([...ours], half) / extent(theirs, half);
    });
    const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length;
    expect(mean).toBeLessThanOrEqual(1.01);
    expect(Math.max(...ratios)).toBeLessThanOrEqual(1.15);
  });

  /**
   * The five conventions of Reingold and Tilford 1981 and Walker 1990 (levels straight, order kept, parent centred,
   * mirror image, same subtree same drawing) are laws over random trees in src/core/layout/tidy.test.ts. Here the
   * known weak case of earlier methods: small subtrees between two large ones are spread, not pushed to one side.
   */
  it('spreads small subtrees between large ones evenly on both sides', () => {
    // Root with children a (wide), s, b (wide); a and b each with three children, s a leaf.
    const of = [-1, 0, 0, 0, 1, 1, 1, 3, 3, 3];
    const half = of.map(() => 5);
    const x = tidy({ ...childrenOf(of), left: half, right: half }, { siblings: 2, cousins: 2, trees: 2 });
    expect(x[2]! - x[1]!).toBeCloseTo(x[3]! - x[2]!, 9);
  });
});
