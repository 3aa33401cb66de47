import { nameAnd, outlineForm, resolveParents, tableForms } from '../../list';
import { withSecondLines } from './second';

const OUTLINE = `Oriel Tansley | Garden director
\tPiet Marrable | Head of plants
\t\tSuda Welk | Glasshouse lead
\t\tHanne Ostrey | Outdoor beds lead
\tMaud Ferrow | Head of learning
\t\tTolu Adeyri | Schools programme
`;

const TABLE = `Name,Post,Reports to
Oriel Tansley,Garden director,
Piet Marrable,Head of plants,Oriel Tansley
Suda Welk,Glasshouse lead,Piet Marrable
Maud Ferrow,Head of learning,Oriel Tansley
Tolu Adeyri,Schools programme,Maud Ferrow
`;

export const forms = [
  ...tableForms(TABLE, {
    parent: 'superior',
    levels: true,
    each: true,
    sections: 'department',
    resolve: (list) => withSecondLines({ ...list, items: resolveParents(list.items, 'superior', 'post') }),
  }),
  outlineForm(OUTLINE, nameAnd('post')),
];
