/** Fitting an org chart to its page: the direction and the settings of its branches with which it prints largest. */
import { type Change, type Chart, treeOf, walk } from '../../chart';
import { bestFit, boundByArea, type Setting, tree, withAllUnder } from '../../layout';
import type { ArrangeInput, Size } from '../arrangement';
import { chosen } from '../choices';
import type { FitAllowed, FitFound, KindFit } from '../kind';
import { choices } from './choices';
import { CLOSER, type Gaps } from './gaps';
import { type Direction, type Plan, placed, planOf, scaleIn, shelfCounts, sizeOf } from './plan';
import { settingText } from './settings';

/** A found mixture must print this much larger than what the chart does by itself. */
const BETTER = 1.01;
/** In how many rows several trees are tried: fewer than while drawing, as each is searched through. */
const ROWS_TRIED = [1, 2, 3, 4, 6];
/** Larger charts are fitted without asking whether other orders of branches would do. */
const MOST_ORDERED = 1_500;

type Input = ArrangeInput & { readonly room: Size };

const SPREAD: Setting = { form: 'spread', deep: true, least: 2 };

/** The chart with nothing chosen for any branch, tier or its lowest level. */
const byItself = (chart: Chart): Chart => ({
  ...chart,
  arrangement: { ...chart.arrangement, leaves: 'auto' },
  items: Object.fromEntries(Object.entries(chart.items).map(([id, { leaves: _, ...item }]) => [id, item])),
  tiers: Object.fromEntries(Object.entries(chart.tiers).map(([tier, { leaves: _, ...of }]) => [tier, of])),
});

/** What says so in the chart: on each branch only where it differs from the branch it stands in. */
function leavesOf(chart: Chart, plan: Plan, settings: readonly Setting[] | undefined): Change[] {
  const said = new Map<string, string>();
  const items: Record<string, { leaves: string | null }> = {};
  for (const [i, id] of plan.ids.entries()) {
    const { parent, leaves } = chart.items[id]!;
    const above = parent === null ? undefined : said.get(parent);
    const own = settings && plan.base.children[i]!.length > 0 ? settingText(settings[i]!) : above;
    if (own !== undefined) said.set(id, own);
    const wanted = own === above ? undefined : own;
    if (wanted !== leaves) items[id] = { leaves: wanted ?? null };
  }
  const tiers = settings
    ? []
    : Object.entries(chart.tiers).flatMap(([tier, of]): Change[] =>
        of.leaves === undefined ? [] : [{ type: 'set-tier', tier: Number(tier), leaves: null }],
      );
  return [...(Object.keys(items).length > 0 ? [{ type: 'set-items' as const, items }] : []), ...tiers];
}

/** Lines under the same one from the largest branch to the smallest. */
function bySize(chart: Chart, ids: readonly string[]): { chart: Chart; changes: Change[] } {
  const items = treeOf(chart.items);
  const count = new Map<string, number>();
  for (const id of [...ids].reverse()) {
    const own = (count.get(id) ?? 0) + 1;
    count.set(id, own);
    const { parent } = chart.items[id]!;
    if (parent !== null) count.set(parent, (count.get(parent) ?? 0) + own);
  }
  const places: Record<string, { parent: string | null; order: string }> = {};
  for (const parent of [null, ...ids]) {
    const own = parent === null ? items.tops : items.childrenOf(parent);
    const sorted = [...own].sort((a, b) => (count.get(b) ?? 0) - (count.get(a) ?? 0));
    for (const [i, id] of sorted.entries())
      if (id !== own[i]) places[id] = { parent, order: chart.items[own[i]!]!.order };
  }
  if (Object.keys(places).length === 0) return { chart, changes: [] };
  const moved = Object.entries(places).map(([id, place]) => [id, { ...chart.items[id]!, ...place }] as const);
  return {
    chart: { ...chart, items: { ...chart.items, ...Object.fromEntries(moved) } },
    changes: [{ type: 'place-lines', places }],
  };
}

const set = (arrangement: Record<string, string | number>): Change[] => [{ type: 'set-arrangement', arrangement }];

/** Those gaps that are wider in the chart. */
const closedUp = (chart: Chart, gaps: Gaps): Gaps =>
  Object.fromEntries(Object.entries(gaps).filter(([key, to]) => Number(chosen(choices, chart.arrangement, key)) > to));

/** One combination of what may change, with the changes that make it so. */
interface Way {
  readonly plan: Plan;
  readonly changes: readonly Change[];
}

function waysOf(input: Input, direction: Direction, allowed: FitAllowed, closer: Gaps): Way[] {
  const { chart, structure } = input;
  const now = chosen(choices, chart.arrangement, 'direction') as Direction;
  const orders = [{ chart, structure, changes: [] as Change[] }];
  if (allowed.order && structure.order.length <= MOST_ORDERED) {
    const { chart: sorted, changes } = bySize(chart, structure.order);
    if (changes.length > 0)
      orders.push({
        chart: sorted,
        structure: { ...structure, order: sortedAs(structure.order, sorted) },
        changes,
      });
  }
  return orders.map((order) => {
    const own = allowed.branches ? byItself(order.chart) : order.chart;
    const arrangement = { ...own.arrangement, ...closer };
    return {
      plan: planOf({ ...input, chart: { ...own, arrangement }, structure: order.structure }, direction),
      changes: [
        ...order.changes,
        ...(direction === now ? [] : set({ direction })),
        ...(Object.keys(closer).length > 0 ? set(closer) : []),
      ],
    };
  });
}

export function fit(input: Input, allowed: FitAllowed, most: number, tell: (done: number) => void): KindFit {
  const now = chosen(choices, input.chart.arrangement, 'direction') as Direction;
  const rows = now === 'down' || now === 'up';
  const directions: Direction[] = allowed.direction ? [now, rows ? 'right' : 'down'] : [now];
  const each = directions.map((direction, i) =>
    fitTo(input, direction, allowed, most, (done) => tell((i + done) / directions.length)),
  );
  const found = each.map(({ best }) => best);
  return {
    // Another direction has to gain something.
    best: found.reduce((so, next) => (next.scale > so.scale * BETTER ? next : so)),
    found,
    itself: itself(input, allowed),
    plain: Math.max(...each.map(({ plain }) => plain)),
    bound: Math.max(...each.map(({ bound }) => bound)),
  };
}

type Fitted = Pick<KindFit, 'best' | 'plain' | 'bound'>;

/** What leaves a chart to itself, as far as that may change. */
function itself(input: Input, allowed: FitAllowed): Change[] {
  const { chart } = input;
  const gaps = allowed.gaps ? Object.keys(CLOSER[0]!).filter((key) => chart.arrangement[key] !== undefined) : [];
  const cleared = [...gaps, ...(allowed.branches && chart.arrangement['leaves'] !== undefined ? ['leaves'] : [])];
  return [
    ...(cleared.length > 0
      ? [{ type: 'set-arrangement' as const, arrangement: Object.fromEntries(cleared.map((key) => [key, null])) }]
      : []),
    ...(allowed.branches ? leavesOf(chart, planOf(input), undefined) : []),
  ];
}

/** The best in one direction. */
function fitTo(
  input: Input,
  direction: Direction,
  allowed: FitAllowed,
  most: number,
  tell: (done: number) => void,
): Fitted {
  const wide = [...(allowed.gaps ? CLOSER.map((gaps) => closedUp(input.chart, gaps)) : []), {}];
  const levels = wide.filter((gaps, i) => i === wide.length - 1 || Object.keys(gaps).length > 0);
  let best: FitFound | undefined;
  let plain = 0;
  let bound = 0;
  for (const [i, gaps] of levels.entries()) {
    const level = fitWith(input, waysOf(input, direction, allowed, gaps), allowed, most, (done) =>
      tell((i + done) / levels.length),
    );
    plain = Math.max(plain, level.plain);
    bound = Math.max(bound, level.bound);
    // Wider gaps are taken where they cost nothing; closer ones only gain, so that others need not be tried.
    if (!best || level.best.scale * BETTER > best.scale) best = level.best;
    if (level.best.scale < most) break;
  }
  return { best: best!, plain, bound };
}

/** The best with one set of gaps. */
function fitWith(
  input: Input,
  ways: readonly Way[],
  allowed: FitAllowed,
  most: number,
  tell: (done: number) => void,
): Fitted {
  const { chart, room } = input;
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const several = choose('tops');
  // Trees that stand apart may stand in rows.
  const shelved = several === 'rows' || (several === 'apart' && allowed.direction);
  let best: FitFound | undefined;
  let plain = 0;
  for (const { plan, changes } of ways) {
    // What it does by itself is the plainest: nothing is set on any branch.
    const { tree: laid } = placed(plan, room, several === 'rows');
    const scale = scaleIn(room, sizeOf(plan, laid), most);
    if (!best || scale > best.scale * BETTER)
      best = {
        scale,
        changes: [
          ...changes,
          ...(allowed.branches && choose('leaves') !== 'auto' ? set({ leaves: 'auto' }) : []),
          ...(allowed.branches ? leavesOf(chart, plan, undefined) : []),
        ],
      };
    const spread = tree({ ...plan.base, settings: plan.ids.map(() => SPREAD) });
    plain = Math.max(plain, scaleIn(room, sizeOf(plan, spread), most));
  }
  const plans = ways.map(({ plan }) => plan);
  const bound = boundOf(input, plans, most);
  if (!allowed.branches || best!.scale >= most) return { best: best!, plain, bound };
  const found = bestFit(
    plans.map(({ base, columns, join }) => ({
      base,
      room: columns
        ? { along: room.height, depth: room.width - join, most }
        : { along: room.width, depth: room.height - join, most },
      shelves: shelved ? shelfCounts(base.tops.length, ROWS_TRIED) : [base.shelves],
    })),
    tell,
    allowed.quick ? 0 : undefined,
  );
  if (found.scale <= best!.scale * BETTER) return { best: best!, plain, bound };
  const { plan, changes } = ways[found.variant]!;
  return {
    best: {
      scale: found.scale,
      changes: [
        ...changes,
        ...leavesOf(chart, plan, found.settings),
        ...(found.loose && !plan.base.loose ? set({ bands: 'loose' }) : []),
        ...(found.shelves > 1 && several === 'apart' ? set({ tops: 'rows' }) : []),
      ],
    },
    plain,
    bound,
  };
}

/** Items in the order of the list, those under the same one as a chart sorts them. */
function sortedAs(ids: readonly string[], chart: Chart): string[] {
  const drawn = new Set(ids);
  return walk(treeOf(chart.items)).flatMap(({ id }) => (drawn.has(id) ? [id] : []));
}

/**
 * Scale that no arrangement can pass: by area, and as what stands under a box stands after it, by the depth that a chain of
 * superiors needs for its boxes and gaps.
 */
function boundOf({ structure, sizes, room }: Input, plans: readonly Plan[], most: number): number {
  const gap = Math.min(...plans.map(({ base }) => Math.min(base.gaps.stack, base.gaps.siblings)));
  const byArea = boundByArea(
    structure.order.map((id) => sizes.get(id)!),
    room,
    gap,
  );
  const byChain = Math.max(
    0,
    ...plans.map(({ base, columns, ids }) => {
      const reach = new Float64Array(ids.length);
      let longest = 0;
      for (const box of withAllUnder(base.children, base.tops)) {
        reach[box]! += base.across[box]!;
        longest = Math.max(longest, reach[box]!);
        for (const child of base.children[box]!) reach[child] = reach[box]! + base.gaps.stack;
      }
      return (columns ? room.width : room.height) / Math.max(1, longest);
    }),
  );
  return Math.min(most, byArea, byChain);
}
