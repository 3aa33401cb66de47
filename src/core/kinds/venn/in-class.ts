import { type Chart, setsOf } from '../../chart';
import { type KindInClass, type Statement, spoken } from '../in-class';
import { membershipOf } from './sets';

/** What belongs to which set; of counts, how many each line says. */
function statements(chart: Chart): Statement[] {
  const { items, counted } = membershipOf(chart);
  if (counted)
    return items.map((id) => ({
      from: spoken(chart, id),
      to: chart.items[id]!.fields['count'] ?? '',
      phrase: 'counts',
      toSet: true,
      items: [id],
      said: id,
    }));
  return setsOf(chart).flatMap(({ id: set, name, members }) => {
    const inside = new Set(members);
    return items
      .filter((id) => inside.has(id))
      .map(
        (id): Statement => ({
          from: spoken(chart, id),
          to: name,
          phrase: 'is in',
          toSet: true,
          items: [id],
          said: `${set} ${id}`,
        }),
      );
  });
}

export const vennInClass: KindInClass = {
  statements,
  bare: [
    {
      id: 'no-levels',
      label: 'Items and sets, nothing in any of them',
      from: (chart) => ({
        ...chart,
        sets: Object.fromEntries(Object.entries(chart.sets).map(([id, set]) => [id, { ...set, members: [] }])),
      }),
    },
  ],
};
