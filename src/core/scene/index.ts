export { type SceneChange, sameMarks, sceneHearer, sceneTeller } from './changed';
export { type Move, movedBox, movedScene } from './moved';
export {
  type Box,
  boxOf,
  edgeKey,
  grown,
  isTurned,
  itemsUnder,
  type LineHead,
  type Mark,
  marksOf,
  overlapping,
  type PlacedMark,
  type Scene,
  type SceneBand,
  type SceneEdge,
  type SceneItem,
  type SceneLink,
  titleAt,
} from './scene';
export {
  boxAround,
  dashOf,
  isEven,
  isPlain,
  outlines,
  padding,
  pathThrough,
  short,
  wordsArea,
  wordsWidth,
} from './shapes';
export { type Drawing, drawingOf, SLIDE_SIZES, type SlidePicture, type SlideSize, slidesOf } from './slides';
export { filesOf, lettersOf, type Outlines, type PictureSource, sceneSvg, type TextMark } from './svg';
export { wordsAt } from './words-at';
