export { colourOfPicture } from './brand';
export { between, contrast, darker, LEAST_CONTRAST, luminance, oklch, readable } from './colour';
export type { House } from './house';
export { houseFor, houseOnPage, houses } from './houses';
export { type Held, type HouseSpec, heldBy, houseSpecSchema, specOf, takeSpec } from './own';
export { isClear, itemLook, tierLook, tiersBefore, toneFill, toneOf } from './resolve';
export { holds, type Ruled, rulesFor, scaleEnds, valueColours } from './rules';
export { specFromTokens, type TokensRead, tokensOf } from './tokens';
export { type Apart, difference, leastApart, seenAs, VISIONS, type Vision } from './vision';
