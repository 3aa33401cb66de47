export { type Composition, compose } from './compose';
