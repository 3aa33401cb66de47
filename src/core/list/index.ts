export { type Comparison, compareList } from './compare';
export { levelMarks, type OutlineLine, outlineLines } from './levels';
export { readChance, readNumber, showChance, showNumber } from './numbers';
export { nameAnd, outlineForm, readOutline, type SplitLine, writeOutline } from './outline';
export { recognise } from './recognise';
export { circles, itemBy, itemFinder, references, resolveParents } from './refer';
export { type TableOptions, tableForms, writeCsv } from './table';
export {
  type Column,
  countingIds,
  type ListForm,
  type ListRead,
  type Problem,
  type ReadContext,
  type Repair,
} from './types';
export { editDistance, folded, headingKey, nameFinder, plainText, tidy } from './words';
export { listAsCsv } from './write';
