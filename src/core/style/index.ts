export { contrast, LEAST_CONTRAST, luminance, oklch, readable } from './colour';
export type { House } from './house';
export { houseOf, houses } from './houses';
export { itemLook, tierLook } from './resolve';
export { type Apart, difference, leastApart, seenAs, VISIONS, type Vision } from './vision';
