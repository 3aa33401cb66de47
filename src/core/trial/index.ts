export { LOOKS, onlyChosen } from './chosen';
export { type Clash, type Merged, merge, type Side } from './merge';
