/** Every kind from its list to a scene, on generated lists; layering against the general-purpose layered library. */
import ELK from 'elkjs/lib/elk.bundled.js';
import { bench, describe } from 'vitest';
import { layered } from '../src/core/layout';
import { drawn, readAs } from '../tests/support/kinds';

const many = (count: number, line: (i: number) => string) =>
  Array.from({ length: count }, (_, i) => line(i)).join('\n');
/** Couples of four children each, generation after generation, the eldest of every family with partners of the next. */
const FAMILY = `Id,Name,Born,Father,Mother\n${many(300, (i) =>
  i < 20
    ? `${i},Person ${i},1800,,`
    : `${i},Person ${i},${1800 + 30 * Math.floor(Math.log2(i / 10))},${2 * Math.floor((i - 20) / 4 / 2)},${2 * Math.floor((i - 20) / 4 / 2) + 1}`,
)}`;
const LISTS = {
  family: FAMILY,
  decision: many(255, (i) => {
    const depth = Math.floor(Math.log2(i + 1));
    return `${'\t'.repeat(depth)}${i % 2 ? 'yes' : 'no'}: Step ${i}?`;
  }),
  concept: many(150, (i) => `Idea ${Math.floor(i / 3)} - leads to -> Idea ${i % 11 === 0 ? (i * 7) % 40 : i + 1}`),
  venn: many(60, (i) => `Item ${i}: ${['a', 'b', 'c'].filter((_, j) => (i >> j) & 1).join(', ')}`),
};

for (const [kind, list] of Object.entries(LISTS)) {
  const { chart } = readAs(kind, list);
  describe(`${kind}, ${Object.keys(chart.items).length} lines`, () => {
    bench('list to scene', () => {
      // A copy, so that nothing is remembered from the run before.
      drawn(structuredClone(chart));
    });
  });
}

const layer = Array.from({ length: 200 }, (_, i) => Math.floor(i / 20));
const edges = layer.flatMap((own, i) => (own === 0 ? [] : [{ from: (own - 1) * 20 + ((i * 7) % 20), to: i }]));
describe('layering, 200 boxes', () => {
  bench('ours', () => {
    layered({
      layer,
      along: layer.map(() => 60),
      across: layer.map(() => 24),
      edges,
      gap: () => 10,
      layerGap: () => 30,
      form: 'elbow',
      lineGap: 3,
    });
  });
  bench('general-purpose layered library', async () => {
    await new ELK().layout({
      id: 'root',
      layoutOptions: { 'elk.algorithm': 'layered', 'elk.direction': 'DOWN' },
      children: layer.map((_, i) => ({ id: `${i}`, width: 60, height: 24 })),
      edges: edges.map(({ from, to }, i) => ({ id: `e${i}`, sources: [`${from}`], targets: [`${to}`] })),
    });
  });
});
