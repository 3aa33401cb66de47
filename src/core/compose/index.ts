export { LEAST_PRINT, listProblems, unsettled } from './checks';
export { type ComposeOptions, type Composition, compose, composing } from './compose';
export { baseline, textMarks } from './draw';
export { enclosedOf } from './enclosed';
export { faceOf } from './face';
export { drawPage, frameOf, type PageNumber, SUBTITLE } from './page';
export { type Painted, paint } from './paint';
export { arranged, onto, type Prepared, prepare, smallestOf, smallestSet } from './prepare';
export { lookOfItem, ruledBy, ruleName, type Source, whyOf } from './ruled';
