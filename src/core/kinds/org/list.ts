import { type Chart, treeOf, walk } from '../../chart';
import {
  type Column,
  inLanguages,
  nameAnd,
  outlineForm,
  references,
  resolveParents,
  tableForms,
  writeOutline,
} from '../../list';
import { rememberedPair } from '../../remember';
import { FIELD, SECOND, secondCell, withSecondLines } from './second';

export const columns: readonly Column[] = inLanguages(
  [
    {
      field: 'name',
      label: 'Name',
      headings: ['fullname', 'person', 'employee', 'employeename', 'staffname', 'who', 'names'],
    },
    {
      field: 'post',
      label: 'Post',
      hint: 'post',
      headings: ['title', 'jobtitle', 'job', 'position', 'role', 'posttitle', 'function'],
    },
    {
      field: 'superior',
      label: 'Reports to',
      refers: 'one',
      headings: [
        'reportsto',
        'reportingto',
        'manager',
        'managername',
        'managerid',
        'linemanager',
        'superior',
        'superiorid',
        'supervisor',
        'supervisorid',
        'reportstoid',
        'boss',
        'parent',
        'parentid',
      ],
    },
    {
      field: 'id',
      label: 'Id',
      about: 'A number or code that stays the same whatever somebody is called; newer lists are matched by it',
      headings: [
        'number',
        'no',
        'key',
        'persno',
        'personnelno',
        'empno',
        'employeeno',
        'employeenumber',
        'staffid',
        'staffno',
        'employeeid',
        'personid',
        'personnelnumber',
        'payrollno',
      ],
    },
    {
      field: FIELD,
      label: 'Dotted line to',
      about: 'A second superior, for part of the work',
      refers: 'many',
      headings: [
        'dottedline',
        'dottedlineto',
        'dottedlinemanager',
        'secondmanager',
        'secondsuperior',
        'functionalmanager',
        'alsoreportsto',
        'matrixmanager',
      ],
    },
    {
      field: 'aide',
      label: 'Aide',
      about: 'A post that helps its superior, such as an office; it stands beside the line to the others',
      type: 'yes-no',
      places: 'Stands beside the line to the others, not among them',
      headings: ['isaide', 'staffpost', 'assistantpost'],
    },
    {
      field: 'tier',
      label: 'Set on tier',
      type: 'number',
      places: 'Deeper than its place in the list, such as a grade',
      headings: ['settier', 'setontier', 'ontier'],
    },
    { field: 'department', label: 'Department', headings: ['dept', 'team', 'unit', 'section', 'division', 'group'] },
    { field: 'email', label: 'E-mail', headings: ['mail', 'emailaddress'] },
    { field: 'phone', label: 'Phone', headings: ['telephone', 'tel', 'mobile', 'extension', 'phonenumber'] },
    { field: 'place', label: 'Place', headings: ['location', 'site', 'office', 'room', 'building', 'workplace'] },
    { field: 'photo', label: 'Photo', headings: ['picture', 'image', 'portrait'] },
    {
      field: 'start',
      label: 'Start date',
      type: 'date',
      headings: ['start', 'started', 'since', 'joined', 'hired', 'hiredate', 'startdate'],
    },
  ],
  { [FIELD]: 'dotted' },
);

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
    resolve: (list) => withSecondLines({ ...list, items: resolveParents(list.items, 'superior', 'post') }),
  }),
  outlineForm(OUTLINE, nameAnd('post')),
];

const referring = rememberedPair((items: Chart['items'], links: Chart['links']) => {
  const second = Object.values(links).flatMap(({ role, from }) => (role === SECOND ? [from] : []));
  return references({ items }, [...Object.values(items).flatMap(({ parent }) => parent ?? []), ...second]);
});

/** Who is above is where a line stands; words that could not be resolved stay in the field. */
export function cell(chart: Chart, item: string, field: string): string | undefined {
  if (field !== 'superior' && field !== 'id' && field !== FIELD) return undefined;
  const refer = referring(chart.items, chart.links);
  if (field === 'id') return refer.idOf(item);
  if (field === FIELD) return secondCell(chart, item, refer.textOf);
  const { parent } = chart.items[item]!;
  return parent === null ? undefined : refer.textOf(parent);
}

/** Names and posts, a tab a level. */
export const outlineOf = (chart: Chart): string =>
  writeOutline(
    walk(treeOf(chart.items)).map(({ id, depth }) => {
      const { name, post = '' } = chart.items[id]!.fields;
      return { level: depth, cells: [name || 'Vacant post', ...(post === '' ? [] : [post])] };
    }),
  );
