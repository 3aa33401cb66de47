import { isLeftwardChart, type LineByHand } from '../../chart';
import { evenness, LINE_GAP, type Obstacle, type Point, type Shift, type Tree, wayOf, waysAround } from '../../layout';
import type { ArrangedLink, ArrangeInput, Arrangement } from '../arrangement';
import { chosen } from '../choices';
import { dockIn } from '../docks';
import { choices } from './choices';
import { PLATE_GAP, type Plan, placed, planOf, plateOf, sizeOf } from './plan';
import { SECOND } from './second';

export function arrange(input: ArrangeInput): Arrangement {
  const { chart, structure, sizes, lookOf, room } = input;
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const plan = planOf(input);
  const { ids, base, columns, direction, join } = plan;
  const { tree: laid, settings } = placed(plan, room, choose('tops') === 'rows', input.settled);
  const { width, height } = sizeOf(plan, laid);
  const turned = direction === 'up' || direction === 'left';
  const depth = laid.extent.depth + join;
  const place = ([a, d]: Point): Point => {
    const across = turned ? depth - (d + join) : d + join;
    return columns ? [across, a] : [a, across];
  };
  const nudge = (i: number): Point => {
    const { dx, dy } = chart.items[ids[i]!]!.nudge ?? { dx: 0, dy: 0 };
    return [dx, dy];
  };
  const shift: Shift = (i) => {
    const [dx, dy] = nudge(i);
    return columns ? [dy, turned ? -dx : dx] : [dx, turned ? -dy : dy];
  };

  // Where a post has a plate under it, its box is less than its room.
  const corner = (i: number): Point => {
    const [dx, dy] = nudge(i);
    const [x, y] = place([laid.along[i]!, laid.depth[i]! + (turned ? base.across[i]! : 0)]);
    const before = turned ? plateOf(structure, ids[i]!, columns) : 0;
    return columns ? [x + dx + before, y + dy] : [x + dx, y + dy + before];
  };
  const boxes = new Map(ids.map((id, i) => [id, corner(i)]));
  const links: ArrangedLink[] = laid.drops.map((drop) => {
    const tier = structure.tierOf.get(ids[drop.from]!)!;
    const way = wayOf(laid, base, drop, lookOf(tier).line, LINE_GAP, shift);
    const to = ids[drop.to]!;
    return {
      from: ids[drop.from]!,
      to,
      said: to,
      role: 'reports-to',
      label: '',
      tier,
      points: way.points.map(place),
      curved: way.curved,
    };
  });
  links.push(...secondLines(input, boxes, links));
  return {
    boxes,
    links,
    joins: join > 0 ? joined(plan, laid, join).map((way) => way.map(place)) : [],
    axis: columns ? 'columns' : 'rows',
    bands: laid.bands.map(({ start, end }) => {
      const [a, b] = [start + join, end + join];
      return turned ? { start: depth - b, end: depth - a } : { start: a, end: b };
    }),
    width,
    height,
    tags: [...plates(structure)].map(([of, text]) => {
      const { width: w, height: h } = sizes.get(of)!;
      // The plate stands at the end of its room, its own gap before it.
      const off = (plateOf(structure, of, columns) + PLATE_GAP) / 2;
      const across = turned ? -off : (columns ? w : h) + off;
      return { of, text, at: columns ? { x: across, y: h / 2 } : { x: w / 2, y: across } };
    }),
    hops: choose('crossings') === 'hop',
    even: evenness({ ...base, settings }, laid),
  };
}

/** What the plates under posts say. */
function* plates({ folded, continues }: ArrangeInput['structure']): Generator<[string, string]> {
  for (const [id, count] of folded ?? []) if (!continues?.has(id)) yield [id, `+${count}`];
  yield* continues ?? [];
}

const boxOf = (boxes: ReadonlyMap<string, Point>, sizes: ArrangeInput['sizes'], id: string): Obstacle => {
  const [x, y] = boxes.get(id)!;
  const { width, height } = sizes.get(id)!;
  return { low: [x, y], high: [x + width, y + height] };
};

/** Dotted lines, led round the boxes through the gaps. */
function secondLines(
  { chart, structure, sizes }: ArrangeInput,
  boxes: ReadonlyMap<string, Point>,
  tree: readonly ArrangedLink[],
): ArrangedLink[] {
  const drawn = Object.values(chart.links)
    .filter(({ role, from, to }) => role === SECOND && from !== to && boxes.has(from) && boxes.has(to))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  if (drawn.length === 0) return [];
  const ids = structure.order;
  const numberOf = new Map(ids.map((id, i) => [id, i]));
  const obstacles = ids.map((id) => boxOf(boxes, sizes, id));
  const mirrored = isLeftwardChart(chart);
  const dock = (line: LineByHand | undefined, end: 'from' | 'to') => dockIn(line?.[end], mirrored);
  const ways = waysAround(
    obstacles,
    tree.filter(({ curved }) => !curved).map(({ points }) => points),
    drawn.map(({ from, to, line }) => ({
      from: numberOf.get(from)!,
      to: numberOf.get(to)!,
      leave: dock(line, 'from'),
      come: dock(line, 'to'),
    })),
    LINE_GAP,
  );
  return drawn.map(({ from, to, role, label, id }, i) => ({
    id,
    from,
    to,
    role,
    label: label ?? '',
    tier: structure.tierOf.get(from)!,
    look: { lineDash: 'dashed' as const },
    points: ways[i]!,
    curved: false,
    docked: true,
  }));
}

/** The line along all tops, `height` before them, and its drop to each. */
function joined({ base }: Plan, laid: Tree, height: number): Point[][] {
  const middles = base.tops.map((top) => laid.along[top]! + base.along[top]! / 2);
  return [
    [
      [middles[0]!, -height],
      [middles.at(-1)!, -height],
    ],
    ...base.tops.map((top, i): Point[] => [
      [middles[i]!, -height],
      [middles[i]!, laid.depth[top]! - LINE_GAP],
    ]),
  ];
}
