import { splitGraphemes } from 'unicode-segmenter/grapheme';
import type { FaceId } from '../faces';
import type { Fonts } from './fonts';

/** Text shortened with an ellipsis to a width in points. */
export function shortened(fonts: Fonts, text: string, face: FaceId, size: number, most: number): string {
  if (fonts.width(text, face, size) <= most) return text;
  const letters = [...splitGraphemes(text)];
  while (letters.length > 0 && fonts.width(`${letters.join('').trimEnd()}…`, face, size) > most) letters.pop();
  return `${letters.join('').trimEnd()}…`;
}
