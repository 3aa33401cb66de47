/** Enclosures before anything is placed: what each is round, which are within which, and the room they take. */
import { branchOf, type Chart, treeOf } from '../chart';
import type { Enclosed, Structure } from '../kinds';

/** From boxes to the innermost shape round them, and from there to each that is further out, in points. */
const PAD = 6;
const APART = 5;
/** Height of a name within its shape, in points. */
export const NAME = { size: 9.5, height: 14 } as const;

function membersOf({ around }: Enclosed['enclosure'], chart: Chart, structure: Structure): ReadonlySet<string> {
  if ('tier' in around) return new Set(structure.order.filter((id) => structure.tierOf.get(id) === around.tier));
  const asked =
    'items' in around ? around.items : chart.items[around.branch] ? branchOf(treeOf(chart.items), around.branch) : [];
  const drawn = new Set(structure.order);
  return new Set(asked.map((id) => structure.standsFor?.get(id) ?? id).filter((id) => drawn.has(id)));
}

function share(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  for (const id of a) if (b.has(id)) return true;
  return false;
}

/** The enclosures of a chart that have something in them, those further out first. */
export function enclosedOf(chart: Chart, structure: Structure): Enclosed[] {
  if (!chart.enclosures) return [];
  const groups = Object.values(chart.enclosures)
    .map((enclosure) => ({ enclosure, members: membersOf(enclosure, chart, structure) }))
    .filter(({ members }) => members.size > 0)
    .sort((a, b) => a.members.size - b.members.size || (a.enclosure.id < b.enclosure.id ? -1 : 1));
  const head = ({ name }: Enclosed['enclosure']) => (name === '' ? 0 : NAME.height);
  // Of two round the very same, the later one is further out.
  const within = groups.map(({ members }, i) =>
    groups.flatMap((inner, j) => (j < i && share(inner.members, members) ? [j] : [])),
  );
  const levels: number[] = [];
  for (const inner of within) levels.push(inner.reduce((most, j) => Math.max(most, levels[j]! + 1), 0));
  return groups
    .map(({ enclosure, members }, i): Enclosed => {
      const level = levels[i]!;
      const outermost = within.reduce(
        (most, inner, j) => (inner.includes(i) ? Math.max(most, levels[j]!) : most),
        level,
      );
      // Names over shapes that begin at the same box stand one over the other.
      const under = within[i]!.reduce(
        (sum, j) => (firstOf(groups[j]!.members) === firstOf(members) ? sum + head(groups[j]!.enclosure) : sum),
        0,
      );
      return {
        enclosure,
        members,
        level,
        share: (level + 1) / (outermost + 1),
        pad: PAD + level * APART,
        head: head(enclosure) + under,
      };
    })
    .reverse();
}

const firstOf = (members: ReadonlySet<string>) => members.values().next().value;
