/**
 * What a block can be, as a curve: the least depth for every extent along. Source: the shape curves of slicing floorplans, L.
 * Stockmeyer, Optimal orientations of cells in slicing floorplan designs, Information and Control 57, 1983.
 */
import { firstWhere } from '../search';
import { withAllUnder } from './below';
import { blockOf, cellOf } from './shape';
import type { Form, Setting, TreeInput } from './types';

/** Most points of a curve, and most limits tried to make one. */
const CURVE = 20;
const LIMITS = 14;
export interface Shape {
  readonly along: number;
  readonly depth: number;
  readonly setting: Setting | undefined;
  /** What its members may take at the most along, or in a row across; each takes the best that keeps to it. */
  readonly limit: number;
}

/** From narrow and deep to wide and shallow. */
type Curve = readonly Shape[];

/** Depth falls along a curve: the first that is shallow enough is the narrowest. */
export const narrowest = (curve: Curve, depth: number): Shape | undefined =>
  curve[firstWhere(curve.length, (i) => curve[i]!.depth <= depth)];
const shallowest = (curve: Curve, along: number): Shape | undefined =>
  curve[firstWhere(curve.length, (i) => curve[i]!.along > along) - 1];

/** What is better than all others in one way or the other, thinned evenly. */
function curveOf(shapes: Shape[]): Curve {
  shapes.sort((a, b) => a.along - b.along || a.depth - b.depth);
  const best: Shape[] = [];
  for (const shape of shapes) if (best.length === 0 || shape.depth < best.at(-1)!.depth - 1e-9) best.push(shape);
  return thinned(best, CURVE);
}
/** So many of them at the most, evenly. */
export const thinned = <T>(all: readonly T[], most: number): readonly T[] =>
  all.length <= most
    ? all
    : Array.from({ length: most }, (_, i) => all[Math.round((i * (all.length - 1)) / (most - 1))]!);

const limitsOf = (curves: readonly Curve[], key: 'along' | 'depth'): readonly number[] => {
  const all = [...new Set(curves.flatMap((curve) => curve.map((shape) => shape[key])))].sort((a, b) => a - b);
  return thinned(all, LIMITS);
};

/** Numbers of columns that are tried for a grid. */
export function columnsOf(count: number): number[] {
  const tried = new Set<number>();
  for (let columns = 2; columns < count; columns = Math.max(columns + 1, Math.round(columns * 1.3))) tried.add(columns);
  return [...tried];
}

export type Base = Omit<TreeInput, 'settings'>;
export const deep = (form: Form, columns?: number): Setting => ({ form, deep: true, least: 2, columns });

export class Curves {
  /** Of each box with all under it in a block, and of the block under it alone. */
  readonly cells: Curve[] = [];
  readonly blocks: Curve[] = [];
  /** Boxes, each after what it stands under. */
  readonly order: number[];

  constructor(private readonly base: Base) {
    this.order = withAllUnder(base.children, base.tops);
    for (let i = this.order.length - 1; i >= 0; i--) this.make(this.order[i]!);
  }

  private make(box: number): void {
    const { children, along, across, gaps } = this.base;
    const members = children[box]!;
    if (members.length === 0) {
      this.cells[box] = [{ along: along[box]!, depth: across[box]!, setting: undefined, limit: 0 }];
      this.blocks[box] = [];
      return;
    }
    const curves = members.map((member) => this.cells[member]!);
    const blocks: Shape[] = [];
    const cells: Shape[] = [];
    const add = (setting: Setting, limit: number, chosen: readonly Shape[]) => {
      const inner = chosen.map((shape, i) => {
        const width = along[members[i]!]!;
        // Where a row is made of blocks, the box is taken to stand in the middle: near enough to choose by.
        return { ...shape, top: 0, box: 0, under: 0, middle: shape.setting ? shape.along / 2 : width / 2 };
      });
      const size = blockOf(setting.form, inner, gaps, setting.columns);
      blocks.push({ along: size.along, depth: size.depth, setting, limit });
      const cell = cellOf(along[box]!, across[box]!, { form: setting.form, size }, gaps);
      cells.push({ along: cell.along, depth: cell.depth, setting, limit });
    };
    for (const limit of limitsOf(curves, 'along')) {
      const chosen = curves.map((curve) => shallowest(curve, limit) ?? curve[0]!);
      add(deep('stack'), limit, chosen);
      if (members.length > 1) add(deep('pairs'), limit, chosen);
      for (const columns of columnsOf(members.length)) add(deep('grid', columns), limit, chosen);
    }
    for (const limit of limitsOf(curves, 'depth'))
      add(
        deep('spread'),
        limit,
        curves.map((curve) => narrowest(curve, limit) ?? curve.at(-1)!),
      );
    this.cells[box] = curveOf(cells);
    this.blocks[box] = curveOf(blocks);
  }

  /** Settings of a box and of all under it, from the shape that was chosen for it. */
  settle(box: number, chosen: Shape, settings: Setting[]): void {
    const queue: [number, Shape][] = [[box, chosen]];
    for (const [at, { setting, limit }] of queue) {
      if (!setting) continue;
      settings[at] = setting;
      for (const child of this.base.children[at]!) {
        const curve = this.cells[child]!;
        const inner =
          setting.form === 'spread'
            ? (narrowest(curve, limit) ?? curve.at(-1)!)
            : (shallowest(curve, limit) ?? curve[0]!);
        queue.push([child, inner]);
      }
    }
  }
}
