export { listProblems, unsettled } from './checks';
export { type ComposeOptions, type Composition, compose } from './compose';
export { faceOf } from './face';
