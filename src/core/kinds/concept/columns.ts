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
      'phrase',
      'linkingphrase',
      'linkwords',
      'connection',
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
  // The sign of an influence: + where more leads to more, - where it leads to less (common practice in causal maps).
  { field: 'polarity', label: 'Polarity', headings: ['sign', 'plusorminus'] },
  { field: 'level', label: 'Level', headings: ['tier'] },
];
