export { type SceneChange, sameMarks, sceneHearer, sceneTeller } from './changed';
export {
  type Box,
  grown,
  isTurned,
  type Mark,
  marksOf,
  overlapping,
  type PlacedMark,
  type Scene,
  type SceneBand,
  type SceneItem,
} from './scene';
export { dashOf, outlines, padding, pathThrough, short } from './shapes';
export { escapeXml, lettersOf, sceneSvg } from './svg';
