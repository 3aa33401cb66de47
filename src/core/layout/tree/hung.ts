/**
 * Blocks: the children of a box with all that is under them, set compactly round a spine. Sizes are found from the leaves
 * up, places from the top down, both without recursion, so that depth is not limited by the stack.
 */
import type { Point } from '../point';
import { withAllUnder } from './below';
import { type BlockSize, blockOf, type Cell, cellOf, gapAbove, gridOf, isCentred, roomy } from './shape';
import { type Drop, type EnclosedBranch, type Form, ROW_LINE, type TreeInput } from './types';

export interface Block {
  /** What stands in it, in order, each with everything under it. */
  readonly members: readonly number[];
  readonly form: Form;
  /** Of a grid. */
  readonly columns?: number | undefined;
}

export class Blocks {
  private readonly sizes = new Map<number, BlockSize>();
  private readonly cells = new Map<number, Cell>();

  /** Of what is drawn round branches, by their top boxes, the innermost first. */
  private readonly rooms = new Map<number, EnclosedBranch[]>();

  constructor(private readonly input: TreeInput) {
    const inward = [...(input.enclosed ?? [])].sort((a, b) => a.level - b.level);
    for (const room of inward) this.rooms.set(room.box, [...(this.rooms.get(room.box) ?? []), room]);
  }

  /** What hangs under a box that itself stands in a block. */
  private blockUnder(box: number): Block | undefined {
    const members = this.input.children[box]!;
    if (members.length === 0) return undefined;
    const { form, columns } = this.input.settings[box]!;
    return { members: this.inOrder(members), form, columns };
  }

  /** Aides first, as they stand nearest to the box they help. */
  private inOrder(members: readonly number[]): readonly number[] {
    const { aides } = this.input;
    return members.some((box) => aides.has(box))
      ? [...members.filter((box) => aides.has(box)), ...members.filter((box) => !aides.has(box))]
      : members;
  }

  size(block: Block): BlockSize {
    for (const box of withAllUnder(this.input.children, block.members).reverse()) {
      const under = this.blockUnder(box);
      if (under) this.sizes.set(box, this.sizeOf(under));
      this.cells.set(box, this.cellOf(box, under));
    }
    return this.sizeOf(block);
  }

  private cellOf(box: number, under: Block | undefined): Cell {
    const { along, across, gaps } = this.input;
    const cell = cellOf(along[box]!, across[box]!, under && { form: under.form, size: this.sizes.get(box)! }, gaps);
    const rooms = this.rooms.get(box);
    return rooms ? rooms.reduce(roomy, cell) : cell;
  }

  private sizeOf({ members, form, columns }: Block): BlockSize {
    const cells = members.map((box) => this.cells.get(box)!);
    return blockOf(form, cells, this.input.gaps, columns);
  }

  /**
   * Places a block and all that is in it.
   * @param at near corner of the block
   * @param mirrored its spine is at its far end along, and boxes stand before it
   * @param lead how the line from `from` comes to the spine
   */
  place(
    block: Block,
    at: Point,
    mirrored: boolean,
    from: number,
    lead: { readonly exit: number; readonly via: readonly Point[] },
    put: (box: number, along: number, depth: number) => void,
    drop: (drop: Drop) => void,
  ): void {
    const { input } = this;
    const queue = [{ block, at, mirrored, from, lead }];
    for (let next = 0; next < queue.length; next++) {
      const { block: own, at: corner, mirrored: turned, from: parent, lead: way } = queue[next]!;
      const size = own === block ? this.sizeOf(own) : this.sizes.get(parent)!;
      const spine = corner[0] + spineOf(own, size, turned);
      for (const { box, cell, near, depth, back, via, enter } of this.seats(own, size, corner, turned, spine)) {
        const under = this.blockUnder(box);
        // Centred blocks are not turned round: their box stands over the spine either way.
        const flip = under === undefined || !isCentred(under.form) ? back || under?.form === 'stack-before' : false;
        const stands = depth + cell.top;
        const along = near + (flip ? cell.along - cell.box - input.along[box]! : cell.box);
        put(box, along, stands);
        drop({ from: parent, to: box, exit: way.exit, via: [...way.via, ...via(along)], enter, free: false });
        if (!under) continue;
        const below = this.sizes.get(box)!;
        const start = near + (flip ? cell.along - cell.under - below.along : cell.under);
        const top = stands + input.across[box]! + gapAbove(under.form, input.gaps);
        const exit = start + spineOf(under, below, flip);
        queue.push({ block: under, at: [start, top], mirrored: flip, from: box, lead: { exit, via: [] } });
      }
    }
  }

  /** The seat of each member: its cell's near corner, and how the line comes from the spine. */
  private *seats(
    { members, form, columns: asked }: Block,
    size: BlockSize,
    [along, depth]: Point,
    backward: boolean,
    spine: number,
  ) {
    const { gaps, across, along: width } = this.input;
    const aside = (box: number, at: number) => (): Point[] => [
      [spine, at + this.cells.get(box)!.top + across[box]! / 2],
    ];
    if (form === 'stack' || form === 'stack-before') {
      let at = depth;
      for (const box of members) {
        const cell = this.cells.get(box)!;
        const near = backward ? along + size.along - gaps.indent - cell.along : along + gaps.indent;
        const enter = backward ? ('after' as const) : ('before' as const);
        yield { box, cell, near, depth: at, back: backward, via: aside(box, at), enter };
        at += cell.depth + gaps.stack;
      }
      return;
    }
    if (form === 'pairs') {
      let at = depth;
      for (let i = 0; i < members.length; i += 2) {
        const pair = members.slice(i, i + 2).map((box) => ({ box, cell: this.cells.get(box)! }));
        for (const [j, { box, cell }] of pair.entries()) {
          const near = j === 0 ? spine - gaps.indent - cell.along : spine + gaps.indent;
          yield {
            box,
            cell,
            near,
            depth: at,
            back: j === 0,
            via: aside(box, at),
            enter: j === 0 ? ('after' as const) : ('before' as const),
          };
        }
        at += Math.max(...pair.map(({ cell }) => cell.depth)) + gaps.stack;
      }
      return;
    }
    const cells = members.map((box) => this.cells.get(box)!);
    const line = depth - ROW_LINE / 2;
    /** The way from the spine to the near side of a box. */
    const from =
      (box: number) =>
      (start: number): Point[] => [
        [spine, line],
        [start + width[box]! / 2, line],
      ];
    let near = along;
    if (form === 'grid') {
      for (const stack of gridOf(cells, gaps, asked)) {
        const own = near;
        let at = depth;
        if (stack.count === 1) {
          // Alone in its column: its line comes from above rather than round it.
          const [box, cell] = [members[stack.first]!, cells[stack.first]!];
          yield { box, cell, near: own + gaps.indent, depth, back: false, via: from(box), enter: 'near' as const };
        } else
          for (let i = stack.first; i < stack.first + stack.count; i++) {
            const box = members[i]!;
            const middle = at + cells[i]!.top + across[box]! / 2;
            const via = (): Point[] => [
              [spine, line],
              [own, line],
              [own, middle],
            ];
            yield {
              box,
              cell: cells[i]!,
              near: own + gaps.indent,
              depth: at,
              back: false,
              via,
              enter: 'before' as const,
            };
            at += cells[i]!.depth + gaps.stack;
          }
        near += gaps.indent + stack.along + gaps.siblings;
      }
      return;
    }
    for (const [i, box] of members.entries()) {
      yield { box, cell: cells[i]!, near, depth, back: false, via: from(box), enter: 'near' as const };
      near += cells[i]!.along + gaps.siblings;
    }
  }
}

/** Where the spine of a block stands from its near edge. */
export const spineOf = ({ form }: Block, size: BlockSize, mirrored: boolean): number =>
  isCentred(form) ? size.spine : mirrored ? size.along : 0;
