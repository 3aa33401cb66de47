/** How a chart is parted into branches, each of which can be drawn on a page of its own. */
import { type Chart, treeOf } from '../chart';
import { pushTo } from '../grouped';

/** What stands on a page, asked by item. */
export interface OnPage {
  has(item: string): boolean;
  /** Its branch is shown on a page of its own, which begins with it. */
  goesOn(item: string): boolean;
}

/** What of an item's stands elsewhere: what it is to the item, and the item whose page is to be named. */
export type Lead = readonly [words: string, to: string];

/** A forest over the lines of a chart: each line is in one branch, whatever else it is joined to. */
export interface Branches {
  /** The least gap, in points, that any arrangement keeps between boxes. */
  readonly gap: number;
  readonly tops: readonly string[];
  childrenOf(line: string): readonly string[];
  /** Who is drawn beside an item on every page that it is on, without a branch by that. */
  besidesOf?(item: string): readonly string[];
  /** What a page that begins with an item asks of the arrangement. */
  from?(head: string): Chart['arrangement'];
  /** What of an item's is not on a page that it is on, and not by its branch either. */
  leads?(item: string, page: OnPage): readonly Lead[];
}

/** The branches of a list. */
export function listBranches({ items }: Pick<Chart, 'items'>, gap: number): Branches {
  const { tops, childrenOf } = treeOf(items);
  return { gap, tops, childrenOf };
}

/** Both ends of links beside a tree, each with what the link is called. */
export function leadsByLinks({ links }: Pick<Chart, 'links'>, roles: readonly string[]): Required<Branches>['leads'] {
  const ends = new Map<string, Lead[]>();
  for (const { role, from, to } of Object.values(links)) {
    if (!roles.includes(role)) continue;
    const words = role.replaceAll('-', ' ');
    pushTo(ends, from, [words, to]);
    pushTo(ends, to, [words, from]);
  }
  return (item, page) => (ends.get(item) ?? []).filter(([, to]) => !page.has(to));
}
