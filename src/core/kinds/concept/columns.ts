import type { Column } from '../../list';

export const columns: readonly Column[] = [
  {
    field: 'from',
    label: 'From',
    refers: 'one',
    headings: ['fromconcept', 'concept1', 'concepta', 'firstconcept', 'source', 'subject'],
  },
  {
    field: 'phrase',
    label: 'Linking phrase',
    hint: 'linking phrase',
    headings: [
      'link',
      'linkingphrase',
      'linkingwords',
      'linkingword',
      'relation',
      'relationship',
      'verb',
      'predicate',
      'label',
    ],
  },
  {
    field: 'name',
    label: 'Concept',
    headings: ['to', 'toconcept', 'concept2', 'conceptb', 'secondconcept', 'target', 'object', 'idea', 'name'],
  },
  { field: 'level', label: 'Level', headings: ['tier'] },
];
