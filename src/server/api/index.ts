export { asAnswer, composeList } from './compose';
export { dpiOf } from './dpi';
export { fitted } from './fitted';
export { openApi } from './openapi';
export { fitAsked, pageAsked, pagesAnswerOf, scenesOf } from './pages';
export { itemAsked, partAsked } from './part';
export * as schemas from './schemas';
