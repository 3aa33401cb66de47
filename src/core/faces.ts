/**
 * The typefaces that ship. A face is one font file; measuring, the screen, the PDF and the PNG all use that same file.
 * `file` is its name in the folder of fonts, found by whoever loads bytes (worker, server, tests).
 */
export interface Face {
  readonly family: string;
  readonly weight: Weight;
  readonly style?: 'italic';
  readonly file: string;
}

type Weight = 400 | 600 | 700;

const face = (family: string, name: string, weight: Weight, style?: 'italic'): Face => ({
  family,
  weight,
  ...(style && { style }),
  file: `${name}-${weight}${style ? '-italic' : ''}.ttf`,
});
const atkinson = (weight: Weight, style?: 'italic') =>
  face('Atkinson Hyperlegible Next', 'AtkinsonHyperlegibleNext', weight, style);
const noto = (weight: Weight, style?: 'italic') => face('Noto Sans', 'NotoSans', weight, style);
const fraunces = (weight: Weight, style?: 'italic') => face('Fraunces', 'Fraunces', weight, style);
const literata = (weight: Weight, style?: 'italic') => face('Literata', 'Literata', weight, style);
const nunito = (weight: Weight, style?: 'italic') => face('Nunito', 'Nunito', weight, style);

/** Fonts of one script each, regular and bold, by what follows "Noto Sans" in their names. */
const SCRIPT_FONTS = {
  arabic: 'Arabic',
  armenian: 'Armenian',
  bengali: 'Bengali',
  devanagari: 'Devanagari',
  ethiopic: 'Ethiopic',
  georgian: 'Georgian',
  gujarati: 'Gujarati',
  gurmukhi: 'Gurmukhi',
  hebrew: 'Hebrew',
  kannada: 'Kannada',
  khmer: 'Khmer',
  lao: 'Lao',
  malayalam: 'Malayalam',
  myanmar: 'Myanmar',
  sinhala: 'Sinhala',
  tamil: 'Tamil',
  telugu: 'Telugu',
  thai: 'Thai',
  jp: 'JP',
  kr: 'KR',
  sc: 'SC',
  tc: 'TC',
  symbols: 'Symbols',
} as const;
export type ScriptFont = keyof typeof SCRIPT_FONTS | 'math' | 'symbols2' | 'emoji';
type ScriptFace = `${ScriptFont}-${400 | 700}`;

const scriptFaces = Object.fromEntries([
  ...Object.entries(SCRIPT_FONTS).flatMap(([id, name]) =>
    ([400, 700] as const).map((weight) => [`${id}-${weight}`, face(`Noto Sans ${name}`, `NotoSans${name}`, weight)]),
  ),
  // These have but one weight.
  ...([400, 700] as const).flatMap((weight) => [
    [`math-${weight}`, { ...face('Noto Sans Math', 'NotoSansMath', 400), weight }],
    [`symbols2-${weight}`, { ...face('Noto Sans Symbols 2', 'NotoSansSymbols2', 400), weight }],
  ]),
  ...([400, 700] as const).map((weight) => [`emoji-${weight}`, face('Noto Emoji', 'NotoEmoji', weight)]),
]) as Record<ScriptFace, Face>;

/** Fonts with so many signs that a page is given only those that it shows. */
const LARGE = ['jp', 'kr', 'sc', 'tc', 'symbols2', 'emoji'] as const;
const large: ReadonlySet<string> = new Set(LARGE.flatMap((id) => [`${id}-400`, `${id}-700`]));
/** An address names as many letters of a large font, counted in UTF-16; for more the whole font is fetched. */
export const MOST_LETTERS = 4_900;
export const isLarge = (id: FaceId): boolean => large.has(id);
/** Fonts that stand in for the letters of one script, or for signs. */
export const isScriptFace = (id: FaceId): boolean => id in scriptFaces;

/** The face of a script's font that goes with another face: as heavy, or nearly. */
export const scriptFace = (font: ScriptFont, beside: FaceId): ScriptFace =>
  `${font}-${faces[beside].weight === 400 ? 400 : 700}`;

export const faces = {
  'text-400': atkinson(400),
  'text-600': atkinson(600),
  'text-700': atkinson(700),
  'text-slant-400': atkinson(400, 'italic'),
  'text-slant-600': atkinson(600, 'italic'),
  'text-slant-700': atkinson(700, 'italic'),
  'wide-400': noto(400),
  'wide-600': noto(600),
  'wide-700': noto(700),
  'wide-slant-400': noto(400, 'italic'),
  'wide-slant-600': noto(600, 'italic'),
  'wide-slant-700': noto(700, 'italic'),
  'title-400': fraunces(400),
  'title-600': fraunces(600),
  'title-700': fraunces(700),
  'title-slant-400': fraunces(400, 'italic'),
  'title-slant-600': fraunces(600, 'italic'),
  'title-slant-700': fraunces(700, 'italic'),
  'serif-400': literata(400),
  'serif-600': literata(600),
  'serif-700': literata(700),
  'serif-slant-400': literata(400, 'italic'),
  'serif-slant-600': literata(600, 'italic'),
  'serif-slant-700': literata(700, 'italic'),
  'round-400': nunito(400),
  'round-600': nunito(600),
  'round-700': nunito(700),
  'round-slant-400': nunito(400, 'italic'),
  'round-slant-600': nunito(600, 'italic'),
  'round-slant-700': nunito(700, 'italic'),
  'hand-400': face('Patrick Hand', 'PatrickHand', 400),
  ...scriptFaces,
} as const satisfies Record<string, Face>;

export type FaceId = keyof typeof faces;
export const faceIds = Object.keys(faces) as FaceId[];

/** Fonts that a chart can have: clear, of wide script coverage, with serifs, round, written by hand, of the titles. */
export const FONTS = ['text', 'wide', 'serif', 'round', 'hand', 'title'] as const;
export type FontId = (typeof FONTS)[number];
/** What a program falls back to that lacks a face: one about as wide that most machines have, else its sort. */
export const fallbackOf = (id: FaceId): string =>
  id.startsWith('serif') || id.startsWith('title') ? 'Times New Roman, serif' : 'Arial, sans-serif';
/** What each is called: its family. */
export const fontName = (font: FontId): string => faces[`${font}-400`].family;

/** The face that stands in for letters another one lacks (Greek, Cyrillic, rarer Latin). */
export const standIn = (face: FaceId): FaceId => (faces[face].weight === 400 ? 'wide-400' : 'wide-700');

/** The face of a font in a weight, upright or slanted; what is written by hand has but one. */
export function textFace(weight: Weight, slant = false, font: FontId = 'text'): FaceId {
  if (font === 'hand') return 'hand-400';
  return slant ? `${font}-slant-${weight}` : `${font}-${weight}`;
}

/** A face as it is in another font; itself where none is asked for. */
export function inFont(face: FaceId, font: FontId | undefined): FaceId {
  if (font === undefined) return face;
  const { weight, style } = faces[face] as Face;
  return textFace(weight, style === 'italic', font);
}

/** The style of a face, where it is not upright. */
export const styleOf = (face: FaceId): Face['style'] => faces[face].style;
