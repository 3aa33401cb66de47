export { createFonts, type Fonts, type Run } from './fonts';
export { wrap, type Wrapped } from './wrap';
