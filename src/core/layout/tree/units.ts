/** What hangs from each box: single boxes and blocks in order, and aides. */
import type { Block, Blocks } from './hung';
import type { BlockSize } from './shape';
import type { TreeInput } from './types';

export interface Hanging {
  readonly block: Block;
  readonly size: BlockSize;
  readonly parent: number;
  /** Its spine runs straight from the box above, as it is all that hangs there. */
  readonly direct: boolean;
  readonly firstRow: number;
  place: number;
}

export interface Beside {
  readonly parent: number;
  readonly place: number;
  readonly row: number;
  readonly seats: readonly {
    readonly block: Block;
    readonly size: BlockSize;
    readonly before: boolean;
    readonly down: number;
  }[];
}

/**
 * Boxes that stand in line with their tier, each after the one above it, and what hangs from each: single boxes and
 * blocks in order, and aides.
 */
export function openBoxes({ children, tier, settings, aides }: TreeInput, tops: readonly number[]) {
  const open = [...tops];
  const unitsOf = new Map<number, { units: (number | Block)[]; aides: number[] }>();
  for (let i = 0; i < open.length; i++) {
    const box = open[i]!;
    const { form, deep, least, columns } = settings[box]!;
    const units: (number | Block)[] = [];
    const own = children[box]!;
    const beside = own.filter((child) => aides.has(child));
    const under = beside.length > 0 ? own.filter((child) => !aides.has(child)) : own;
    let run: number[] = [];
    const close = () => {
      if (run.length >= Math.max(2, least)) units.push({ members: run, form, columns });
      else units.push(...run);
      run = [];
    };
    for (const child of under) {
      const fits = form !== 'spread' && (deep || (children[child]!.length === 0 && tier[child] === tier[box]! + 1));
      if (fits) run.push(child);
      else {
        close();
        units.push(child);
      }
    }
    close();
    unitsOf.set(box, { units, aides: beside });
    for (const unit of units) if (typeof unit === 'number') open.push(unit);
  }
  return { open, unitsOf };
}

/** Aides take turns: before the line, after it, and so on, a pair to a row. */
export function asideSeats(aides: readonly number[], blocks: Blocks, gap: number): Beside['seats'] {
  const sized = aides.map((box, i) => {
    const before = i % 2 === 0;
    const block: Block = { members: [box], form: before ? 'stack-before' : 'stack' };
    return { block, size: blocks.size(block), before };
  });
  let down = 0;
  return sized.map((seat, i) => {
    const own = { ...seat, down };
    if (i % 2 === 1) down += Math.max(sized[i - 1]!.size.depth, seat.size.depth) + gap;
    return own;
  });
}
