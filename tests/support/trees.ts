import fc from 'fast-check';

/** A random tree or forest as parents: node i hangs under an earlier node, or is a top (-1). */
export const parents = (most: number, tops = false): fc.Arbitrary<number[]> =>
  fc.integer({ min: 1, max: most }).chain((count) =>
    // Chains, stars and everything between: how far back a parent may lie differs from tree to tree.
    fc
      .tuple(fc.integer({ min: 1, max: count }), fc.array(fc.nat(), { minLength: count, maxLength: count }))
      .map(([reach, picks]) =>
        picks.map((pick, i) => {
          if (i === 0) return -1;
          if (tops && pick % 11 === 0) return -1;
          return Math.max(0, i - 1 - (pick % Math.min(reach, i)));
        }),
      ),
  );

export function childrenOf(of: readonly number[]): { children: number[][]; tops: number[] } {
  const children: number[][] = of.map(() => []);
  const tops: number[] = [];
  for (const [i, parent] of of.entries()) (parent < 0 ? tops : children[parent]!).push(i);
  return { children, tops };
}

export function depths(of: readonly number[]): number[] {
  const depth: number[] = [];
  for (const [i, parent] of of.entries()) depth[i] = parent < 0 ? 0 : depth[parent]! + 1;
  return depth;
}

/** Sizes for n boxes, as a function of one seed so that shrinking stays fast. */
export const sizes = (n: number, seed: number, least: number, most: number): number[] => {
  let state = seed >>> 0 || 1;
  return Array.from({ length: n }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return least + (state / 2 ** 32) * (most - least);
  });
};

/** A list with a line for each box, under its parent. */
export function outlineOf(of: readonly number[]): string {
  const { children, tops } = childrenOf(of);
  const write = (i: number, depth: number): string[] => [
    `${'\t'.repeat(depth)}Person ${i} | Post of some kind ${i % 7}`,
    ...children[i]!.flatMap((child) => write(child, depth + 1)),
  ];
  return tops.flatMap((top) => write(top, 0)).join('\n');
}
