/** Twins: brothers and sisters whose lines part at one point. */
import type { Point } from '../../layout';
import { dateIn, isYes } from '../../list';
import type { ArrangedLink, ArrangeInput } from '../arrangement';
import type { Family } from './family';

/** Twins with all who were born with them, oneself among them. */
export function twinsOf(family: Family, items: ArrangeInput['chart']['items']): Map<string, string[]> {
  const twins = new Map<string, string[]>();
  for (const { children } of family.couples) {
    let run: string[] = [];
    for (const [i, { id, by }] of children.entries()) {
      const before = children[i - 1];
      if (before?.by === by && areTwins(items[before.id]!.fields, items[id]!.fields, by === 'birth')) run.push(id);
      else run = [id];
      if (run.length > 1) for (const one of run) twins.set(one, run);
    }
  }
  return twins;
}

/** Twins' lines part at one point: neighbours among brothers and sisters, born on one day or said to be twins. */
export function meetAsTwins(
  links: readonly ArrangedLink[],
  twins: ReadonlyMap<string, readonly string[]>,
  down: boolean,
): ArrangedLink[] {
  if (twins.size === 0) return [...links];
  const along = ([x, y]: Point) => (down ? x : y);
  const depth = ([x, y]: Point) => (down ? y : x);
  const own = links.filter(({ role, to }) => role === 'child-of' && twins.has(to));
  const wayTo = new Map(own.map((link) => [link.to, link.points]));
  return links.map((link) => {
    const run = link.role === 'child-of' ? twins.get(link.to) : undefined;
    const ways = run?.flatMap((id) => (wayTo.has(id) ? [wayTo.get(id)!] : []));
    if (!ways || ways.length < 2) return link;
    const meet = ways.reduce((sum, way) => sum + along(way.at(-1)!), 0) / ways.length;
    // One that lies straight under the couple has no bend of its own: the others say how deep the line along is.
    const bus = Math.max(...ways.map((way) => depth(way.at(-2)!)));
    const at = (a: number): Point => (down ? [a, bus] : [bus, a]);
    const before = link.points.slice(0, -1).filter((point) => depth(point) < bus - 0.01);
    return { ...link, points: [...before, at(along(before.at(-1)!)), at(meet), link.points.at(-1)!] };
  });
}

/**
 * Who are said to be twins are, unless they were born apart. Who are not said to be are only where both came to the couple by
 * birth, on one day: the first of January stands for a day that nobody knows.
 */
function areTwins(a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>, byBirth: boolean): boolean {
  const [one, other] = [dateIn(a['born']), dateIn(b['born'])];
  const apart = one && other && Math.abs(one.year - other.year) > 1;
  const said = [a['twin'], b['twin']].map((word) => word !== undefined && word !== '');
  const [isOne, isOther] = [isYes(a['twin'] ?? ''), isYes(b['twin'] ?? '')];
  if (isOne && isOther) return !apart;
  if (said[0] || said[1] || !byBirth || !one || !other || one.day === 0) return false;
  const newYear = one.month === 1 && one.day === 1;
  return !newYear && one.year === other.year && one.month === other.month && one.day === other.day;
}
