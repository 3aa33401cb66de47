export { type Cell, type Cells, cellsOf, chartOf, sameCell } from './cells';
export { whole } from './whole';
