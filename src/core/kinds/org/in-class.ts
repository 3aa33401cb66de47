import { type Chart, treeOf, walk } from '../../chart';
import { flat, type KindInClass, type Statement, spoken } from '../in-class';
import { SECOND } from './second';

/** Who reports to whom, by name, or by post where it is vacant. */
function statements(chart: Chart): Statement[] {
  const name = (id: string) => spoken(chart, id, 'post');
  const lines = walk(treeOf(chart.items)).flatMap(({ id }): Statement[] => {
    const parent = chart.items[id]!.parent;
    return parent === null
      ? []
      : [{ from: name(id), to: name(parent), phrase: 'reports to', items: [id, parent], said: id }];
  });
  const second = Object.values(chart.links).flatMap(({ id, from, to, role }): Statement[] =>
    role === SECOND ? [{ from: name(to), to: name(from), phrase: 'also reports to', items: [to, from], said: id }] : [],
  );
  return [...lines, ...second];
}

export const orgInClass: KindInClass = {
  statements,
  bare: [{ id: 'no-levels', label: 'The list without its levels', from: (chart) => flat(chart) }],
};
