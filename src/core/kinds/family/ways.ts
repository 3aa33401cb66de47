/** Parts of a family that can be shown by themselves. */
import type { PartWay } from '../kind';
import { ancestorsOf, descendantsOf } from './ancestors';
import { type Family, familyOf } from './family';

/** Somebody's partners are shown beside them. */
function withPartners(family: Family, people: Iterable<string>): Set<string> {
  const all = new Set(people);
  for (const id of [...all])
    for (const { partners } of family.couplesOf.get(id) ?? []) for (const partner of partners) all.add(partner);
  return all;
}

/** The shortest way from one person to another, by descent or marriage; breadth first, so that no other has fewer steps. */
function wayBetween(family: Family, from: string, to: string): string[] {
  const before = new Map<string, string | null>([[from, null]]);
  const open = [from];
  for (const at of open) {
    if (at === to) break;
    const beside = [
      ...(family.originsOf.get(at) ?? []).flatMap(({ couple }) => couple.partners),
      ...(family.couplesOf.get(at) ?? []).flatMap(({ children, partners }) => [
        ...children.map(({ id }) => id),
        ...partners,
      ]),
    ];
    for (const id of beside)
      if (!before.has(id)) {
        before.set(id, at);
        open.push(id);
      }
  }
  if (!before.has(to)) return [];
  const way: string[] = [];
  for (let at: string | null = to; at !== null; at = before.get(at) ?? null) way.push(at);
  return way;
}

/** Both parents of everybody on a way that goes up through them: a child stands under a couple. */
function withParents(family: Family, way: readonly string[]): Set<string> {
  const all = new Set(way);
  for (const id of way)
    for (const { couple } of family.originsOf.get(id) ?? [])
      if (couple.partners.some((partner) => way.includes(partner))) for (const one of couple.partners) all.add(one);
  return all;
}

export const ways: readonly PartWay[] = [
  {
    id: 'ancestors',
    label: 'Ancestors of',
    from: 1,
    shown: (chart, [id]) => ({ items: new Set([id!, ...ancestorsOf(familyOf(chart), id!)]) }),
  },
  {
    id: 'descendants',
    label: 'Descendants of',
    from: 1,
    shown(chart, [id]) {
      const family = familyOf(chart);
      return { items: withPartners(family, [id!, ...descendantsOf(family, id!)]) };
    },
  },
  {
    id: 'both',
    label: 'Ancestors and descendants of',
    from: 1,
    shown(chart, [id]) {
      const family = familyOf(chart);
      return {
        items: new Set([...withPartners(family, [id!, ...descendantsOf(family, id!)]), ...ancestorsOf(family, id!)]),
      };
    },
  },
  {
    id: 'between',
    label: 'The way between',
    from: 2,
    shown(chart, [a, b]) {
      const family = familyOf(chart);
      return { items: withParents(family, wayBetween(family, a!, b!)) };
    },
  },
];
