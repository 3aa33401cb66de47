export { createFonts, FaceMissing, type Fonts, inLanguage, type Run } from './fonts';
export { loadLanguage } from './hyphens';
export { isRich, markupOf, type Paragraph, plainOf, type RichRun, richOf } from './rich';
export { shortened } from './shorten';
export { type Wrapped, wrap } from './wrap';
export { type SetRun, wrapRich } from './wrap-rich';
