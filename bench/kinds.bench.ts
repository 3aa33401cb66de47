/** Every kind from its list to a scene, on generated lists. */
import { bench, describe } from 'vitest';
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
