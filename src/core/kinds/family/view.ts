/** Who is drawn, and the person whom the views and figures are about. */
import type { Chart } from '../../chart';
import { itemBy } from '../../list';
import { remembered } from '../../remember';
import { chosen } from '../choices';
import { ancestorsOf, descendantsOf } from './ancestors';
import { choices } from './choices';
import { type Family, familyOf } from './family';
import { depthOf } from './kinship';

/** The chosen person; else the one with the longest known line of ancestors, the first of equals. */
export function personOf(chart: Chart): string | undefined {
  const family = familyOf(chart);
  const named = itemBy(chart.items, String(chosen(choices, chart.arrangement, 'person')));
  if (named !== undefined) return named;
  return longestLine(family);
}

const longestLine = remembered((family: Family): string | undefined => {
  const depths = depthOf(family);
  return family.people.reduce<string | undefined>(
    (best, id) => (best === undefined || depths.get(id)! > depths.get(best)! ? id : best),
    undefined,
  );
});

/** The people that are drawn. */
export function shownPeople(chart: Chart): ReadonlySet<string> {
  const family = familyOf(chart);
  const view = chosen(choices, chart.arrangement, 'view');
  const person = view === 'everyone' ? undefined : personOf(chart);
  if (person === undefined) return new Set(family.people);
  const shown = new Set<string>([person]);
  if (view !== 'descendants') for (const id of ancestorsOf(family, person)) shown.add(id);
  if (view !== 'ancestors')
    for (const id of [person, ...descendantsOf(family, person)]) {
      shown.add(id);
      for (const { partners } of family.couplesOf.get(id)!) for (const partner of partners) shown.add(partner);
    }
  return shown;
}
