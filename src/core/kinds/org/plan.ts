/** An org chart as a tree to place, in whichever direction it runs. */
import { treeOf } from '../../chart';
import { type EnclosedBranch, type Setting, type Tree, type TreeInput, tree } from '../../layout';
import { type ArrangeInput, plateWidth, type SettledTree, type Size, type Structure } from '../arrangement';
import { chosen } from '../choices';
import { choices } from './choices';
import { STACK_GAP } from './gaps';
import { chosenSettings, type Habit, habits, settingOf } from './settings';
import { isAide } from './structure';

/** From a spine to its boxes: less where boxes stand close. */
const INDENT = { most: 14, least: 8, perGap: 1.4 };
/** Room under a post for the plate that says how many stand under it and are not drawn, or what goes on elsewhere. */
const PLATE = { width: 30, wide: 64, height: 16 };
export const PLATE_GAP = 2;
/** Extent of the plate of a post across the tiers with the gap to it; 0 where it has none. */
export function plateOf({ folded, continues }: Structure, id: string, columns: boolean): number {
  const going = continues?.get(id);
  if (going === undefined && !folded?.has(id)) return 0;
  if (!columns) return PLATE_GAP + PLATE.height;
  return PLATE_GAP + (going === undefined ? PLATE.width : Math.max(PLATE.wide, plateWidth(going)));
}
/** Of larger charts only ways that differ much are tried, and of the largest none: it would take too long. */
const MOST_TRIED = { all: 1_500, some: 12_000 };
/** A picture that fills this much of its room the other way too is good enough for so large a chart. */
const FILLED = 0.4;
/** How much larger a less plain way must print. */
const BETTER = 1.06;

export type Direction = 'down' | 'right' | 'up' | 'left';
export interface Plan {
  readonly ids: readonly string[];
  readonly direction: Direction;
  readonly columns: boolean;
  readonly base: Omit<TreeInput, 'settings'>;
  /** Height of the line that joins several tops, before the first tier. */
  readonly join: number;
  /** What was chosen for each post; undefined: left to itself. */
  readonly chosen: readonly (Setting | undefined)[];
}

/** @param direction instead of the chart's own */
export function planOf(input: ArrangeInput, direction?: Direction): Plan {
  const { chart, structure, sizes } = input;
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const way = direction ?? (choose('direction') as Direction);
  const columns = way === 'right' || way === 'left';
  const ids = structure.order;
  const numberOf = new Map(ids.map((id, i) => [id, i]));
  const items = treeOf(chart.items);
  const hides = (id: string) => structure.folded?.has(id) === true;
  const tierGap = Number(choose('tierGap'));
  const siblings = Number(choose('siblingGap'));
  const tops = items.tops.map((id) => numberOf.get(id)!);
  const several = choose('tops');
  const whole = settingOf(String(choose('leaves')));
  return {
    ids,
    direction: way,
    columns,
    join: several === 'joined' && tops.length > 1 ? tierGap / 2 : 0,
    chosen: chosenSettings(chart.items, chart.tiers, structure, whole, columns),
    base: {
      children: ids.map((id) => (hides(id) ? [] : items.childrenOf(id).map((child) => numberOf.get(child)!))),
      tops,
      along: ids.map((id) => (columns ? sizes.get(id)!.height : sizes.get(id)!.width)),
      across: ids.map(
        (id) => (columns ? sizes.get(id)!.width : sizes.get(id)!.height) + plateOf(structure, id, columns),
      ),
      tier: ids.map((id) => structure.tierOf.get(id)! - 1),
      aides: new Set(ids.flatMap((id, i) => (isAide(chart.items[id]!) ? [i] : []))),
      gaps: {
        siblings,
        cousins: siblings * 1.5,
        trees: Number(choose('treeGap')),
        tiers: Array.from(
          { length: Math.max(1, structure.tiers) },
          (_, i) => chart.tiers[String(i + 1)]?.gap ?? tierGap,
        ),
        stack: Math.min(STACK_GAP, siblings),
        indent: Math.max(INDENT.least, Math.min(INDENT.most, INDENT.perGap * siblings)),
      },
      loose: choose('bands') === 'loose',
      enclosed: roomsOf(input.enclosed, numberOf, way),
      shelves: several === 'stacked' ? tops.length : 1,
    },
  };
}

/** The rectangles that enclosed branches keep to themselves, by the way the tree runs. */
function roomsOf(
  enclosed: ArrangeInput['enclosed'],
  numberOf: ReadonlyMap<string, number>,
  way: Direction,
): EnclosedBranch[] {
  return enclosed.flatMap(({ enclosure: { around }, level, pad, head }) => {
    const box = 'branch' in around ? numberOf.get(around.branch) : undefined;
    if (box === undefined) return [];
    const upright = way === 'down' || way === 'up';
    // A name stands at the top of the page, whichever side of the tree that is.
    return [
      {
        box,
        level,
        before: pad + (upright ? 0 : head),
        after: pad,
        near: pad + (way === 'down' ? head : 0),
        far: pad + (way === 'up' ? head : 0),
      },
    ];
  });
}

/** Width and height of a placed tree. */
export const sizeOf = ({ columns, join }: Plan, { extent }: Pick<Tree, 'extent'>): Size =>
  columns ? { width: extent.depth + join, height: extent.along } : { width: extent.along, height: extent.depth + join };

/** How large a picture prints in a room, at the most in its own size. */
export const scaleIn = (room: Size | undefined, { width, height }: Size, most = 1): number =>
  room ? Math.min(most, room.width / Math.max(1, width), room.height / Math.max(1, height)) : 1;

/** Settings of a plan where what is left to itself follows a habit. */
export const settingsBy = ({ chosen: own, base }: Plan, habit: Habit): Setting[] =>
  own.map((setting, i) => setting ?? habit(base.tier[i]! + 1));

interface Placed {
  readonly tree: Tree;
  readonly settings: readonly Setting[];
  readonly scale: number;
}

function placedBy(plan: Plan, habit: Habit, room: Size | undefined, shelves: number): Placed {
  const settings = settingsBy(plan, habit);
  const laid = tree({ ...plan.base, settings, shelves });
  return { tree: laid, settings, scale: scaleIn(room, sizeOf(plan, laid)) };
}

/**
 * Places a plan; what is left to itself is set so that it prints largest, if that gains enough over the plainest way.
 * @param settled what was found for it before
 */
export function placed(plan: Plan, room: Size | undefined, rows: boolean, settled?: SettledTree): Placed {
  if (settled) {
    // What was set since stands before what was found.
    const settings = settled.settings.map((own, i) => plan.chosen[i] ?? own);
    const laid = tree({ ...plan.base, ...settled, settings });
    return { tree: laid, settings, scale: scaleIn(room, sizeOf(plan, laid)) };
  }
  const count = plan.ids.length;
  const tried = count <= MOST_TRIED.all && room !== undefined;
  const free = room !== undefined && count <= MOST_TRIED.some && plan.chosen.some((setting) => setting === undefined);
  const tiers = plan.base.tier.reduce((most, tier) => Math.max(most, tier + 1), 0);
  const shelves =
    rows && tried ? shelfCounts(plan.base.tops.length) : [rows ? plan.base.tops.length : plan.base.shelves];
  if (free && !tried) return climbed(plan, habits(plan.columns, tiers, true), room, shelves[0]!);
  const ways = free ? habits(plan.columns, tiers) : habits(plan.columns, tiers).slice(0, 1);
  let best: Placed | undefined;
  for (const count of shelves)
    for (const habit of ways) {
      const next = placedBy(plan, habit, room, count);
      // Another number of rows need not gain as much as another way to set the branches.
      if (!best || next.scale > best.scale * (habit === ways[0] ? 1.01 : BETTER)) best = next;
      if (best.scale >= 1) return best;
    }
  return best!;
}

/**
 * The best of ways that make the picture shorter along its tiers and deeper, one after another: where it is too long for
 * the room the next is tried, else the one before, so that few are placed.
 */
function climbed(plan: Plan, ways: readonly Habit[], room: Size, shelves: number): Placed {
  const found: Placed[] = [];
  let best: Placed | undefined;
  for (let i = Math.min(2, ways.length - 1); ways[i] && !found[i]; ) {
    const next = placedBy(plan, ways[i]!, room, shelves);
    found[i] = next;
    if (!best || next.scale > best.scale) best = next;
    const { width, height } = sizeOf(plan, next.tree);
    const [across, down] = [width / room.width, height / room.height];
    if (Math.min(across, down) > FILLED * Math.max(across, down)) break;
    i += plan.columns === down > across ? 1 : -1;
  }
  return best!;
}

/** How many rows of trees are tried: some numbers, and a row for each. */
export const shelfCounts = (tops: number, some: readonly number[] = [1, 2, 3, 4, 5, 6, 8]): number[] =>
  [...new Set([...some, tops])].filter((count) => count >= 1 && count <= Math.max(1, tops));
