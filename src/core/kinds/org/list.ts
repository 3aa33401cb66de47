import { type Column, outlineForm, tableForms } from '../../list';

export const columns: readonly Column[] = [
  {
    field: 'name',
    label: 'Name',
    headings: ['fullname', 'person', 'employee', 'employeename', 'staffname', 'who', 'names'],
  },
  { field: 'post', label: 'Post', headings: ['title', 'jobtitle', 'job', 'position', 'role', 'posttitle', 'function'] },
  {
    field: 'superior',
    label: 'Reports to',
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
    headings: ['number', 'no', 'key', 'staffid', 'staffno', 'employeeid', 'personid', 'personnelnumber', 'payrollno'],
  },
  { field: 'department', label: 'Department', headings: ['dept', 'team', 'unit', 'section', 'division', 'group'] },
  { field: 'email', label: 'E-mail', headings: ['mail', 'emailaddress'] },
  { field: 'phone', label: 'Phone', headings: ['telephone', 'tel', 'mobile', 'extension', 'phonenumber'] },
  { field: 'place', label: 'Place', headings: ['location', 'site', 'office', 'room', 'building', 'workplace'] },
  { field: 'photo', label: 'Photo', headings: ['picture', 'image', 'portrait'] },
  {
    field: 'start',
    label: 'Start date',
    headings: ['start', 'started', 'since', 'joined', 'hired', 'hiredate', 'startdate'],
  },
];

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

export const forms = [...tableForms(TABLE), outlineForm(OUTLINE)];
