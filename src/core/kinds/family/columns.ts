import { type Column, inLanguages } from '../../list';

export const columns: readonly Column[] = inLanguages([
  { field: 'name', label: 'Name', headings: ['fullname', 'person', 'names', 'who'] },
  {
    field: 'born',
    label: 'Born',
    hint: 'born',
    type: 'date',
    headings: ['birth', 'birthdate', 'dateofbirth', 'dob', 'b', 'birthyear', 'yearofbirth'],
  },
  {
    field: 'died',
    label: 'Died',
    type: 'date',
    headings: ['death', 'deathdate', 'dateofdeath', 'dod', 'd', 'deathyear', 'yearofdeath'],
  },
  { field: 'relation', label: 'Relation', hint: 'child, partner ...', headings: ['relationship', 'by', 'how'] },
  {
    field: 'twin',
    label: 'Twin',
    type: 'yes-no',
    headings: ['twins', 'zwilling', 'jumeau', 'gemelo', 'gemello', 'tweeling'],
  },
  { field: 'sex', label: 'Sex', headings: ['gender', 'mf'] },
  { field: 'father', label: 'Father', refers: 'one', headings: ['fatherid', 'dad', 'fathername'] },
  { field: 'mother', label: 'Mother', refers: 'one', headings: ['motherid', 'mum', 'mom', 'mothername'] },
  {
    field: 'partners',
    label: 'Partners',
    refers: 'many',
    headings: ['partner', 'partnerid', 'spouse', 'spouses', 'spouseid', 'marriedto', 'wife', 'husband', 'married'],
  },
  { field: 'id', label: 'Id', headings: ['no', 'number', 'key', 'personid'] },
]);
