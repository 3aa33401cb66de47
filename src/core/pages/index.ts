/** The pages that a chart, or its views, are printed on. */
export { type Booklet, type BookletPage, booklet, LEAST_INITIAL } from './booklet';
export { viewScenes } from './of-views';
export { type Pages, pagesOf } from './pages-of';
export { type Tile, tilesOf } from './wall';
