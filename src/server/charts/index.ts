export { type ChartHead, chartFor as getHead } from '../access';
export { changeChart, changesSince, recentSteps } from './changes';
export { type Mendable, mend, mendable } from './mend';
export { replaceList } from './refresh';
export { keepRoles, rolesFor } from './roles';
export {
  BIN_DAYS,
  binChart,
  type ChartCard,
  chartOpened,
  createChart,
  getChart,
  getRevision,
  getValue,
  listCharts,
  listFolders,
  putInFolder,
  restoreChart,
  SORTS,
  type Sort,
} from './store';
export { eventStream, streamOf } from './stream';
