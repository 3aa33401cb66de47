/** Parts of sentences that describe a chart for those who do not see it. */
import { type Chart, treeOf } from '../chart';

/** Names in a sentence, so many at the most: more are counted. */
const MOST_NAMED = 6;
/** Letters of a name in a sentence. */
const LONGEST = 60;

export const nameIn = (chart: Pick<Chart, 'items'>, id: string, unnamed: string): string => {
  const name = (chart.items[id]?.fields['name'] ?? '').replace(/\s+/g, ' ').trim() || unnamed;
  return name.length > LONGEST ? `${name.slice(0, LONGEST - 3)}...` : name;
};

/** "A", "A and B", "A, B and 4 more". */
export function listed(parts: readonly string[], most = MOST_NAMED): string {
  const shown = parts.length > most ? [...parts.slice(0, most), `${parts.length - most} more`] : parts;
  return shown.length < 2 ? (shown[0] ?? '') : `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
}

/** Who stands at the top, and the branches under the first of them with how many each has. */
export function branchesSaid(chart: Chart, unnamed: string): string[] {
  const tree = treeOf(chart.items);
  const name = (id: string) => nameIn(chart, id, unnamed);
  const top = tree.tops[0];
  if (top === undefined) return [];
  const counts = new Map<string, number>();
  const order: string[] = [top];
  for (let i = 0; i < order.length; i++) order.push(...tree.childrenOf(order[i]!));
  for (const id of [...order].reverse())
    counts.set(id, 1 + tree.childrenOf(id).reduce((sum, child) => sum + counts.get(child)!, 0));
  const branches = tree.childrenOf(top);
  const under = branches.map((id) => {
    const more = counts.get(id)! - 1;
    return more === 0 ? name(id) : `${name(id)} (${more} below)`;
  });
  return [
    `At the top: ${listed(tree.tops.map(name))}.`,
    ...(branches.length > 0 ? [`Under ${name(top)}: ${listed(under)}.`] : []),
  ];
}
