export { type SceneChange, sameMarks, sceneHearer, sceneTeller } from './changed';
export { type Box, type Mark, marksOf, type Scene, type SceneBand, type SceneItem } from './scene';
export { dashOf, outlines, padding, pathThrough, short } from './shapes';
export { escapeXml, lettersOf, sceneSvg } from './svg';
