export { negotiate } from './accept';
export { keyOf, printOf } from './answers';
export { isJsonType, LIST_LIMIT, meets, readBytes, readJson } from './body';
export {
  type Asked,
  answerError,
  endpoint,
  type Handler,
  idOf,
  json,
  numberOf,
  paramOf,
  textOf,
  textsOf,
} from './endpoint';
export { once } from './once';
export { ApiError, problemResponse, wrongValue } from './problem';
