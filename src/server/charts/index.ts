export { changeChart, changesSince, recentSteps } from './changes';
export { watch } from './events';
export { replaceList } from './refresh';
export { keepRoles, rolesFor } from './roles';
export {
  BIN_DAYS,
  binChart,
  type ChartCard,
  chartOpened,
  createChart,
  getChart,
  listCharts,
  listFolders,
  putInFolder,
  restoreChart,
  SORTS,
  type Sort,
} from './store';
