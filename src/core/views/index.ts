export { bare, dressed } from './dressed';
export { viewOf, viewsOf } from './each';
export { forView, patchedView } from './for-view';
export { saidOf, type Viewed, viewed } from './viewed';
