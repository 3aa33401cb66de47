/** Layout and whole pipeline on generated charts, and layout against the general-purpose flexible-size library. */
import { flextree } from 'd3-flextree';
import { bench, describe } from 'vitest';
import { type Chart, emptyChart, firstOrders } from '../src/core/chart';
import { compose } from '../src/core/compose';
import { tidy } from '../src/core/layout';
import { fonts } from '../tests/support/fonts';
import { childrenOf, sizes } from '../tests/support/trees';

/** Parents of a tree in which each has about five children, in a fixed irregular way. */
const treeOf = (count: number) =>
  Array.from({ length: count }, (_, i) => (i === 0 ? -1 : Math.max(0, Math.floor((i - 1) / (3 + (i % 5))))));

function chartOf(count: number): Chart {
  const orders = firstOrders(count);
  const items = treeOf(count).map((p, i) => ({
    id: `i${i}`,
    parent: p < 0 ? null : `i${p}`,
    order: orders[i]!,
    fields: { name: `Person Number ${i}`, post: `Post of kind ${i % 37}` },
  }));
  return {
    ...emptyChart('org', 'Bench'),
    items: Object.fromEntries(items.map((item) => [item.id, item])),
    page: { ...emptyChart('org', '-').page, size: 'picture' },
  };
}

for (const count of [300, 1_000, 10_000]) {
  const chart = chartOf(count);
  describe(`whole pipeline, ${count} items`, () => {
    bench('compose', () => {
      compose(chart, fonts);
    });
  });
}

interface Node {
  readonly i: number;
  readonly children: Node[];
}
for (const count of [1_000, 10_000]) {
  const of = treeOf(count);
  const width = sizes(count, 1, 40, 140);
  const half = width.map((w) => w / 2);
  const forest = { ...childrenOf(of), left: half, right: half };
  const nodes: Node[] = of.map((_, i) => ({ i, children: [] }));
  for (const [i, parent] of of.entries()) if (parent >= 0) nodes[parent]!.children.push(nodes[i]!);
  describe(`tidy tree, ${count} boxes`, () => {
    bench('ours', () => {
      tidy(forest, { siblings: 10, cousins: 15, trees: 30 });
    });
    bench('general-purpose flexible-size library', () => {
      const layout = flextree<Node>({ nodeSize: ({ data }) => [width[data.i]!, 50], spacing: 10 });
      layout(layout.hierarchy(nodes[0]!));
    });
  });
}
