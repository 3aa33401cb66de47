/** Enclosures before anything is placed: what each is round, which are within which, and the room they take. */
import { branchOf, type Chart, treeOf } from '../chart';
import type { Enclosed, Structure } from '../kinds';

/** From boxes to the innermost shape round them, and from there to each that is further out, in points. */
const PAD = 6;
const APART = 5;
/** Height of a name within its shape, in points. */
export const NAME = { size: 9.5, height: 14 } as const;

function membersOf({ around }: Enclosed['enclosure'], chart: Chart, structure: Structure): ReadonlySet<string> {
  const shown = (ids: readonly string[]) =>
    new Set(
      ids.map((id) => structure.standsFor?.get(id) ?? id).filter((id) => structure.tierOf.has(id) && drawn.has(id)),
    );
  const drawn = new Set(structure.order);
  if ('branch' in around) return shown(chart.items[around.branch] ? branchOf(treeOf(chart.items), around.branch) : []);
  if ('items' in around) return shown(around.items);
  return shown(structure.order.filter((id) => structure.tierOf.get(id) === around.tier));
}

/** The enclosures of a chart that have something in them, those further out first. */
export function enclosedOf(chart: Chart, structure: Structure): Enclosed[] {
  if (!chart.enclosures) return [];
  const groups = Object.values(chart.enclosures)
    .map((enclosure) => ({ enclosure, members: membersOf(enclosure, chart, structure) }))
    .filter(({ members }) => members.size > 0)
    .sort((a, b) => a.members.size - b.members.size || (a.enclosure.id < b.enclosure.id ? -1 : 1));
  const levels: number[] = [];
  const placed = groups.map(({ enclosure, members }, i): Enclosed => {
    // Of two round the very same, the later one is further out.
    let level = 0;
    for (let inner = 0; inner < i; inner++)
      if ([...groups[inner]!.members].some((id) => members.has(id))) level = Math.max(level, levels[inner]! + 1);
    levels.push(level);
    return {
      enclosure,
      members,
      level,
      share: 1,
      pad: PAD + level * APART,
      head: enclosure.name === '' ? 0 : NAME.height,
    };
  });
  // Names over shapes that begin at the same box stand one over the other.
  const outermost = (i: number) =>
    placed.reduce(
      (most, { members, level }, j) =>
        j >= i && [...placed[i]!.members].some((id) => members.has(id)) ? Math.max(most, level) : most,
      0,
    );
  return placed
    .map((own, i): Enclosed => {
      const inner = placed.slice(0, i).filter(({ members }) => [...members].some((id) => own.members.has(id)));
      const under = inner.reduce(
        (most, { head, members }) => (firstOf(members) === firstOf(own.members) ? most + head : most),
        0,
      );
      return { ...own, head: own.head + under, share: (own.level + 1) / (outermost(i) + 1) };
    })
    .reverse();
}

const firstOf = (members: ReadonlySet<string>) => members.values().next().value;
