export { createFonts, type Fonts, type Run } from './fonts';
export { shortened } from './shorten';
export { type Wrapped, wrap } from './wrap';
