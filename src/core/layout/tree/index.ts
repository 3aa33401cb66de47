export { withAllUnder } from './below';
export { type Best, bestFit, type Room, type Variant } from './best';
export { thinned } from './curves';
export { evenness } from './even';
export { tree } from './tree';
export {
  type Drop,
  type EnclosedBranch,
  FORMS,
  type Form,
  type Setting,
  type Tree,
  type TreeGaps,
  type TreeInput,
} from './types';
export { corners, type DrawnDrop, type Shift, type TreeLine, wayOf } from './way';
