import type { Chart } from '../../chart';
import { flat, type KindInClass, type Statement, spoken } from '../in-class';
import { type By, familyOf, isUnknownParents, type Status } from './family';

const CHILD: Readonly<Record<By, string>> = {
  birth: 'is a child of',
  adopted: 'is an adopted child of',
  foster: 'is a foster child of',
  step: 'is a stepchild of',
};
const COUPLE: Readonly<Record<Status, string>> = {
  married: 'is married to',
  partner: 'is the partner of',
  parted: 'is parted from',
};

/** Who is whose child, and who is joined to whom. */
function statements(chart: Chart): Statement[] {
  const name = (id: string) => (isUnknownParents(chart.items[id]!) ? '' : spoken(chart, id));
  return familyOf(chart).couples.flatMap(({ partners, status, children }): Statement[] => {
    const [a, b] = partners;
    return [
      ...(a !== undefined && b !== undefined
        ? [{ from: name(a), to: name(b), phrase: COUPLE[status], mutual: true as const, items: [a, b], said: b }]
        : []),
      ...children.flatMap(({ id, by }) =>
        partners.map((parent) => ({
          from: name(id),
          to: name(parent),
          phrase: CHILD[by],
          items: [id, parent],
          said: id,
        })),
      ),
    ];
  });
}

export const familyInClass: KindInClass = {
  statements,
  bare: [
    {
      id: 'no-levels',
      label: 'The people alone, without how they are related',
      from: (chart) => flat(chart, ['relation', 'father', 'mother', 'partners', 'twin']),
    },
  ],
};
