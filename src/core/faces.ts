/**
 * The typefaces that ship. A face is one font file; measuring, the screen, the PDF and the PNG all use that same file.
 * `file` is the path inside the font packages, resolved by whoever loads bytes (worker, server, tests).
 */
export interface Face {
  readonly family: string;
  readonly weight: 400 | 600 | 700;
  readonly style?: 'italic';
  readonly file: string;
}

const package_ = '@expo-google-fonts';
export const faces = {
  'text-400': {
    family: 'Atkinson Hyperlegible Next',
    weight: 400,
    file: `${package_}/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf`,
  },
  'text-600': {
    family: 'Atkinson Hyperlegible Next',
    weight: 600,
    file: `${package_}/atkinson-hyperlegible-next/600SemiBold/AtkinsonHyperlegibleNext_600SemiBold.ttf`,
  },
  'text-700': {
    family: 'Atkinson Hyperlegible Next',
    weight: 700,
    file: `${package_}/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf`,
  },
  'slant-400': {
    family: 'Atkinson Hyperlegible Next',
    weight: 400,
    style: 'italic',
    file: `${package_}/atkinson-hyperlegible-next/400Regular_Italic/AtkinsonHyperlegibleNext_400Regular_Italic.ttf`,
  },
  'slant-600': {
    family: 'Atkinson Hyperlegible Next',
    weight: 600,
    style: 'italic',
    file: `${package_}/atkinson-hyperlegible-next/600SemiBold_Italic/AtkinsonHyperlegibleNext_600SemiBold_Italic.ttf`,
  },
  'slant-700': {
    family: 'Atkinson Hyperlegible Next',
    weight: 700,
    style: 'italic',
    file: `${package_}/atkinson-hyperlegible-next/700Bold_Italic/AtkinsonHyperlegibleNext_700Bold_Italic.ttf`,
  },
  'title-600': { family: 'Fraunces', weight: 600, file: `${package_}/fraunces/600SemiBold/Fraunces_600SemiBold.ttf` },
  'wide-400': { family: 'Noto Sans', weight: 400, file: `${package_}/noto-sans/400Regular/NotoSans_400Regular.ttf` },
  'wide-700': { family: 'Noto Sans', weight: 700, file: `${package_}/noto-sans/700Bold/NotoSans_700Bold.ttf` },
} as const satisfies Record<string, Face>;

export type FaceId = keyof typeof faces;
export const faceIds = Object.keys(faces) as FaceId[];

/** The face that stands in for letters another one lacks (Greek, Cyrillic, rarer Latin). */
export const standIn = (face: FaceId): FaceId => (faces[face].weight === 400 ? 'wide-400' : 'wide-700');

/** The text face of a weight, upright or slanted. */
export const textFace = (weight: 400 | 600 | 700, slant = false): FaceId => `${slant ? 'slant' : 'text'}-${weight}`;

/** The style of a face, where it is not upright. */
export const styleOf = (face: FaceId): Face['style'] => (faces[face] as Face).style;
