export { type Blanking, WORKSHEET_LIMITS, type WorksheetAsked, WRITE_WHERE, type WriteWhere } from './asked';
export { type Verdict, verdictOf } from './check';
export { HAND, SHEET_WORDS, type Sheet } from './paper';
export {
  type Blank,
  type PicturedVersion,
  type VersionAnswers,
  type Worksheet,
  type WorksheetVersion,
  worksheetAnswers,
  worksheetOf,
  worksheetPictures,
} from './worksheet';
