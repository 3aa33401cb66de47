export { negotiate } from './accept';
export { BODY_LIMIT, LIST_LIMIT, meets, readJson, readText } from './body';
export { answerError, endpoint, json, paramOf } from './endpoint';
export { once } from './once';
export { ApiError, problemResponse } from './problem';
