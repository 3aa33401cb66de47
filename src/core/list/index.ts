export { withoutRemarks } from './cells';
export { columnKey } from './columns';
export {
  type CompareOptions,
  type Comparison,
  compareList,
  ENTRIES,
  type EntryKind,
  entryKey,
  longDate,
  type Person,
  summaryOf,
} from './compare';
export { writeGrid } from './csv';
export { dateIn, dateKey, type LooseDate } from './dates';
export { looksLikeLdif, looksLikeVcard, tableOfLdif, tableOfVcards } from './directories';
export { byFamily, nameParts } from './family-names';
export { byType, isYes, natural, showField } from './format';
export { inLanguages } from './headings';
export { jsonForm, readRecords } from './json';
export { readGraph } from './json-graph';
export { listAsJson } from './json-write';
export { levelMarks, type OutlineLine, outlineLines } from './levels';
export {
  depthOfJson,
  isTooMany,
  linesIn,
  MOST_LEVELS,
  MOST_LINES,
  NothingToDraw,
  TOO_MANY_LINES,
  tooDeep,
  tooManyItems,
} from './limits';
export { lineProblems } from './lines';
export { matchLines, SURE } from './match';
export { mergeLines, problemKey } from './merge-lines';
export { jaroWinkler, LIKELY, likeness } from './names';
export { readChance, readNumber, showChance, showNumber } from './numbers';
export { outlineForm, readOutline } from './outline';
export { nameAnd, oneLine, type SplitLine, writeOutline } from './outline-lines';
export { recognise } from './recognise';
export { circles, itemBy, itemFinder, references, resolveParents } from './refer';
export { GRADE, headingsOf, LEFT_OUT, LEVEL, NUMBERING, PLACE_ROLES } from './roles';
export { type TableOptions, tableForms } from './table';
export {
  type Column,
  countingIds,
  isNested,
  type ListForm,
  type ListRead,
  type Problem,
  parsedOnce,
  type ReadContext,
  type Repair,
  refusedAs,
  type TableForm,
} from './types';
export {
  ACCENTS,
  editDistance,
  folded,
  headingKey,
  isSound,
  joinContinued,
  nameFinder,
  plainText,
  SOFT_BREAK,
  sound,
  tidy,
  writeContinued,
} from './words';
export { fieldLabel, fieldTypeOf, type Grid, type GridColumn, gridOf, ownFields } from './write';
export { dateOfVersion7, dateWords, writtenDate } from './written-dates';
