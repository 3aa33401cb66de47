/** Sizes of blocks and of what they are made of, from the sizes of their parts: what placing and fitting both count with. */
import { CORNER, type EnclosedBranch, type Form, ROW_LINE, type TreeGaps } from './types';

/** A block's own extents; `spine` is where its line enters, from its near edge along. */
export interface BlockSize {
  readonly along: number;
  readonly depth: number;
  readonly spine: number;
}

/** A box with the block under it: what a block is made of. */
export interface Cell {
  readonly along: number;
  readonly depth: number;
  /** From its near edge across the tiers to the box. */
  readonly top: number;
  /** Near edge of the box and of the block under it. */
  readonly box: number;
  readonly under: number;
  /** Middle of the box where it stands in a row. */
  readonly middle: number;
}

type Gaps = Pick<TreeGaps, 'siblings' | 'stack' | 'indent'>;

/** Whether the spine runs through the middle of what hangs from it. */
export const isCentred = (form: Form): boolean => form === 'pairs' || form === 'spread' || form === 'grid';

export const gapAbove = (form: Form, gaps: Gaps): number =>
  form === 'grid' || form === 'spread' ? ROW_LINE : gaps.stack;

export function cellOf(
  along: number,
  across: number,
  under: { readonly form: Form; readonly size: BlockSize } | undefined,
  gaps: Gaps,
): Cell {
  if (!under) return { along, depth: across, top: 0, box: 0, under: 0, middle: along / 2 };
  const { form, size } = under;
  const depth = across + gapAbove(form, gaps) + size.depth;
  if (isCentred(form)) {
    const before = Math.max(along / 2, size.spine);
    return {
      along: before + Math.max(along / 2, size.along - size.spine),
      depth,
      top: 0,
      box: before - along / 2,
      under: before - size.spine,
      middle: before,
    };
  }
  const corner = Math.min(CORNER, along / 2);
  const whole = Math.max(along, corner + size.along);
  return {
    along: whole,
    depth,
    top: 0,
    box: 0,
    under: corner,
    middle: form === 'stack-before' ? whole - along / 2 : along / 2,
  };
}

/** A cell with room round it for a shape; the same on both sides, as a block may be turned round. */
export function roomy(cell: Cell, { before, after, near, far }: Omit<EnclosedBranch, 'box' | 'level'>): Cell {
  const side = Math.max(before, after);
  return {
    along: cell.along + 2 * side,
    depth: cell.depth + near + far,
    top: cell.top + near,
    box: cell.box + side,
    under: cell.under + side,
    middle: cell.middle + side,
  };
}

/** @param columns of a grid; as suits its shape where absent */
export function blockOf(form: Form, cells: readonly Cell[], gaps: Gaps, columns?: number): BlockSize {
  switch (form) {
    case 'stack':
    case 'stack-before': {
      let depth = -gaps.stack;
      for (const cell of cells) depth += cell.depth + gaps.stack;
      return { along: gaps.indent + most(cells, 'along'), depth, spine: 0 };
    }
    case 'pairs': {
      let depth = -gaps.stack;
      let before = 0;
      let after = 0;
      for (let i = 0; i < cells.length; i += 2) {
        depth += Math.max(cells[i]!.depth, cells[i + 1]?.depth ?? 0) + gaps.stack;
        before = Math.max(before, cells[i]!.along);
        after = Math.max(after, cells[i + 1]?.along ?? 0);
      }
      const spine = before + gaps.indent;
      return { along: spine + (cells.length > 1 ? gaps.indent + after : 0), depth, spine };
    }
    case 'grid': {
      const stacks = gridOf(cells, gaps, columns);
      const along = stacks.reduce((all, stack) => all + gaps.indent + stack.along, (stacks.length - 1) * gaps.siblings);
      return { along, depth: most(stacks, 'depth'), spine: (along - gaps.indent - stacks.at(-1)!.along) / 2 };
    }
    case 'spread': {
      let along = -gaps.siblings;
      for (const cell of cells) along += cell.along + gaps.siblings;
      const last = cells.at(-1)!;
      return { along, depth: most(cells, 'depth'), spine: (cells[0]!.middle + along - last.along + last.middle) / 2 };
    }
  }
}

/** A column of a grid: how many cells from which on, and its extents without its spine. */
export interface GridStack {
  readonly first: number;
  readonly count: number;
  readonly along: number;
  readonly depth: number;
}

/**
 * A grid's columns: its cells in order, one column after another, none longer than needed.
 * @param asked the most columns; about as suits a shape of three to two where absent
 */
export function gridOf(cells: readonly Cell[], gaps: Gaps, asked?: number): GridStack[] {
  let sum = 0;
  let widest = 0;
  let longest = 0;
  for (const { along, depth } of cells) {
    sum += depth + gaps.stack;
    widest += along / cells.length;
    longest = Math.max(longest, depth);
  }
  const columns = Math.max(1, Math.min(cells.length, Math.round(asked ?? Math.sqrt((1.5 * sum) / (widest + 1)))));
  // The least length at which the columns suffice: between an even share and an even share with one cell more.
  let [low, high] = [Math.max(longest, sum / columns - gaps.stack), sum / columns + longest];
  for (let i = 0; i < 24 && high - low > 0.01; i++) {
    const middle = (low + high) / 2;
    if (stacksWithin(cells, gaps, middle).length <= columns) high = middle;
    else low = middle;
  }
  return stacksWithin(cells, gaps, high);
}

function stacksWithin(cells: readonly Cell[], gaps: Gaps, most: number): GridStack[] {
  const stacks: GridStack[] = [];
  let own = { first: 0, count: 0, along: 0, depth: 0 };
  for (const [i, { along, depth }] of cells.entries()) {
    const next = own.count === 0 ? depth : own.depth + gaps.stack + depth;
    if (own.count > 0 && next > most + 1e-6) {
      stacks.push(own);
      own = { first: i, count: 1, along, depth };
    } else own = { first: own.first, count: own.count + 1, along: Math.max(own.along, along), depth: next };
  }
  return [...stacks, own];
}

const most = (cells: readonly { readonly along: number; readonly depth: number }[], key: 'along' | 'depth') =>
  cells.reduce((so, cell) => Math.max(so, cell[key]), 0);
