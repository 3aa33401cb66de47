/** How deep rows are and where tiers lie, from the blocks that hang in them. */
import { withAllUnder } from './below';
import type { Block } from './hung';
import type { Tree, TreeInput } from './types';
import type { Hanging } from './units';

/** What a block that hangs past its row keeps free before the line that runs along above the next row. */
const CLEAR = 6;

/** Tiers of which every box stands in a block have no row: their band is where these boxes are. */
export function withHungTiers(
  { children, tier, across }: TreeInput,
  tops: readonly number[],
  { depth }: Pick<Tree, 'depth'>,
  open: readonly number[],
  rows: Tree['bands'],
): Tree['bands'] {
  const lined = new Set(open.map((box) => tier[box]!));
  const bands: { start: number; end: number }[] = [];
  for (const box of withAllUnder(children, tops)) {
    const t = tier[box]!;
    if (lined.has(t)) continue;
    bands[t] ??= { start: depth[box]!, end: 0 };
    const so = bands[t];
    so.start = Math.min(so.start, depth[box]!);
    so.end = Math.max(so.end, depth[box]! + across[box]!);
  }
  const count = Math.max(bands.length, ...[...lined].map((t) => t + 1), 0);
  return Array.from({ length: count }, (_, t) => bands[t] ?? rows[t] ?? { start: 0, end: 0 });
}

/**
 * How deep rows must be for the blocks: where blocks keep to their tiers, the last row of as many tiers as a block has is
 * stretched until it fits; where they may hang past, only the last row of all. Tells for each block the last row it
 * stands in.
 */
export function fitRows(
  input: TreeInput,
  hanging: readonly Hanging[],
  heights: number[],
  gapBefore: readonly number[],
  tierOfRow: readonly number[],
  reaches: (hang: Hanging, lastRow: number) => void,
): void {
  const last = heights.length - 1;
  const room = (from: number, to: number) => {
    let sum = heights[from]!;
    for (let r = from + 1; r <= to; r++) sum += gapBefore[r]! + heights[r]!;
    return sum;
  };
  const lastRowOf = (hang: Hanging): number => {
    if (input.loose) {
      let row = hang.firstRow;
      while (row < last && room(hang.firstRow, row) + gapBefore[row + 1]! / 2 - CLEAR < hang.size.depth) row++;
      return row;
    }
    const deepest = tierOfRow[hang.firstRow]! + depthOf(input, hang.block) - 1;
    let row = hang.firstRow;
    while (row < last && tierOfRow[row + 1]! <= deepest) row++;
    return row;
  };
  const rows = hanging.map((hang) => ({ hang, to: lastRowOf(hang) }));
  for (const { hang, to } of [...rows].sort((a, b) => a.to - b.to)) {
    const missing = hang.size.depth - room(hang.firstRow, to);
    if (missing > 0 && (!input.loose || to === last)) heights[to]! += missing;
    reaches(hang, to);
  }
}

/** How many generations a block holds. */
function depthOf({ children }: TreeInput, block: Block): number {
  let level: number[] = [...block.members];
  let depth = 0;
  while (level.length > 0) {
    depth++;
    level = level.flatMap((box) => children[box]!);
  }
  return depth;
}
