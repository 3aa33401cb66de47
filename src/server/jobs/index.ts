export { tellFigures } from './figures';
export { heavy } from './heavy';
export { pool } from './pool';
