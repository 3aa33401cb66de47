export { codeOf, drawnOf, hiddenIn } from './drawn';
export {
  type BytesOf,
  createFonts,
  type DrawnGlyphs,
  FaceMissing,
  type Fonts,
  inLanguage,
} from './fonts';
export { loadLanguage } from './hyphens';
export { runsLeft } from './order';
export { isRich, markupOf, type Paragraph, plainOf, type RichRun, richOf } from './rich';
export type { Reach, Run } from './shaped';
export { type Glyph, loadShaper, ShaperMissing } from './shaper';
export { shortened } from './shorten';
export { type SetLine, type Wrapped, wrap } from './wrap';
export { type SetRun, wrapRich } from './wrap-rich';
