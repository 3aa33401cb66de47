/** Maps that run to both sides of their main idea. */
import type { Graph } from './graph';

/**
 * Concepts that stand before the main idea: of its branches, in list order, the last ones, so that both sides hold as
 * nearly the same number of concepts as can be. With one branch there are no two sides.
 */
export function beforeMain({ concepts, main, reachedBy }: Graph): ReadonlySet<string> {
  /** The branch of each concept that stands under the main idea; null for others. */
  const branchOf = new Map<string, string | null>();
  const aboveOf = (id: string): string | undefined => {
    const link = reachedBy.get(id);
    return link && (link.to === id ? link.from : link.to);
  };
  for (const id of concepts) {
    const way: string[] = [];
    let at: string | undefined = id;
    while (at !== undefined && at !== main && !branchOf.has(at)) {
      way.push(at);
      at = aboveOf(at);
    }
    const branch = at === undefined ? null : at === main ? way.at(-1) : branchOf.get(at);
    for (const each of way) branchOf.set(each, branch ?? null);
  }
  const counts = new Map<string, number>();
  for (const id of concepts) {
    const branch = branchOf.get(id);
    if (branch) counts.set(branch, (counts.get(branch) ?? 0) + 1);
  }
  const branches = [...counts.keys()];
  if (branches.length < 2) return new Set();
  const all = [...counts.values()].reduce((so, count) => so + count, 0);
  let after = 0;
  let cut = 0;
  while (cut < branches.length - 1) {
    const next = after + counts.get(branches[cut]!)!;
    // The side after the main idea comes first: where it can't be even, it holds more.
    if (cut > 0 && Math.abs(all - 2 * next) > Math.abs(all - 2 * after)) break;
    after = next;
    cut++;
  }
  const before = new Set(branches.slice(cut));
  return new Set(concepts.filter((id) => before.has(branchOf.get(id) ?? '')));
}
