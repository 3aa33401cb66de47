import { treeOf } from '../../chart';
import { type Leaves, type Point, route, type Tiered, tiered } from '../../layout';
import type { ArrangeInput, Arrangement } from '../arrangement';
import { chosen } from '../choices';
import { choices } from './choices';

/** Free space at both ends of every line, in points. */
const LINE_GAP = 3;
const STACK_GAP = 7;
const INDENT = 14;

export function arrange({ chart, structure, sizes, lookOf }: ArrangeInput): Arrangement {
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const down = choose('direction') === 'down';
  const ids = structure.order;
  const numberOf = new Map(ids.map((id, i) => [id, i]));
  const tree = treeOf(chart.items);
  const children = ids.map((id) => tree.childrenOf(id).map((child) => numberOf.get(child)!));
  const along = ids.map((id) => (down ? sizes.get(id)!.width : sizes.get(id)!.height));
  const across = ids.map((id) => (down ? sizes.get(id)!.height : sizes.get(id)!.width));
  const siblingGap = Number(choose('siblingGap'));
  const laid = tiered({
    children,
    tops: tree.tops.map((id) => numberOf.get(id)!),
    along,
    across,
    leaves: leavesOf(chart.items, ids, String(choose('leaves')) as Leaves, down),
    gaps: {
      siblings: siblingGap,
      cousins: siblingGap * 1.5,
      trees: Number(choose('treeGap')),
      tiers: Number(choose('tierGap')),
      stack: Math.min(STACK_GAP, siblingGap),
      indent: INDENT,
    },
  });

  const join = choose('tops') === 'joined' && tree.tops.length > 1 ? Number(choose('tierGap')) / 2 : 0;
  const place = ([a, d]: Point): Point => (down ? [a, d + join] : [d + join, a]);
  const boxes = new Map(ids.map((id, i) => [id, place([laid.along[i]!, laid.depth[i]!])]));
  const links = laid.drops.map((drop) => {
    const tier = structure.tierOf.get(ids[drop.from]!)!;
    const way = route(laid, { along, across }, drop, lookOf(tier).line, LINE_GAP);
    return {
      from: ids[drop.from]!,
      to: ids[drop.to]!,
      role: 'reports-to',
      label: '',
      tier,
      points: way.points.map(place),
      curved: way.curved,
    };
  });
  const extent = { along: laid.extent.along, depth: laid.extent.depth + join };
  return {
    boxes,
    links,
    joins:
      join > 0
        ? joined(
            laid,
            along,
            tree.tops.map((id) => numberOf.get(id)!),
            join,
          ).map((way) => way.map(place))
        : [],
    axis: down ? 'rows' : 'columns',
    bands: laid.bands.map(({ start, end }) => ({ start: start + join, end: end + join })),
    width: down ? extent.along : extent.depth,
    height: down ? extent.depth : extent.along,
  };
}

/** The line along all tops, `height` before them, and its drop to each. */
function joined(laid: Tiered, along: readonly number[], tops: readonly number[], height: number): Point[][] {
  const middles = tops.map((top) => laid.along[top]! + along[top]! / 2);
  return [
    [
      [middles[0]!, -height],
      [middles.at(-1)!, -height],
    ],
    ...middles.map((middle): Point[] => [
      [middle, -height],
      [middle, -LINE_GAP],
    ]),
  ];
}

/** How each item's leaves are set: its own choice, else that of the branch it stands in, else the chart's. */
function leavesOf(
  items: ArrangeInput['chart']['items'],
  ids: readonly string[],
  chart: Leaves,
  down: boolean,
): Leaves[] {
  // In columns, leaves side by side already stand one under another.
  const initial: Leaves = chart === 'auto' && !down ? 'spread' : chart;
  const of = new Map<string, Leaves>();
  return ids.map((id) => {
    const { leaves, parent } = items[id]!;
    const own = leaves === 'spread' || leaves === 'stack' ? leaves : leaves === 'auto' ? initial : undefined;
    const set = own ?? (parent === null ? initial : of.get(parent)!);
    of.set(id, set);
    return set;
  });
}
