/**
 * What a concept map's list says: concepts and the propositions between them. A line below another is a proposition (the
 * line above, the linking phrase, this line); lines of one name are one concept, so that any graph can be written.
 */
import { type Chart, type Item, treeOf, walk } from '../../chart';
import { tidy } from '../../list';
import { rememberedPair } from '../../remember';
import { chosen } from '../choices';
import { choices } from './choices';

export interface Proposition {
  /** The line that says it. */
  readonly line: string;
  readonly from: string;
  readonly to: string;
  /** The linking phrase, or the sign of an influence where there is none. */
  readonly phrase: string;
}
export interface Graph {
  /** Concepts, each by the line it is known by, in list order. */
  readonly concepts: readonly string[];
  /** Lines that name a concept which another line stands for. */
  readonly standsFor: ReadonlyMap<string, string>;
  readonly propositions: readonly Proposition[];
  readonly main: string | undefined;
  /** From 1: the distance from the main idea, or the level that the list states. */
  readonly tierOf: ReadonlyMap<string, number>;
  readonly tiers: number;
  /** Concepts that no chain of links joins to the main idea. */
  readonly apart: ReadonlySet<string>;
  /** The first proposition by which each concept is reached from the main idea. */
  readonly reachedBy: ReadonlyMap<string, Proposition>;
  /** Links that join branches: neither end lies under the other on the way from the main idea. */
  readonly crossLinks: ReadonlySet<Proposition>;
}

/** Case and spaces do not make another concept. */
export const conceptKey = (name: string): string => tidy(name).toLocaleLowerCase('en').normalize('NFC');

const known = rememberedPair((items: Chart['items'], arrangement: Chart['arrangement']) =>
  find(items, String(chosen(choices, arrangement, 'main'))),
);
export const graphOf = (chart: Pick<Chart, 'items' | 'arrangement'>): Graph => known(chart.items, chart.arrangement);

function find(items: Chart['items'], chosenMain: string): Graph {
  const tree = treeOf(items);
  const lines = walk(tree).map(({ id }) => id);
  const nameOf = (id: string) => items[id]!.fields['name'] ?? '';
  const byKey = new Map<string, string>();
  for (const id of lines) {
    const key = conceptKey(nameOf(id));
    const first = byKey.get(key);
    const leaf = (line: string) => tree.childrenOf(line).length === 0;
    if (key !== '' && (first === undefined || (leaf(first) && !leaf(id)))) byKey.set(key, id);
  }
  const standsFor = new Map<string, string>();
  for (const id of lines) {
    const other = byKey.get(conceptKey(nameOf(id)));
    if (other !== undefined && other !== id) standsFor.set(id, other);
  }
  const target = (line: string) => standsFor.get(line) ?? line;
  const concepts = lines.filter((id) => !standsFor.has(id));
  const propositions = lines.flatMap((line): Proposition[] => {
    const { parent, fields } = items[line]!;
    return parent === null
      ? []
      : [{ line, from: target(parent), to: target(line), phrase: tidy(fields['phrase'] || fields['polarity'] || '') }];
  });
  const on = new Map<string, Proposition[]>(concepts.map((id) => [id, []]));
  const back = new Map<string, Proposition[]>(concepts.map((id) => [id, []]));
  for (const proposition of propositions) {
    on.get(proposition.from)!.push(proposition);
    back.get(proposition.to)!.push(proposition);
  }
  const wanted = items[chosenMain] ? chosenMain : byKey.get(conceptKey(chosenMain));
  const main = wanted === undefined ? mainIdea(concepts, on) : target(wanted);

  const distance = new Map<string, number>();
  const reachedBy = new Map<string, Proposition>();
  if (main !== undefined) spreadFrom([main], on, back, distance, reachedBy);
  const apart = new Set(concepts.filter((id) => !distance.has(id)));
  // What is not joined to the main idea is laid out beside it, each part from its own best beginning.
  for (const id of concepts) {
    if (distance.has(id)) continue;
    const part = partOf(id, on, back);
    spreadFrom([mainIdea(part, on) ?? id], on, back, distance, reachedBy);
  }
  const tierOf = new Map(
    concepts.map((id) => {
      const stated = Number(items[id]!.fields['level']);
      return [id, Number.isInteger(stated) && stated >= 1 && stated <= MOST_LEVELS ? stated : distance.get(id)! + 1];
    }),
  );
  // Levels that nothing stands on are closed up, so that tiers are counted without holes.
  const used = [...new Set(tierOf.values())].sort((a, b) => a - b);
  for (const [id, tier] of tierOf) tierOf.set(id, used.indexOf(tier) + 1);
  const inTree = new Set(reachedBy.values());
  const crossLinks = new Set(
    propositions.filter(
      (link) =>
        !inTree.has(link) &&
        link.from !== link.to &&
        !isUnder(link.from, link.to, reachedBy) &&
        !isUnder(link.to, link.from, reachedBy),
    ),
  );
  return { concepts, standsFor, propositions, main, tierOf, tiers: used.length, apart, reachedBy, crossLinks };
}

const MOST_LEVELS = 99;

/** Columns that say something of a concept, not of what links it. */
const OF_CONCEPT = /^(?:definition|description|meaning|explanation|examples?|notes?|remarks?|comments?|source)$/i;
const OF_LINE = new Set(['name', 'phrase', 'level', 'from', 'id']);

/** What further columns say of the link that a line stands for. */
export const factsOfLink = ({ fields, parent }: Item): Readonly<Record<string, string>> =>
  parent === null
    ? {}
    : Object.fromEntries(
        Object.entries(fields).filter(([key, text]) => text !== '' && !OF_LINE.has(key) && !OF_CONCEPT.test(key)),
      );

type Links = ReadonlyMap<string, readonly Proposition[]>;

/** Breadth first along the links; then, for what only leads here, against them. */
function spreadFrom(
  starts: readonly string[],
  on: Links,
  back: Links,
  distance: Map<string, number>,
  reachedBy: Map<string, Proposition>,
): void {
  const reach = (queue: string[], links: Links, end: 'from' | 'to') => {
    for (const id of queue)
      for (const link of links.get(id)!) {
        const next = link[end];
        if (distance.has(next)) continue;
        distance.set(next, distance.get(id)! + 1);
        reachedBy.set(next, link);
        queue.push(next);
      }
  };
  for (const id of starts) distance.set(id, 0);
  const all = [...starts];
  reach(all, on, 'to');
  // One step against the links at a time, and from there along them again.
  for (let at = 0; at < all.length; at++)
    for (const link of back.get(all[at]!)!) {
      if (distance.has(link.from)) continue;
      distance.set(link.from, distance.get(all[at]!)! + 1);
      reachedBy.set(link.from, link);
      const more = [link.from];
      reach(more, on, 'to');
      all.push(...more);
    }
}

/** Everything joined to a concept, whichever way the links lead. */
function partOf(start: string, on: Links, back: Links): string[] {
  const seen = new Set([start]);
  for (const id of seen) {
    for (const { to } of on.get(id)!) seen.add(to);
    for (const { from } of back.get(id)!) seen.add(from);
  }
  return [...seen];
}

/** More concepts than this are not all tried as the main idea, only those with the most links. */
const MOST_TRIED = 300;

/** The concept that reaches the most others along the links, and among those the one that reaches them most directly. */
function mainIdea(concepts: readonly string[], on: Links): string | undefined {
  const tried =
    concepts.length <= MOST_TRIED
      ? concepts
      : [...concepts].sort((a, b) => on.get(b)!.length - on.get(a)!.length).slice(0, MOST_TRIED);
  let best: { id: string; reached: number; steps: number } | undefined;
  for (const id of tried) {
    const distance = new Map([[id, 0]]);
    let steps = 0;
    for (const [at, far] of distance)
      for (const { to } of on.get(at)!)
        if (!distance.has(to)) {
          distance.set(to, far + 1);
          steps += far + 1;
        }
    const reached = distance.size;
    if (!best || reached > best.reached || (reached === best.reached && steps < best.steps))
      best = { id, reached, steps };
  }
  return best?.id;
}

/** Whether the way by which `id` was reached from the main idea leads over `above`. */
function isUnder(id: string, above: string, reachedBy: ReadonlyMap<string, Proposition>): boolean {
  let at: string | undefined = id;
  for (let steps = 0; at !== undefined && steps <= reachedBy.size; steps++) {
    if (at === above) return true;
    const link = reachedBy.get(at);
    at = link && (link.to === at ? link.from : link.to);
  }
  return false;
}
