export { createFonts, FaceMissing, type Fonts, inLanguage, type Run } from './fonts';
export { loadLanguage } from './hyphens';
export { plainOf, richOf } from './rich';
export { shortened } from './shorten';
export { type Wrapped, wrap } from './wrap';
export { type SetRun, wrapRich } from './wrap-rich';
