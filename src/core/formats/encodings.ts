/** The encodings that a list without a declared one may be in; labels of the Encoding Standard (WHATWG), and code pages of old. */

/** Encodings of one byte a letter, those of the most common programs first: of equals the first is taken. */
export const SINGLE: Readonly<Record<string, readonly string[]>> = {
  western: ['windows-1252', 'macintosh', 'ibm850'],
  central: ['windows-1250', 'iso-8859-2', 'ibm852'],
  cyrillic: ['windows-1251', 'koi8-r', 'koi8-u', 'iso-8859-5', 'ibm866', 'x-mac-cyrillic'],
  greek: ['windows-1253', 'iso-8859-7'],
  turkish: ['windows-1254'],
  hebrew: ['windows-1255', 'iso-8859-8'],
  arabic: ['windows-1256', 'iso-8859-6'],
  baltic: ['windows-1257', 'iso-8859-13'],
  thai: ['windows-874'],
};
/** Those of two bytes a letter. */
const DOUBLE = ['shift_jis', 'euc-jp', 'euc-kr', 'gb18030', 'big5'];

/** As people call them. */
const SHOWN: Readonly<Record<string, string>> = {
  ansel: 'ANSEL',
  macintosh: 'Mac Roman',
  'x-mac-cyrillic': 'Mac Cyrillic',
  ibm437: 'Code page 437',
  ibm850: 'Code page 850',
  ibm852: 'Code page 852',
  ibm866: 'Code page 866',
  shift_jis: 'Shift JIS',
  big5: 'Big5',
};
export const shown = (encoding: string): string =>
  SHOWN[encoding] ??
  encoding.replace(/^windows/, 'Windows').replace(/^(iso|koi|gb|euc|utf)/, (word) => word.toUpperCase());

/** Encodings that a person can choose, as they are called. */
export const ENCODINGS: readonly { readonly value: string; readonly label: string }[] = [
  'utf-8',
  ...Object.values(SINGLE).flat(),
  ...DOUBLE,
].map((value) => ({ value, label: shown(value) }));
