/** Addresses of large fonts with just the letters that are wanted, the same for the worker and the page. */
import { type FaceId, MOST_LETTERS } from '../core/faces';

/** Letters as an address holds them: UTF-16, little end first, in base64 for addresses (RFC 4648, 5). */
function coded(letters: string): string {
  let bytes = '';
  for (let i = 0; i < letters.length; i++) {
    const unit = letters.charCodeAt(i);
    bytes += String.fromCharCode(unit & 0xff, unit >> 8);
  }
  return btoa(bytes).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '');
}

/** Each letter once, in order: the same letters make the same address. */
export const lettersTogether = (texts: Iterable<string>): string => {
  const all = new Set<string>();
  for (const text of texts) for (const letter of text) all.add(letter);
  return [...all].sort().join('');
};

export const isWhole = (letters: string): boolean => letters.length > MOST_LETTERS;

export const largeFontAddress = (face: FaceId, letters: string): string =>
  `/api/fonts/${face}?${isWhole(letters) ? 'whole=1' : `letters=${coded(letters)}`}`;
