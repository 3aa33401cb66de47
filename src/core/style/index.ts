export { contrast, LEAST_CONTRAST, luminance, readable } from './colour';
export { type House, houseOf, houses } from './houses';
export { itemLook, tierLook } from './resolve';
