export { negotiate } from './accept';
export { BODY_LIMIT, LIST_LIMIT, meets, readBytes, readJson } from './body';
export { answerError, endpoint, json, paramOf } from './endpoint';
export { once } from './once';
export { ApiError, problemResponse } from './problem';
