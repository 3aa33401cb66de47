export { type Comparison, compareList } from './compare';
export { outlineForm } from './outline';
export { recognise } from './recognise';
export { superiorFinder } from './superiors';
export { tableForms } from './table';
export {
  type Column,
  countingIds,
  type ListForm,
  type ListRead,
  type Problem,
  type ReadContext,
  type Repair,
} from './types';
export { folded, nameFinder, tidy } from './words';
export { listAsCsv, listAsOutline } from './write';
