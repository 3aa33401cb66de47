/** Arranging trees against the two general-purpose hierarchy libraries, on the same boxes; and the whole pipeline. */
import { flextree } from 'd3-flextree';
import { hierarchy, tree as unitTree } from 'd3-hierarchy';
import { it } from 'vitest';
import { compose } from '../../src/core/compose';
import { kindOf } from '../../src/core/kinds';
import { tree } from '../../src/core/layout';
import { chartOfList, readList } from '../../src/core/read';
import { fonts } from '../../tests/support/fonts';
import { childrenOf, sizes } from '../../tests/support/trees';
import { staffList } from '../staff';
import { median, megabytesOf, ms, section, table } from './report';

const COUNTS = [1_000, 3_000, 10_000, 30_000];
const RUNS = 7;
const HEIGHT = 40;
const GAPS = { siblings: 10, cousins: 10, trees: 30, tiers: [32], stack: 7, indent: 14 };

/** Parents of a tree in which each has about five children, in a fixed irregular way. */
const parentsOf = (count: number) =>
  Array.from({ length: count }, (_, i) => (i === 0 ? -1 : Math.max(0, Math.floor((i - 1) / (3 + (i % 5))))));

interface Node {
  readonly i: number;
  readonly children: Node[];
}

it('arranging', async () => {
  const rows: string[][] = [];
  for (const count of COUNTS) {
    const of = parentsOf(count);
    const width = sizes(count, 1, 40, 140);
    const tier: number[] = [];
    for (const [i, parent] of of.entries()) tier[i] = parent < 0 ? 0 : tier[parent]! + 1;
    const input = {
      ...childrenOf(of),
      along: width,
      across: of.map(() => HEIGHT),
      tier,
      settings: of.map(() => ({ form: 'spread' as const, deep: true, least: 2 })),
      aides: new Set<number>(),
      gaps: GAPS,
      loose: false,
      shelves: 1,
    };
    const nodes: Node[] = of.map((_, i) => ({ i, children: [] }));
    for (const [i, parent] of of.entries()) if (parent >= 0) nodes[parent]!.children.push(nodes[i]!);
    const widest = Math.max(...width);
    const flexible = () => {
      const layout = flextree<Node>({ nodeSize: ({ data }) => [width[data.i]!, HEIGHT + 32], spacing: 10 });
      return layout(layout.hierarchy(nodes[0]!));
    };
    const unit = () => unitTree<Node>().nodeSize([widest + 10, HEIGHT + 32])(hierarchy(nodes[0]!));
    const [ours, theirs, units] = [
      await median(RUNS, () => tree(input)),
      await median(RUNS, flexible),
      await median(RUNS, unit),
    ];
    const laid = tree(input);
    const extent = (places: { each(visit: (place: { x: number; y: number; data: Node }) => void): unknown }) => {
      let [low, high, deep] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0];
      places.each(({ x, y, data }) => {
        low = Math.min(low, x - width[data.i]! / 2);
        high = Math.max(high, x + width[data.i]! / 2);
        deep = Math.max(deep, y + HEIGHT);
      });
      return { along: high - low, depth: deep };
    };
    const [flex, even] = [extent(flexible() as never), extent(unit())];
    const thousand = (value: number) => Math.round(value).toLocaleString('en');
    const area = ({ along, depth }: { along: number; depth: number }) => `${((along * depth) / 1e6).toFixed(1)}`;
    rows.push([
      thousand(count),
      `${ms(ours)} ms`,
      `${ms(theirs)} ms`,
      `${ms(units)} ms`,
      (ours / theirs).toFixed(2),
      `${thousand(laid.extent.along)} / ${thousand(flex.along)} / ${thousand(even.along)}`,
      `${area(laid.extent)} / ${area(flex)} / ${area(even)}`,
    ]);
  }
  section(
    'Arranging trees',
    `Boxes of different widths, all side by side. Ours gives boxes, tiers and the ways of lines; the two libraries give places of boxes, the second for boxes of one size. Median of ${RUNS}. Width in points, area in millions of square points: ours / flexible sizes / one size.\n\n${table(['boxes', 'ours', 'flexible sizes', 'one size', 'ours to flexible', 'width', 'area'], rows)}`,
  );
}, 600_000);

it('the whole pipeline', async () => {
  const kind = kindOf('org')!;
  const rows: string[][] = [];
  for (const count of COUNTS) {
    const list = staffList(count);
    const runs = count > 10_000 ? 3 : 9;
    const read = await median(runs, () => readList(kind, list));
    const found = readList(kind, list);
    if (!found.ok) throw new Error(found.problem.message);
    const chart = chartOfList(kind, 'Bench', found.list);
    // Each time a list that was just read: what is remembered of a chart must not count.
    const fresh = () => {
      const next = readList(kind, list);
      if (next.ok) compose(chartOfList(kind, 'Bench', next.list), fonts);
    };
    const both = await median(runs, fresh);
    const memory = megabytesOf(() => compose(chart, fonts));
    rows.push([
      count.toLocaleString('en'),
      `${ms(read)} ms`,
      `${ms(both)} ms`,
      `${((both / count) * 1_000).toFixed(0)} µs`,
      `${memory.toFixed(0)} MB`,
    ]);
  }
  section(
    'Whole pipeline',
    `A staff list as comma-separated values: read, then composed to a scene with all checks and figures. Median of 9 (of 3 above 10,000).\n\n${table(['lines', 'read', 'read and composed', 'a line', 'kept of a composition'], rows)}`,
  );
}, 600_000);
