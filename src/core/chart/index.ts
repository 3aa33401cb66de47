export type { Applied, ChangeProblem } from './applied';
export { apply } from './apply';
export * from './changes';
export { type Clash, clashes } from './clash';
export { differenceOf } from './difference';
export { isLeftwardChart, nameOrderOf } from './direction';
export * from './face';
export { advance, type Entry, followed, type Origin, stacked, type Timeline } from './history';
export * from './look';
export { merged } from './merge';
export { mirrored } from './mirror';
export * from './model';
export { nudgeSchema } from './nudge';
export { firstOrders, ordersAfter } from './order';
export * from './page';
export { PARTS, type Part, type Parts, type StoredValue, storedOf } from './parts';
export * from './rules';
export { type Salvaged, salvaged } from './salvage';
export { addSet, renameSet } from './sets';
export * from './sheet';
export { type Stands, standsSchema } from './stands';
export {
  readingStored,
  type StoredChange,
  storedChange,
  storedWhole,
  type Unmet,
  UnreadableChart,
  unmetIn,
} from './stored';
export { type ChartChange, chartHearer, chartTeller } from './told';
export { closedTo, WORK_PARTS, type WorkPart } from './touched';
export * from './tree';
export * from './view';
export { type Misfit, misfitOf } from './whole';
export { NEVER_WITHOUT, PICTURE_FIELD, withoutFields } from './without';
export * from './words';
