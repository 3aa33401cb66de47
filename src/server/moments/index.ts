export { keepWhole, momentFor } from './at';
export { type BackAsked, backTo } from './back';
export { compare, compareHeads, compareWithList } from './compare';
export { foldLetters } from './fold';
export { type HistoryAsked, historyOf } from './history';
export { changePoint, makePoint, removePoint } from './points';
export { asView, noView, shownChart, viewsAsked } from './shown';
