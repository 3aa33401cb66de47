export { type Fit, fitToPage, paperMillimetres, paperPoints } from './page';
export { type Point, type Route, route } from './routes';
export { type Forest, type TidyGaps, tidy } from './tidy';
export { type Leaves, type Tiered, type TieredGaps, tiered } from './tiered';
export { withoutRepeats } from './trunk';
