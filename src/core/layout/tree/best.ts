/**
 * Settings with which a tree takes a room at the largest scale. What a block can be is a curve: the least depth for every
 * extent along (`curves.ts`). For one depth that may be used, the narrowest mixture of rows and blocks
 * follows from the curves; a search over that depth, each step placed in earnest, finds the largest scale.
 */
import { type Base, Curves, columnsOf, deep, narrowest, type Shape, thinned } from './curves';
import { tree } from './tree';
import { CORNER, type Setting } from './types';

/** Depths tried, first over the whole range, then round the best. */
const DEPTHS = [8, 5, 4];
/** A setting must print this much larger before it is taken instead of one that was found before it. */
const BETTER = 1.002;

export interface Room {
  readonly along: number;
  readonly depth: number;
  /** Largest scale that is wanted. */
  readonly most: number;
}

export interface Best {
  readonly settings: readonly Setting[];
  readonly scale: number;
  readonly loose: boolean;
  readonly shelves: number;
  readonly variant: number;
}

const scaleOf = (room: Room, { along, depth }: Omit<Room, 'most'>) =>
  Math.min(room.most, room.along / Math.max(1, along), room.depth / Math.max(1, depth));

/**
 * The narrowest mixture that keeps to a depth: which boxes spread what stands under them over the tiers, and which have
 * it in a block.
 */
function within(base: Base, curves: Curves, depth: number): Setting[] {
  const { children, along, across, tier, gaps, aides } = base;
  const heights: number[] = [];
  for (const [box, t] of tier.entries()) heights[t] = Math.max(heights[t] ?? 0, across[box]!);
  const starts: number[] = [0];
  for (let t = 0; t < heights.length; t++)
    starts[t + 1] = starts[t]! + (heights[t] ?? 0) + gaps.tiers[Math.min(t, gaps.tiers.length - 1)]!;
  const needs = new Float64Array(children.length);
  const block: (Shape | undefined)[] = [];
  for (let i = curves.order.length - 1; i >= 0; i--) {
    const box = curves.order[i]!;
    const under = children[box]!.filter((child) => !aides.has(child));
    const over = starts[tier[box]!]! + across[box]! - depth;
    if (under.length === 0) {
      needs[box] = over > 0 ? Number.POSITIVE_INFINITY : along[box]!;
      continue;
    }
    let spread = -gaps.siblings;
    for (const child of under) spread += needs[child]! + gaps.siblings;
    spread = Math.max(along[box]!, spread);
    const shape = narrowest(curves.blocks[box]!, depth - starts[tier[box]! + 1]!);
    const left = shape && Math.min(shape.along / 2, Math.max(0, along[box]! / 2 - CORNER));
    const hung =
      shape && left !== undefined
        ? Math.max(along[box]! / 2, left) + Math.max(along[box]! / 2, shape.along - left)
        : Number.POSITIVE_INFINITY;
    // Rows are easier to read than blocks: a block has to be narrower.
    if (spread <= hung) needs[box] = spread;
    else {
      needs[box] = hung;
      block[box] = shape ?? curves.blocks[box]!.at(-1);
    }
  }
  const settings: Setting[] = children.map(() => deep('spread'));
  const open = [...base.tops];
  for (const box of open) {
    const shape = block[box];
    if (shape) curves.settle(box, shape, settings);
    else for (const child of children[box]!) open.push(child);
  }
  return settings;
}

/** Settings a box may have instead of its own. */
function others(base: Base, box: number): Setting[] {
  const count = base.children[box]!.length;
  const forms: Setting[] = [deep('spread'), deep('stack'), ...(count > 1 ? [deep('pairs')] : [])];
  return [...forms, ...thinned(columnsOf(count), 4).map((columns) => deep('grid', columns))];
}

const sameSetting = (a: Setting, b: Setting) => a.form === b.form && a.columns === b.columns;
/** Boxes placed in all while what was found is improved branch by branch. */
const EFFORT = 36_000;
/** Mixtures that are improved: fewer of a large tree, as each takes longer. */
const startsOf = (boxes: number) => Math.max(3, Math.min(12, Math.round(600 / boxes)));
/** A later variant must print this much larger than an earlier one. */
const BETTER_VARIANT = 1.01;

/** One way to see the tree and the room, such as a direction. */
export interface Variant {
  readonly base: Base;
  readonly room: Room;
  /** In how many rows several trees may stand. */
  readonly shelves: readonly number[];
}

interface Tried extends Best {
  readonly slack: number;
}

class Trial {
  private readonly seen = new Map<string, Tried>();
  readonly curves: Curves;

  constructor(
    readonly variant: Variant,
    private readonly number: number,
  ) {
    this.curves = new Curves(variant.base);
  }

  of(settings: readonly Setting[], shelves: number, loose: boolean): Tried {
    const forms = settings.map(({ form, columns }) => `${form[0]}${form.length}${columns ?? ''}`);
    const key = `${shelves} ${loose} ${forms.join('')}`;
    const known = this.seen.get(key);
    if (known) return known;
    const { base, room } = this.variant;
    const { extent } = tree({ ...base, settings, shelves, loose });
    const scale = scaleOf(room, extent);
    // Of two that print alike, the one that leaves more room the other way can still be improved.
    const slack = Math.sqrt((room.along * room.depth) / Math.max(1, extent.along * extent.depth));
    const so = { settings, scale, slack, loose, shelves, variant: this.number };
    this.seen.set(key, so);
    return so;
  }

  /** Mixtures for depths over the whole range, then round the best. */
  search(tell: (done: number) => void): Tried[] {
    const { base, shelves, room } = this.variant;
    const { cells } = this.curves;
    const modes = base.loose ? [true] : [false, true];
    for (const [n, count] of shelves.entries()) {
      const least = Math.min(...base.tops.map((top) => cells[top]!.at(-1)!.depth));
      const most = Math.max(...base.tops.map((top) => cells[top]![0]!.depth)) * 1.2;
      let [low, high] = [Math.log(Math.max(1, least)), Math.log(Math.max(2, most))];
      for (const [round, depths] of DEPTHS.entries()) {
        let at = low;
        let top = -1;
        for (let i = 0; i < depths; i++) {
          const depth = low + ((high - low) * i) / (depths - 1);
          const settings = within(base, this.curves, Math.exp(depth));
          const scale = Math.max(...modes.map((loose) => this.of(settings, count, loose).scale));
          if (scale > top * BETTER) [at, top] = [depth, scale];
          tell((n + (round + i / depths) / DEPTHS.length) / shelves.length);
        }
        if (top >= room.most) break;
        const step = (high - low) / (depths - 1);
        [low, high] = [at - step, at + step];
      }
    }
    return [...this.seen.values()];
  }

  /** Other settings, branch by branch, while that gains and effort is left. */
  improved(start: Tried, effort: number, tell: (done: number) => void): Tried {
    const { base, room } = this.variant;
    const free = this.curves.order.filter((box) => base.children[box]!.length > 0);
    const worth = ({ scale, slack }: Tried) => scale + 0.05 * slack;
    let own = start;
    let spent = 0;
    for (let gained = true; gained && spent < effort && own.scale < room.most; ) {
      gained = false;
      for (const box of free) {
        for (const setting of others(base, box)) {
          if (spent >= effort || sameSetting(setting, own.settings[box]!)) continue;
          spent += base.children.length;
          const next = this.of(own.settings.with(box, setting), own.shelves, own.loose);
          if (worth(next) <= worth(own) * BETTER) continue;
          own = next;
          gained = true;
        }
        tell(Math.min(1, spent / effort));
      }
    }
    return own;
  }
}

/**
 * @param variants the preferred first
 * @param tell how far it has come, from 0 to 1
 * @param effort boxes that may be placed to improve what was found
 */
export function bestFit(variants: readonly Variant[], tell: (done: number) => void = () => {}, effort = EFFORT): Best {
  const trials: Trial[] = [];
  let all: Tried[] = [];
  for (const [i, variant] of variants.entries()) {
    const trial = new Trial(variant, i);
    trials.push(trial);
    const own = trial.search((done) => tell((0.7 * (i + done)) / variants.length));
    const full = own.find(({ scale }) => scale >= variant.room.most);
    if (full) return full;
    all = [...all, ...own].sort((a, b) => b.scale - a.scale).slice(0, startsOf(variant.base.children.length));
  }
  let best = all.reduce((so, next) =>
    next.variant < so.variant && next.scale * BETTER_VARIANT > so.scale ? next : so,
  );
  for (const [s, start] of all.entries()) {
    const own = trials[start.variant]!.improved(start, effort / all.length, (done) =>
      tell(0.7 + (0.3 * (s + done)) / all.length),
    );
    if (own.scale > best.scale * (own.variant > best.variant ? BETTER_VARIANT : BETTER)) best = own;
  }
  return best;
}
