import { readFileSync } from 'node:fs';
import { type FaceId, faceIds, faces } from '../../src/core/faces';
import { createFonts } from '../../src/core/text';

/** The shipped fonts, read from their packages. */
export const fonts = createFonts(
  Object.fromEntries(faceIds.map((id) => [id, readFileSync(`node_modules/${faces[id].file}`)])) as unknown as Record<
    FaceId,
    Uint8Array
  >,
);
