export type { Applied, ChangeProblem } from './applied';
export { apply } from './apply';
export * from './changes';
export { type Clash, clashes } from './clash';
export { isLeftwardChart, nameOrderOf } from './direction';
export { advance, type Entry, followed, type Origin, stacked, type Timeline } from './history';
export * from './look';
export { merged } from './merge';
export { mirrored } from './mirror';
export * from './model';
export { firstOrders, ordersAfter } from './order';
export * from './page';
export * from './rules';
export { addSet, renameSet } from './sets';
export * from './sheet';
export { type Stands, standsSchema } from './stands';
export {
  PARTS,
  type Part,
  type Parts,
  readingStored,
  type StoredChange,
  type StoredValue,
  storedChange,
  storedOf,
  UnreadableChart,
} from './stored';
export { type ChartChange, chartHearer, chartTeller } from './told';
export { closedTo, WORK_PARTS, type WorkPart } from './touched';
export * from './tree';
export { NEVER_WITHOUT, PICTURE_FIELD, withoutFields } from './without';
export * from './words';
