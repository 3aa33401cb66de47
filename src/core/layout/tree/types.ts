/**
 * Trees of boxes in aligned tiers. Two coordinates that know no direction: `along` a tier and `depth` across the tiers;
 * the caller maps them to x and y. Lengths are points.
 */
import type { Point } from '../point';

/**
 * How the children of a box are set: side by side; one under another beside a spine, after it or before it; in two
 * columns round a spine; in a block of rows.
 */
export const FORMS = ['spread', 'stack', 'stack-before', 'pairs', 'grid'] as const;
export type Form = (typeof FORMS)[number];

export interface Setting {
  readonly form: Form;
  /** All children, with everything under them, or only runs of neighbours that have nothing under them. */
  readonly deep: boolean;
  /** Shorter runs stand side by side. */
  readonly least: number;
  /** Of a grid; as suits its shape where absent. */
  readonly columns?: number | undefined;
}

export interface TreeGaps {
  /** Between children of one parent. */
  readonly siblings: number;
  /** Between neighbours on a tier that have different parents. */
  readonly cousins: number;
  /** Between trees that have no parent in common. */
  readonly trees: number;
  /** After each tier, from tier 0; the last one counts for all that follow. */
  readonly tiers: readonly number[];
  /** Between boxes of a stack. */
  readonly stack: number;
  /** From a spine to its boxes. */
  readonly indent: number;
}

/** A branch round which something is drawn, by its top box, with the room that takes round its boxes. */
export interface EnclosedBranch {
  readonly box: number;
  readonly before: number;
  readonly after: number;
  /** Before its top and after its last boxes, across the tiers. */
  readonly near: number;
  readonly far: number;
  /** Branches within others have lower ones. */
  readonly level: number;
}

export interface TreeInput {
  /** Children of each box, in order; boxes are numbered from 0. */
  readonly children: readonly (readonly number[])[];
  readonly tops: readonly number[];
  /** Extent of each box along its tier and across, in points. */
  readonly along: readonly number[];
  readonly across: readonly number[];
  /** Tier of each box from 0, deeper than its parent's. */
  readonly tier: readonly number[];
  /** How the children of each box are set. */
  readonly settings: readonly Setting[];
  /** Boxes that stand beside the line of the box above rather than under it. */
  readonly aides: ReadonlySet<number>;
  readonly gaps: TreeGaps;
  /** Blocks may hang past the tier they begin in, beside deeper tiers. */
  readonly loose: boolean;
  /** Branches that keep a rectangle to themselves. */
  readonly enclosed?: readonly EnclosedBranch[];
  /** How many rows of trees there are, one after another across the tiers. */
  readonly shelves: number;
}

/** The line from a box to one of its children: it leaves the far side at `exit` and goes by `via`. */
export interface Drop {
  readonly from: number;
  readonly to: number;
  /** Where along the far side of `from`. */
  readonly exit: number;
  readonly via: readonly Point[];
  /** The side of `to` it comes to: the near one, or the one that faces before or after along the tier. */
  readonly enter: 'near' | 'before' | 'after';
  /** It goes straight from tier to tier, with nothing between: it may also be drawn straight or curved. */
  readonly free: boolean;
}

export interface Tree {
  /** Near corner of each box. */
  readonly along: Float64Array;
  readonly depth: Float64Array;
  readonly drops: readonly Drop[];
  /** Near and far edge of each tier's band, tier 0 first. */
  readonly bands: readonly { readonly start: number; readonly end: number }[];
  readonly extent: { readonly along: number; readonly depth: number };
  /** Boxes that stand in a block rather than in line with their tier. */
  readonly hung: Uint8Array;
}

/** Room a spine keeps from the corner of the box it leaves, so that it does not run past a round corner. */
export const CORNER = 10;
/** Room for a line that runs along above a row of a block. */
export const ROW_LINE = 16;
