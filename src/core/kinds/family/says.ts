import type { Chart } from '../../chart';
import type { Structure } from '../arrangement';
import { listed, nameIn } from '../saying';
import { familyOf, isUnknownParents } from './family';

export function says(chart: Chart, structure: Structure): string[] {
  const couples = familyOf(chart).couples.filter(({ partners }) => partners.length === 2);
  const first = structure.order.filter((id) => structure.tierOf.get(id) === 1 && !isUnknownParents(chart.items[id]!));
  const name = (id: string) => nameIn(chart, id, 'somebody unknown');
  const childless = couples.filter(({ children }) => children.length === 0).length;
  const largest = [...couples].sort((a, b) => b.children.length - a.children.length)[0];
  return [
    ...(first.length > 0 ? [`The first generation: ${listed(first.map(name))}.`] : []),
    ...(couples.length > 0
      ? [
          `${couples.length} ${couples.length === 1 ? 'couple' : 'couples'}${childless > 0 ? `, ${childless} without children here` : ''}.`,
        ]
      : []),
    ...(largest && largest.children.length > 1
      ? [
          `The most children, ${largest.children.length}, have ${listed(largest.partners.map(name))}: ${listed(largest.children.map(({ id }) => name(id)))}.`,
        ]
      : []),
  ];
}
