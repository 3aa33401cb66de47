export { type ComposeOptions, type Composition, compose } from './compose';
