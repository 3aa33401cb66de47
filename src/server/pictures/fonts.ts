/** The shipped font files on the server: for measuring, PDF and PNG, and subsets to embed in SVG. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { type FaceId, faceIds, faces, isScriptFace, styleOf } from '../../core/faces';
import { LANGUAGES } from '../../core/languages';
import { lettersOf, type Scene, type TextMark } from '../../core/scene';
import { createFonts, type DrawnGlyphs, type Fonts, loadLanguage, loadShaper } from '../../core/text';

// The built server lies elsewhere than its source: files are found from the folder it is started in.
export const fontFiles = Object.fromEntries(
  faceIds.map((id) => [id, join(process.cwd(), 'fonts/ttf', faces[id].file)]),
) as Record<FaceId, string>;
const read = new Map<FaceId, Buffer>();
/** The file of a face, read when it is first asked for. */
export function fontBytes(face: FaceId): Buffer {
  const bytes = read.get(face) ?? readFileSync(fontFiles[face]);
  read.set(face, bytes);
  return bytes;
}

// A chart may be in any of them, and is composed without waiting.
await Promise.all([loadShaper(), ...LANGUAGES.map(loadLanguage)]);

let made: Fonts | undefined;
export const fonts = (): Fonts => {
  made ??= createFonts(fontBytes);
  return made;
};

/** Signs of a mark that depend on each other, or stand in the font of a script: for who draws without a browser. */
export const outlinesOf = (mark: TextMark): DrawnGlyphs | undefined =>
  mark.shaped || isScriptFace(mark.face) ? fonts().glyphs(mark) : undefined;

const subsets = new Map<string, Promise<Buffer>>();
/** All of them together, in bytes. */
const MAX_SUBSET_BYTES = 12_000_000;
const sizes = new Map<string, number>();
let subsetBytes = 0;

function weigh(key: string, bytes: number): void {
  if (!subsets.has(key) || sizes.has(key)) return;
  sizes.set(key, bytes);
  subsetBytes += bytes;
  for (const oldest of subsets.keys()) {
    if (subsetBytes <= MAX_SUBSET_BYTES) break;
    subsetBytes -= sizes.get(oldest) ?? 0;
    sizes.delete(oldest);
    subsets.delete(oldest);
  }
}

/** A face with so many of its letters, kept a while; those used longest ago go first. */
function subsetOf(face: FaceId, letters: string, targetFormat: 'woff2' | 'sfnt'): Promise<Buffer> {
  const key = `${face} ${targetFormat} ${letters}`;
  const made = subsets.get(key) ?? subsetFont(fontBytes(face), letters, { targetFormat });
  subsets.delete(key);
  subsets.set(key, made);
  void made.then(
    ({ length }) => weigh(key, length),
    () => subsets.delete(key),
  );
  return made;
}

/** A face with so many of its letters, as a TrueType file; and a space, as a font without any letter is none. */
export const fontWith = (face: FaceId, letters: string): Promise<Buffer> => subsetOf(face, `${letters} `, 'sfnt');

/** `@font-face` rules with just the letters that a scene shows, as WOFF2 inside the document. */
export async function fontCss(scene: Scene): Promise<string> {
  const rules: string[] = [];
  for (const [face, letters] of lettersOf(scene)) {
    const { family, weight } = faces[face];
    const bytes = (await subsetOf(face, letters, 'woff2')).toString('base64');
    rules.push(
      `@font-face{font-family:"${family}";font-weight:${weight};${styleOf(face) ? `font-style:${styleOf(face)};` : ''}src:url(data:font/woff2;base64,${bytes})format("woff2")}`,
    );
    // A chart in many scripts needs many fonts, each a piece of work: others are answered in between.
    await new Promise(setImmediate);
  }
  return rules.join('');
}
