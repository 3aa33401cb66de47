/**
 * Tidy trees for boxes of different widths, level by level, in linear time.
 *
 * Conventions: E. M. Reingold, J. S. Tilford, "Tidier Drawings of Trees", IEEE Trans. Software Eng. 7(2), 1981: levels
 * on parallel lines, siblings in order, a parent centred over its children, a subtree drawn the same wherever it
 * stands, a mirrored tree drawn mirrored. Method: J. Q. Walker, "A Node-Positioning Algorithm for General Trees",
 * Software: Practice and Experience 20(7), 1990, in the linear form of C. Buchheim, M. Jünger, S. Leipert, "Improving
 * Walker's Algorithm to Run in Linear Time", Graph Drawing 2002, with the extents of two boxes and a gap as their
 * separation. A node's centre line need not be its middle: a stack hangs to one side of it.
 *
 * That method spreads the smaller subtrees between two large ones from the left, so a mirrored tree need not come out
 * mirrored. Here it runs from both sides and the mean of the two is taken. Separations are linear inequalities and
 * centring is a linear equation, so the mean keeps every gap and every centre, is mirror symmetric, and is no wider.
 */

export interface Forest {
  /** Children of each node, in order. Nodes are numbered from 0. */
  readonly children: readonly (readonly number[])[];
  readonly tops: readonly number[];
  /** Extent of each node along its level to the left and right of its centre line, in points. */
  readonly left: readonly number[];
  readonly right: readonly number[];
}

export interface TidyGaps {
  /** Between children of one parent. */
  readonly siblings: number;
  /** Between neighbours on a level that have different parents. */
  readonly cousins: number;
  /** Between trees that have no parent in common. */
  readonly trees: number;
}

/**
 * Centre line of each node along its level; the leftmost edge of all is at 0.
 * Time and memory grow linearly with the number of nodes; no recursion, so depth is not limited by the stack.
 */
export function tidy(forest: Forest, gaps: TidyGaps): Float64Array {
  const ahead = pass(forest, gaps, false);
  const back = pass(forest, gaps, true);
  // Both passes put the first top at 0 from their own side; align them on the middle of their extents.
  const middle = (x: Float64Array) => {
    const [low, high] = extent(forest, x);
    return (low + high) / 2;
  };
  const aheadMiddle = middle(ahead);
  const backMiddle = middle(back);
  const x = ahead.map((at, i) => (at - aheadMiddle + (back[i]! - backMiddle)) / 2);
  const [low] = extent(forest, x);
  return x.map((at) => at - low);
}

function extent(forest: Forest, x: Float64Array): [number, number] {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < x.length; i++) {
    low = Math.min(low, x[i]! - forest.left[i]!);
    high = Math.max(high, x[i]! + forest.right[i]!);
  }
  return x.length === 0 ? [0, 0] : [low, high];
}

/** One pass of Buchheim, Jünger and Leipert; names follow their paper. `mirrored` runs it from the right. */
function pass(forest: Forest, gaps: TidyGaps, mirrored: boolean): Float64Array {
  const n = forest.children.length;
  const root = n; // One invisible node above the tops makes the forest a tree.
  const ordered = (list: readonly number[]) => (mirrored ? [...list].reverse() : list);
  const children = [...forest.children.map(ordered), ordered(forest.tops)];
  const [before, after] = mirrored ? [forest.right, forest.left] : [forest.left, forest.right];

  const parent = new Int32Array(n + 1).fill(-1);
  const number = new Int32Array(n + 1);
  const prelim = new Float64Array(n + 1);
  const mod = new Float64Array(n + 1);
  const change = new Float64Array(n + 1);
  const shift = new Float64Array(n + 1);
  const thread = new Int32Array(n + 1).fill(-1);
  const ancestor = Int32Array.from({ length: n + 1 }, (_, i) => i);
  const defaultAncestor = new Int32Array(n + 1).fill(-1);

  const topDown: number[] = [root];
  for (let i = 0; i < topDown.length; i++) {
    const v = topDown[i]!;
    const own = children[v]!;
    for (let at = 0; at < own.length; at++) {
      const child = own[at]!;
      parent[child] = v;
      number[child] = at;
      topDown.push(child);
    }
  }

  const nextLeft = (v: number) => (children[v]!.length > 0 ? children[v]![0]! : thread[v]!);
  const nextRight = (v: number) => (children[v]!.length > 0 ? children[v]!.at(-1)! : thread[v]!);
  const apart = (a: number, b: number, under: number) => {
    const gap = under === root ? gaps.trees : parent[a] === parent[b] ? gaps.siblings : gaps.cousins;
    return after[a]! + before[b]! + gap;
  };

  function apportion(v: number, w: number, fallback: number): number {
    let vip = v;
    let vop = v;
    let vim = w;
    let vom = children[parent[v]!]![0]!;
    let sip = mod[vip]!;
    let sop = mod[vop]!;
    let sim = mod[vim]!;
    let som = mod[vom]!;
    let nextIm = nextRight(vim);
    let nextIp = nextLeft(vip);
    while (nextIm >= 0 && nextIp >= 0) {
      vim = nextIm;
      vip = nextIp;
      vom = nextLeft(vom);
      vop = nextRight(vop);
      ancestor[vop] = v;
      const over = prelim[vim]! + sim - prelim[vip]! - sip + apart(vim, vip, parent[v]!);
      if (over > 0) {
        const from = parent[ancestor[vim]!] === parent[v] ? ancestor[vim]! : fallback;
        const subtrees = number[v]! - number[from]!;
        change[v]! -= over / subtrees;
        shift[v]! += over;
        change[from]! += over / subtrees;
        prelim[v]! += over;
        mod[v]! += over;
        sip += over;
        sop += over;
      }
      sim += mod[vim]!;
      sip += mod[vip]!;
      som += mod[vom]!;
      sop += mod[vop]!;
      nextIm = nextRight(vim);
      nextIp = nextLeft(vip);
    }
    if (nextIm >= 0 && nextRight(vop) < 0) {
      thread[vop] = nextIm;
      mod[vop]! += sim - sop;
    }
    if (nextIp >= 0 && nextLeft(vom) < 0) {
      thread[vom] = nextIp;
      mod[vom]! += sip - som;
      return v;
    }
    return fallback;
  }

  for (const v of postOrder(children, root)) {
    const own = children[v]!;
    const siblings = v === root ? [] : children[parent[v]!]!;
    const left = number[v]! > 0 ? siblings[number[v]! - 1]! : -1;
    if (own.length > 0) {
      let moved = 0;
      let growing = 0;
      for (let i = own.length - 1; i >= 0; i--) {
        const child = own[i]!;
        prelim[child]! += moved;
        mod[child]! += moved;
        growing += change[child]!;
        moved += shift[child]! + growing;
      }
      const middle = (prelim[own[0]!]! + prelim[own.at(-1)!]!) / 2;
      prelim[v] = left >= 0 ? prelim[left]! + apart(left, v, parent[v]!) : middle;
      mod[v] = prelim[v]! - middle;
    } else if (left >= 0) prelim[v] = prelim[left]! + apart(left, v, parent[v]!);
    if (left >= 0) {
      const p = parent[v]!;
      defaultAncestor[p] = apportion(v, left, defaultAncestor[p]! >= 0 ? defaultAncestor[p]! : siblings[0]!);
    }
  }

  const x = new Float64Array(n);
  const sum = new Float64Array(n + 1);
  for (const v of topDown) {
    if (v !== root) {
      const above = sum[parent[v]!]!;
      x[v] = (prelim[v]! + above) * (mirrored ? -1 : 1);
      sum[v] = above + mod[v]!;
    }
  }
  return x;
}

/** Nodes under a root, children before parents and left to right, without recursion. */
function postOrder(children: readonly (readonly number[])[], root: number): number[] {
  const order: number[] = [];
  const stack = [root];
  while (stack.length > 0) {
    const v = stack.pop()!;
    order.push(v);
    for (const child of children[v]!) stack.push(child);
  }
  return order.reverse();
}
