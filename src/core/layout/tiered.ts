/**
 * A forest of boxes in aligned tiers. Works in two coordinates that know no direction: `along` the level and `depth`
 * across the tiers; the caller maps them to x and y. Every box of a tier lies inside the tier's band, and bands do
 * not overlap.
 */
import { type TidyGaps, tidy } from './tidy';

export interface TieredInput {
  /** Children of each box, in order; boxes are numbered from 0. */
  readonly children: readonly (readonly number[])[];
  readonly tops: readonly number[];
  /** Extent of each box along its level and across, in points. */
  readonly along: readonly number[];
  readonly across: readonly number[];
  /** How the leaf children of each box are set; `auto` stacks where there are more than four. */
  readonly leaves: readonly Leaves[];
  readonly gaps: TieredGaps;
}
export type Leaves = 'auto' | 'spread' | 'stack';

export interface TieredGaps extends TidyGaps {
  /** Between one tier's band and the next. */
  readonly tiers: number;
  /** Between boxes of a stack. */
  readonly stack: number;
  /** From a stack's spine to its boxes. */
  readonly indent: number;
}

/** A line to draw from a box to one of its children. */
export interface Drop {
  readonly from: number;
  readonly to: number;
  /** Depth at which the shared part of an elbow runs. */
  readonly bus: number;
  /** For a stacked child: where along the level its spine stands. */
  readonly spine?: number;
  /** The stack is all that hangs from the box: its spine leaves the box straight down. */
  readonly direct?: boolean;
}

export interface Tiered {
  /** Near corner of each box. */
  readonly along: Float64Array;
  readonly depth: Float64Array;
  readonly drops: readonly Drop[];
  /** Near and far edge of each tier's band, tier 1 first. */
  readonly bands: readonly { readonly start: number; readonly end: number }[];
  readonly extent: { readonly along: number; readonly depth: number };
}

/** More leaf children than this are stacked where nothing else is asked for. */
const SPREAD_AT_MOST = 4;
/** Room a spine keeps from the corner of the box it leaves, so that it does not run past a round corner. */
const CORNER = 10;

/** A place on a level: one box, or a stack of leaf children of one parent. */
interface Block {
  readonly boxes: readonly number[];
  readonly stacked: boolean;
}

/** Children of a box as blocks in list order: runs of neighbouring leaves become stacks where wanted. */
function blocksOf(input: TieredInput, parent: number): Block[] {
  const blocks: Block[] = [];
  const least = { auto: SPREAD_AT_MOST + 1, stack: 2, spread: Number.POSITIVE_INFINITY }[input.leaves[parent]!];
  let run: number[] = [];
  const close = () => {
    if (run.length >= least) blocks.push({ boxes: run, stacked: true });
    else for (const box of run) blocks.push({ boxes: [box], stacked: false });
    run = [];
  };
  for (const child of input.children[parent]!) {
    if (input.children[child]!.length === 0) run.push(child);
    else {
      close();
      blocks.push({ boxes: [child], stacked: false });
    }
  }
  close();
  return blocks;
}

export function tiered(input: TieredInput): Tiered {
  const { gaps } = input;
  const blocks: Block[] = [];
  const blockChildren: number[][] = [];
  const tiers: number[] = [];
  const add = (block: Block, tier: number) => {
    blocks.push(block);
    blockChildren.push([]);
    tiers.push(tier);
    return blocks.length - 1;
  };
  const tops = input.tops.map((box) => add({ boxes: [box], stacked: false }, 0));
  // Breadth first, so that a block's children come after it; grows while it is walked.
  for (let at = 0; at < blocks.length; at++) {
    const block = blocks[at]!;
    if (block.stacked) continue;
    for (const child of blocksOf(input, block.boxes[0]!)) blockChildren[at]!.push(add(child, tiers[at]! + 1));
  }

  const widest = (block: Block) => block.boxes.reduce((most, box) => Math.max(most, input.along[box]!), 0);
  const left = blocks.map((block) => (widest(block) + (block.stacked ? gaps.indent : 0)) / 2);
  const right = [...left];
  const directly = new Set<number>();
  for (const [at, below] of blockChildren.entries()) {
    const child = below[0];
    if (below.length !== 1 || child === undefined || !blocks[child]!.stacked) continue;
    // A stack that is all its parent has hangs from the near part of the parent, so that its spine is one straight line.
    const width = left[child]! + right[child]!;
    left[child] = Math.min(left[child]!, input.along[blocks[at]!.boxes[0]!]! / 2 - CORNER);
    right[child] = width - left[child]!;
    directly.add(child);
  }
  const heights = blocks.map(
    (block) => block.boxes.reduce((sum, box) => sum + input.across[box]!, 0) + (block.boxes.length - 1) * gaps.stack,
  );
  const centres = tidy({ children: blockChildren, tops, left, right }, gaps);

  const tierHeights: number[] = [];
  for (const [at, tier] of tiers.entries()) tierHeights[tier] = Math.max(tierHeights[tier] ?? 0, heights[at]!);
  const bands: { start: number; end: number }[] = [];
  let depth = 0;
  for (const height of tierHeights) {
    bands.push({ start: depth, end: depth + height });
    depth += height + gaps.tiers;
  }

  const count = input.children.length;
  const placed: { along: Float64Array; depth: Float64Array } = {
    along: new Float64Array(count),
    depth: new Float64Array(count),
  };
  const drops: Drop[] = [];
  for (const [at, block] of blocks.entries()) {
    const near = centres[at]! - left[at]!;
    let down = bands[tiers[at]!]!.start;
    for (const box of block.boxes) {
      placed.along[box] = block.stacked ? near + gaps.indent : near;
      placed.depth[box] = down;
      down += input.across[box]! + gaps.stack;
    }
    for (const child of blockChildren[at]!) {
      const below = blocks[child]!;
      const bus = bands[tiers[at]!]!.end + gaps.tiers / 2;
      const spine = below.stacked ? { spine: centres[child]! - left[child]!, direct: directly.has(child) } : {};
      for (const to of below.boxes) drops.push({ from: block.boxes[0]!, to, bus, ...spine });
    }
  }
  const along = blocks.reduce((most, _, at) => Math.max(most, centres[at]! + right[at]!), 0);
  return { ...placed, drops, bands, extent: { along, depth: bands.at(-1)?.end ?? 0 } };
}
