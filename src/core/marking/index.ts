export {
  type Compared,
  type Comparison,
  compareStatements,
  NEAR,
  type NearName,
  nameLikeness,
  type Verdict,
} from './compare';
export { countedIn, rubricOf } from './counted';
export { withCompared } from './on-picture';
export {
  type CountedRow,
  type Mark,
  type Marked,
  markedBy,
  markProblem,
  markSchema,
  type Scheme,
  schemeSchema,
} from './scheme';
export {
  type ClassCompared,
  classOf,
  type Scored,
  type ScoreLine,
  scoreOf,
  sentence,
  WEIGHTS,
  type Weights,
} from './score';
export { BLANKS, begin, EMPTY, startsOf, type TaskStart, WHOLE } from './starts';
