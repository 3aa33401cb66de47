/**
 * Which branches go on which page, so that every page takes what it shows. From the leaves up each branch gathers what
 * stands under it; where that is too much, the heaviest branch under it is cut off and gets a page of its own: the least
 * number of parts for weights that add up (Kundu and Misra, A linear tree partitioning algorithm, SIAM Journal on Computing
 * 6, 1977). Whether a part fits is asked of the layout rather than of a weight, so that the number is near the least.
 */

import { walk } from '../chart';

/** What a page shows: heads with what stands under them, as far as it is not cut off. */
export interface Part {
  readonly heads: readonly string[];
  /** Where one head's children are too many for a page: those on this one. */
  readonly only?: readonly string[];
}

/** A part, and what was found out about its picture; undefined where it takes more than a page. */
export interface Pictured<Picture> extends Part {
  readonly picture?: Picture | undefined;
}

/** A tree, and who is drawn beside its items. */
export interface Branching {
  readonly tops: readonly string[];
  childrenOf(id: string): readonly string[];
  /** Who is drawn beside an item wherever it is. */
  readonly besidesOf?: ((id: string) => readonly string[]) | undefined;
}

export interface SplitInput<Picture extends object> extends Branching {
  /** How much room an item takes. */
  weight(id: string): number;
  /** Parts heavier than this are not asked about. */
  readonly most: number;
  /**
   * @param cut items shown without what stands under them
   * @returns undefined of what takes more than a page
   */
  pictureOf(part: Part, members: Members, cut: ReadonlySet<string>): Picture | undefined;
  /** Whether two parts that each have a page may have one together; where it says no, that is not asked of the layout. */
  mayShare?(a: Picture, b: Picture): boolean;
  /** Told after each branch, with how many were looked at. */
  readonly tell?: (done: number) => void;
}

export interface Split<Picture> {
  readonly parts: readonly Pictured<Picture>[];
  /** Heads whose own page shows what stands under them. */
  readonly cut: ReadonlySet<string>;
}

/** What is on a page. */
export interface Members {
  /** Of branches, parents first: from its heads down to what is cut off, which is shown without what stands under it. */
  readonly nodes: readonly string[];
  /** These, and who stands beside them. */
  readonly all: readonly string[];
}

export function membersOf(
  { heads, only }: Part,
  { childrenOf, besidesOf }: Pick<Branching, 'childrenOf' | 'besidesOf'>,
  cut: ReadonlySet<string>,
): Members {
  const nodes = [...heads];
  for (let i = 0; i < nodes.length; i++) {
    const id = nodes[i]!;
    const head = i < heads.length;
    if (!head && cut.has(id)) continue;
    nodes.push(...((head && only) || childrenOf(id)));
  }
  if (!besidesOf) return { nodes, all: nodes };
  return { nodes, all: [...new Set([...nodes, ...nodes.flatMap((id) => besidesOf(id))])] };
}

export function split<Picture extends object>(input: SplitInput<Picture>): Split<Picture> {
  const { tops, childrenOf, weight, most, pictureOf, tell } = input;
  const order = walk(input).map(({ id }) => id);
  const cut = new Set<string>();
  /** Weight of what a branch still holds together, and what it was found to look like. */
  const held = new Map<string, number>();
  const pictures = new Map<string, Picture>();
  const parts: Pictured<Picture>[] = [];
  const membersIn = (part: Part) => membersOf(part, input, cut);
  const weigh = (ids: readonly string[]) => ids.reduce((sum, id) => sum + weight(id), 0);
  const pictured = (part: Part) => {
    const members = membersIn(part);
    return weigh(members.all) <= most ? pictureOf(part, members, cut) : undefined;
  };
  const all: Part = { heads: tops };
  const whole = tops.length > 1 ? pictured(all) : undefined;
  if (whole) return { parts: [{ ...all, picture: whole }], cut };
  let done = 0;
  for (let i = order.length - 1; i >= 0; i--) {
    const id = order[i]!;
    const children = childrenOf(id);
    if (children.length > 0) {
      const heaviest = children
        .filter((child) => !cut.has(child) && childrenOf(child).length > 0)
        .sort((a, b) => held.get(b)! - held.get(a)!);
      const cutOff = (count: number) => {
        for (const [at, child] of heaviest.entries())
          if (at < count) cut.add(child);
          else cut.delete(child);
      };
      const found = leastThat((some) => {
        cutOff(some);
        return pictured({ heads: [id] });
      }, heaviest.length);
      const count = found?.count ?? heaviest.length;
      cutOff(count);
      for (const child of heaviest.slice(0, count)) {
        held.set(child, weight(child));
        parts.push({ heads: [child], picture: pictures.get(child) });
      }
      if (found) pictures.set(id, found.picture);
      else {
        // Nothing is left to cut off: the children themselves go over several pages.
        parts.push(...overPages(id, children, pictured));
        cut.add(id);
      }
      tell?.(++done / order.length);
    } else done++;
    held.set(id, cut.has(id) ? weight(id) : children.reduce((sum, child) => sum + held.get(child)!, weight(id)));
  }
  for (const top of tops)
    if (!cut.has(top)) parts.push({ heads: [top], picture: pictures.get(top) ?? pictured({ heads: [top] }) });
  return {
    parts: inOrder(
      merged(parts, order, input, pictured, { weightOf: (part) => weigh(membersIn(part).all), membersIn }),
      order,
    ),
    cut,
  };
}

/**
 * The least count up to `most` that has a picture; undefined where none has. Asking takes time: few are asked, the low ones
 * first, as most branches need none or one. Where a count has one, larger ones are taken to have one as well.
 */
function leastThat<Picture>(
  pictureOf: (count: number) => Picture | undefined,
  most: number,
): { count: number; picture: Picture } | undefined {
  let low = 0;
  let high = 0;
  let picture = pictureOf(high);
  while (picture === undefined) {
    if (high === most) return undefined;
    low = high + 1;
    high = Math.min(most, high * 2 + 1);
    picture = pictureOf(high);
  }
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    const smaller = pictureOf(middle);
    if (smaller === undefined) low = middle + 1;
    else {
      high = middle;
      picture = smaller;
    }
  }
  return { count: low, picture };
}

/** As many children in a row to a page as it takes; one at the least. */
function overPages<Picture>(
  id: string,
  children: readonly string[],
  pictureOf: (part: Part) => Picture | undefined,
): Pictured<Picture>[] {
  const pictured = (only: readonly string[]): Pictured<Picture> => ({
    heads: [id],
    only,
    picture: pictureOf({ heads: [id], only }),
  });
  const parts: Pictured<Picture>[] = [];
  let first = 0;
  while (first < children.length) {
    let low = 1;
    let high = children.length - first;
    let part: Pictured<Picture> | undefined;
    while (low < high) {
      const count = Math.ceil((low + high) / 2);
      const more = pictured(children.slice(first, first + count));
      if (more.picture) {
        low = count;
        part = more;
      } else high = count - 1;
    }
    parts.push(part ?? pictured(children.slice(first, first + low)));
    first += low;
  }
  // The last page takes as many as the others, rather than what is left.
  const each = Math.ceil(children.length / parts.length);
  const even: Pictured<Picture>[] = [];
  for (let i = 0; i < parts.length; i++) {
    const part = pictured(children.slice(i * each, (i + 1) * each));
    if (part.only!.length === 0 || !part.picture) return parts;
    even.push(part);
  }
  return even;
}

/** Pages before a part in the list that may take it, and how many of them are asked: asking takes time. */
const NEIGHBOURS = 20;
const ASKED = 3;
/** The part of a page's area up to which it is always asked. */
const HALF = 0.5;

/** Small branches share a page where it takes them: those under the same item first, then others of about its depth. */
function merged<Picture extends object>(
  parts: readonly Pictured<Picture>[],
  order: readonly string[],
  { childrenOf, most: capacity, mayShare = () => true }: SplitInput<Picture>,
  pictureOf: (part: Part) => Picture | undefined,
  { weightOf, membersIn }: { weightOf: (part: Part) => number; membersIn: (part: Part) => Members },
): Pictured<Picture>[] {
  const above = new Map<string, string>();
  const depth = new Map<string, number>();
  for (const id of order) {
    depth.set(id, (depth.get(above.get(id) ?? '') ?? 0) + 1);
    for (const child of childrenOf(id)) above.set(child, id);
  }
  const holds = (a: Part, b: Part) => {
    const { nodes } = membersIn(a);
    return b.heads.some((id) => nodes.includes(id));
  };
  // What no page has held yet is hardly held by one more.
  const most = Math.max(capacity * HALF, Math.max(0, ...parts.map(weightOf)) * 1.1);
  type Shown = Pictured<Picture>;
  const join = (all: readonly Shown[], alike: (a: string, b: string) => boolean): Shown[] => {
    const pages: { part: Shown; weight: number }[] = [];
    for (const part of inOrder(all, order)) {
      const weight = weightOf(part);
      const near = part.only ? [] : pages.slice(-NEIGHBOURS).reverse();
      const shares = near
        .filter(
          (page) =>
            !page.part.only &&
            page.weight + weight <= most &&
            page.part.heads.some((head) => alike(head, part.heads[0]!)) &&
            (!page.part.picture || !part.picture || mayShare(page.part.picture, part.picture)) &&
            // A branch does not go on the page that it goes on from: its head would stand there twice.
            !holds(page.part, part) &&
            !holds(part, page.part),
        )
        .slice(0, ASKED)
        .some((page) => {
          const both: Part = { heads: [...page.part.heads, ...part.heads] };
          const picture = pictureOf(both);
          if (!picture) return false;
          page.part = { ...both, picture };
          page.weight += weight;
          return true;
        });
      if (!shares) pages.push({ part, weight });
    }
    return pages.map((page) => page.part);
  };
  const under = join(parts, (a, b) => above.get(a) === above.get(b));
  return join(under, (a, b) => Math.abs(depth.get(a)! - depth.get(b)!) <= 1);
}

/** In the order of the list, so that a page comes after the one it continues. */
function inOrder<One extends Part>(parts: readonly One[], order: readonly string[]): One[] {
  const at = new Map(order.map((id, i) => [id, i]));
  const start = ({ heads, only }: Part) =>
    [at.get(heads[0]!)!, only?.[0] === undefined ? 0 : at.get(only[0])!] as const;
  return [...parts].sort((a, b) => start(a)[0] - start(b)[0] || start(a)[1] - start(b)[1]);
}
