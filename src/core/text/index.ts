export { createFonts, type Fonts, type Run } from './fonts';
export { type Wrapped, wrap } from './wrap';
