export { asAnswer, composeList, dpiOf } from './compose';
export { openApi } from './openapi';
export * as schemas from './schemas';
