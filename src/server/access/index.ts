export {
  type Access,
  bySession,
  type ChartHead,
  chartFor,
  linkEnd,
  mayWrite,
  noStyle,
  notThere,
  sharedWith,
  styleFor,
  stylesSharedWith,
  summed,
  withAccount,
} from './access';
export { type AskedShare, addShare, changeShare, endShare, listShares, type Share, type Target } from './shares';
