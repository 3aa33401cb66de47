/** Which way each branch of a map lies from its main idea. */
import { crossingsOf, type Point } from '../../layout';
import type { Size } from '../arrangement';
import type { Graph } from './graph';
import { MOST_HELD_AGAINST } from './straight';

export interface SectorsInput {
  readonly graph: Graph;
  readonly sizes: ReadonlyMap<string, Size>;
  readonly links: readonly { readonly from: string; readonly to: string }[];
}

/** The tree in which the concepts are reached from the main idea; what is not joined to it has beginnings of its own. */
function branchesOf({ concepts, reachedBy, main }: Graph): { roots: string[]; children: Map<string, string[]> } {
  const children = new Map<string, string[]>(concepts.map((id) => [id, []]));
  const roots: string[] = [];
  for (const id of concepts) {
    const link = reachedBy.get(id);
    if (!link) roots.push(id);
    else children.get(link.to === id ? link.from : link.to)!.push(id);
  }
  // The main idea's part begins at the top.
  roots.sort((a, b) => Number(b === main) - Number(a === main));
  return { roots, children };
}

/** Angle of each concept: each branch has a sector, in the order of `children`. */
function sectors(
  { roots, children }: ReturnType<typeof branchesOf>,
  sizes: SectorsInput['sizes'],
): Map<string, number> {
  const order: string[] = [];
  const stack = [...roots].reverse();
  for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
    order.push(id);
    stack.push(...[...children.get(id)!].reverse());
  }
  const need = new Map<string, number>();
  for (const id of [...order].reverse()) {
    const below = children.get(id)!.reduce((sum, child) => sum + need.get(child)!, 0);
    need.set(id, Math.max(below, sizes.get(id)!.width + sizes.get(id)!.height));
  }
  const total = roots.reduce((sum, id) => sum + need.get(id)!, 0);
  const start = new Map<string, number>();
  const angles = new Map<string, number>();
  let at = 0;
  for (const id of roots) {
    start.set(id, at);
    at += need.get(id)!;
  }
  for (const id of order) {
    const from = start.get(id)!;
    angles.set(id, ((from + need.get(id)! / 2) / total) * 2 * Math.PI - Math.PI / 2);
    const own = children.get(id)!;
    const below = own.reduce((sum, child) => sum + need.get(child)!, 0);
    let next = from + (need.get(id)! - below) / 2;
    for (const child of own) {
      start.set(child, next);
      next += need.get(child)!;
    }
  }
  return angles;
}

/** Work given to the order of branches, in pairs of links that are compared. */
const MOST_COMPARED = 1_500_000;
/** A line that runs behind a box is harder to follow than one that another crosses. */
const THROUGH = 3;

/**
 * Angles under which few links cross each other or run behind boxes: branches of one concept are exchanged two at a time
 * while that makes it no worse.
 */
export function anglesOf({ graph, sizes, links }: SectorsInput): Map<string, number> {
  const branches = branchesOf(graph);
  const step = 220;
  const cost = (angles: ReadonlyMap<string, number>): number => {
    const at = (id: string): Point => {
      const r = (graph.tierOf.get(id)! - 1) * step;
      return [r * Math.cos(angles.get(id)!), r * Math.sin(angles.get(id)!)];
    };
    const lines = links.map(({ from, to }): Point[] => [at(from), at(to)]);
    let through = 0;
    const few = graph.concepts.length * links.length <= MOST_HELD_AGAINST;
    for (const id of few ? graph.concepts : []) {
      const [x, y] = at(id);
      const reach = Math.hypot(sizes.get(id)!.width, sizes.get(id)!.height) / 2;
      for (const [i, { from, to }] of links.entries())
        if (from !== id && to !== id && distanceTo([x, y], lines[i]!) < reach) through++;
    }
    return crossingsOf(lines) + THROUGH * through;
  };
  let angles = sectors(branches, sizes);
  let best = cost(angles);
  const parents = graph.concepts.filter((id) => branches.children.get(id)!.length > 1);
  let left = Math.floor(MOST_COMPARED / (links.length * (links.length + graph.concepts.length) + 1));
  for (let better = true; better && best > 0 && left > 0; ) {
    better = false;
    for (const id of parents) {
      const own = branches.children.get(id)!;
      for (let i = 0; i < own.length && left > 0; i++)
        for (let j = i + 1; j < own.length && left > 0; j++, left--) {
          [own[i], own[j]] = [own[j]!, own[i]!];
          const tried = sectors(branches, sizes);
          const next = cost(tried);
          if (next < best) {
            best = next;
            angles = tried;
            better = true;
          } else [own[i], own[j]] = [own[j]!, own[i]!];
        }
    }
  }
  return angles;
}

/** Distance of a point from a straight line between two others. */
function distanceTo([x, y]: Point, [a, b]: readonly Point[]): number {
  const [dx, dy] = [b![0] - a![0], b![1] - a![1]];
  const length = dx * dx + dy * dy;
  const part = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - a![0]) * dx + (y - a![1]) * dy) / length));
  return Math.hypot(x - a![0] - part * dx, y - a![1] - part * dy);
}
