export { type Aimed, bestOf, stays } from './aim';
export { type Dock, dockPoint, type Obstacle, type Side, type Wanted, waysAround } from './around';
export { boundByArea, grownArea } from './bound';
export { crossingsOf } from './crossings';
export { partedAt, runsThrough, wayByHand } from './detour';
export { type Layered, type LayeredEdge, type LineForm, layered } from './layered';
export { LINE_GAP, withGap } from './line-gap';
export { countCrossings, type LayerGraph, orderLayers } from './order';
export {
  type Fit,
  fitToPage,
  largestScale,
  MM,
  paperMillimetres,
  paperPoints,
  sheetPoints,
  type Wall,
  wallOf,
  wantedSize,
} from './page';
export type { Point } from './point';
export { type RankEdge, ranksOf } from './ranks';
export { hullOf, inRing, type RegionFound, regionOf } from './region';
export { firstWhere } from './search';
export { keepApart, spread } from './spread';
export { leastStress, movedApart, type StressPair, stepsFrom } from './stress';
export { type Forest, type TidyGaps, tidy } from './tidy';
export * from './tree';
export { withoutRepeats } from './trunk';
