import { readFileSync } from 'node:fs';
import { type FaceId, faces } from '../../src/core/faces';
import { createFonts, loadShaper } from '../../src/core/text';

const read = new Map<FaceId, Uint8Array>();
export function fontBytes(face: FaceId): Uint8Array {
  const bytes = read.get(face) ?? readFileSync(`fonts/ttf/${faces[face].file}`);
  read.set(face, bytes);
  return bytes;
}

await loadShaper();

/** The shipped fonts. */
export const fonts = createFonts(fontBytes);
