export type { Applied, ChangeProblem } from './applied';
export { apply } from './apply';
export * from './changes';
export { advance, type Entry, type Origin, stacked, type Timeline } from './history';
export { merged } from './merge';
export * from './model';
export { firstOrders, ordersAfter } from './order';
export { type ChartChange, chartHearer, chartTeller } from './told';
export * from './tree';
