import { readFileSync } from 'node:fs';
import { faces } from '../../src/core/faces';
import { createFonts } from '../../src/core/text';

/** The shipped fonts, read from their packages. */
export const fonts = createFonts((face) => readFileSync(`node_modules/${faces[face].file}`));
