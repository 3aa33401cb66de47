/** What plates say on a page of a booklet: where a branch goes on, and on which pages what belongs to an item stands. */
import type { Branches, Lead, OnPage } from '../kinds';
import type { Members, Part } from './split';

/** What a chart draws, by its lines. */
export interface Drawn {
  has(line: string): boolean;
  /** The item that a line draws; lines that only name one refer to it where it is on another page. */
  by(line: string): string;
}

/** Where things are, in words. */
export interface Places {
  /** The pages on which the branch of an item goes on. */
  goesOn(item: string): string;
  /** The page on which an item has its own place. */
  pageOf(item: string): string;
  /** Whether a page says where else an item's lines lead; without it each does. */
  says?(item: string): boolean;
}

export function onPage(part: Part, { nodes, all }: Members, cut: ReadonlySet<string>): OnPage {
  const within = new Set(all);
  const branching = new Set(nodes.filter((id) => cut.has(id) || part.heads.includes(id)));
  return { has: (id) => within.has(id), goesOn: (id) => branching.has(id) };
}

/** Words of plates, by item. */
export function platesOf(
  part: Part,
  members: Members,
  cut: ReadonlySet<string>,
  { leads }: Pick<Branches, 'leads'>,
  drawn: Drawn,
  { goesOn, pageOf, says = () => true }: Places,
): Map<string, string> {
  const words = new Map<string, string>();
  for (const id of members.nodes) if (cut.has(id) && !part.heads.includes(id)) words.set(id, goesOn(id));
  const on = onPage(part, members, cut);
  for (const id of members.all) {
    const own: Lead[] = [...(leads?.(id, on) ?? [])];
    // A line that only names an item which is elsewhere is drawn in its place.
    if (!on.has(drawn.by(id))) own.push(['', drawn.by(id)]);
    const known = own.filter(([, to]) => drawn.has(to));
    if (known.length === 0 || !says(id)) continue;
    const pages = new Map<string, Set<string>>();
    for (const [what, to] of known) pages.set(what, (pages.get(what) ?? new Set()).add(pageOf(to)));
    const before = words.get(id);
    words.set(id, [...(before === undefined ? [] : [before]), ...[...pages].map(said)].join(' · '));
  }
  return words;
}

/** "page 3", "pages 3–5", "pages 3, 7". @param pages in their order */
export function pagesText(pages: readonly number[]): string {
  if (pages.length < 2) return pages.map((page) => `page ${page}`).join('');
  const inRow = pages.every((page, i) => page === pages[0]! + i);
  return `pages ${inRow ? `${pages[0]}–${pages.at(-1)}` : pages.join(', ')}`;
}

/** What is elsewhere, and where: "dotted line: page 4". */
function said([words, pages]: readonly [string, ReadonlySet<string>]): string {
  const where = `${pages.size > 1 ? 'pages' : 'page'} ${[...pages].join(', ')}`;
  return words === '' ? where : `${words}: ${where}`;
}
