/**
 * What of a text is drawn. One rule for signs that show nothing and can mislead: what turns the direction of others, or has
 * no width, is not drawn (joiners of letters are: they choose their shape); of marks on one letter so many are as any
 * language sets. Source: UTR #36, UTS #39 (hidden signs), UAX #9 (formatting characters), UAX #15 (stream-safe: 30 marks).
 */
import { splitGraphemes } from 'unicode-segmenter/grapheme';

const HIDDEN =
  /[\u00ad\u061c\u180e\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\ufeff\ufff9-\ufffb\u{e0000}-\u{e007f}]/gu;
/** Of an emoji of a flag these are letters. */
const FLAG = /\u{1f3f4}[\u{e0020}-\u{e007e}]+\u{e007f}/u;
/** Nearly no text has any of either. */
const MAYBE_HIDDEN = /[\u00ad\u061c\u180e\u200b-\u206f\ufeff\ufff9-\ufffb\u{e0000}-\u{e007f}]|\p{M}{3}/u;
const MOST_MARKS = 8;
const MARKS = /\p{M}/u;
const MANY_MARKS = new RegExp(`\\p{M}{${MOST_MARKS + 1}}`, 'u');

/** Signs of a text that are not drawn, as code points; empty where all are. */
export function hiddenIn(text: string): readonly string[] {
  if (!MAYBE_HIDDEN.test(text)) return [];
  // A soft hyphen says where a word may be divided: nothing is hidden by it.
  const found = new Set((text.replace(FLAG, '').replaceAll('\u00ad', '').match(HIDDEN) ?? []).map(codeOf));
  if (MANY_MARKS.test(text)) found.add(`more than ${MOST_MARKS} marks on one letter`);
  return [...found];
}

/** A code point as it is written about. */
export const codeOf = (letter: string): string =>
  `U+${letter.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`;

/** A text as it is drawn: in normal form C, without what is hidden. */
export function drawnOf(raw: string): string {
  const text = raw.normalize('NFC');
  if (!/[^\u0020-\u00ac\u00ae-\u02ff]/.test(text)) return text;
  const shown = FLAG.test(text) ? text : text.replace(HIDDEN, '');
  return MANY_MARKS.test(shown) ? [...splitGraphemes(shown)].map(fewMarks).join('') : shown;
}

function fewMarks(letter: string): string {
  let marks = 0;
  return [...letter].filter((sign) => !MARKS.test(sign) || ++marks <= MOST_MARKS).join('');
}
