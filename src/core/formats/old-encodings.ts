/**
 * Encodings that browsers do not know: the code pages 437, 850 and 852 of old office programs, and ANSEL (ANSI/NISO Z39.47, the
 * American National Standard for extended Latin letters in bibliographic use), in which family files were written.
 */

/** Bytes from 128 on. Source: the mappings of the Unicode Consortium (VENDORS/MICSFT/PC/CP437.TXT, CP850.TXT and CP852.TXT). */
const PAGES = {
  ibm437:
    'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜ¢£¥₧ƒáíóúñÑªº¿⌐¬½¼¡«»░▒▓│┤╡╢╖╕╣║╗╝╜╛┐└┴┬├─┼╞╟╚╔╩╦╠═╬╧╨╤╥╙╘╒╓╫╪┘┌█▄▌▐▀αßΓπΣσµτΦΘΩδ∞φε∩≡±≥≤⌠⌡÷≈°∙·√ⁿ²■\u00a0',
  ibm850:
    'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜø£Ø×ƒáíóúñÑªº¿®¬½¼¡«»░▒▓│┤ÁÂÀ©╣║╗╝¢¥┐└┴┬├─┼ãÃ╚╔╩╦╠═╬¤ðÐÊËÈıÍÎÏ┘┌█▄¦Ì▀ÓßÔÒõÕµþÞÚÛÙýÝ¯´\u00ad±‗¾¶§÷¸°¨·¹³²■\u00a0',
  ibm852:
    'ÇüéâäůćçłëŐőîŹÄĆÉĹĺôöĽľŚśÖÜŤťŁ×čáíóúĄąŽžĘę¬źČş«»░▒▓│┤ÁÂĚŞ╣║╗╝Żż┐└┴┬├─┼Ăă╚╔╩╦╠═╬¤đĐĎËďŇÍÎě┘┌█▄ŢŮ▀ÓßÔŃńňŠšŔÚŕŰýÝţ´­˝˛ˇ˘§÷¸°¨˙űŘř■ ',
} as const;

/** Letters and signs of ANSEL by their bytes; CF and C8 on are additions of GEDCOM 5.5.1, appendix C. */
const LETTERS: Readonly<Record<number, string>> = {
  161: 'Ł',
  162: 'Ø',
  163: 'Đ',
  164: 'Þ',
  165: 'Æ',
  166: 'Œ',
  167: 'ʹ',
  168: '·',
  169: '♭',
  170: '®',
  171: '±',
  172: 'Ơ',
  173: 'Ư',
  174: 'ʼ',
  176: 'ʻ',
  177: 'ł',
  178: 'ø',
  179: 'đ',
  180: 'þ',
  181: 'æ',
  182: 'œ',
  183: 'ʺ',
  184: 'ı',
  185: '£',
  186: 'ð',
  188: 'ơ',
  189: 'ư',
  190: '□',
  191: '■',
  192: '°',
  193: 'ℓ',
  194: '℗',
  195: '©',
  196: '♯',
  197: '¿',
  198: '¡',
  199: 'ß',
  200: '€',
  205: 'e',
  206: 'o',
  207: 'ß',
};
/** Marks of ANSEL, which stand before the letter they belong to. */
const MARKS: Readonly<Record<number, number>> = {
  224: 0x309,
  225: 0x300,
  226: 0x301,
  227: 0x302,
  228: 0x303,
  229: 0x304,
  230: 0x306,
  231: 0x307,
  232: 0x308,
  233: 0x30c,
  234: 0x30a,
  235: 0xfe20,
  236: 0xfe21,
  237: 0x315,
  238: 0x30b,
  239: 0x310,
  240: 0x327,
  241: 0x328,
  242: 0x323,
  243: 0x324,
  244: 0x325,
  245: 0x333,
  246: 0x332,
  247: 0x326,
  248: 0x31c,
  249: 0x32e,
  250: 0xfe22,
  251: 0xfe23,
  254: 0x313,
};

const page = (bytes: Uint8Array, letters: string): string => {
  const all = [...letters];
  let text = '';
  for (const byte of bytes) text += byte < 128 ? String.fromCharCode(byte) : all[byte - 128]!;
  return text;
};

/** Marks are put after their letter, as Unicode has them, and joined to it where there is one letter for both. */
function ansel(bytes: Uint8Array): string {
  let text = '';
  let marks = '';
  for (const byte of bytes) {
    const mark = MARKS[byte];
    if (mark !== undefined) {
      marks += String.fromCharCode(mark);
      continue;
    }
    text += (byte < 128 ? String.fromCharCode(byte) : (LETTERS[byte] ?? '\ufffd')) + marks;
    marks = '';
  }
  return (text + marks).normalize('NFC');
}

/** @returns undefined for an encoding that is not one of these */
export function decodeOld(bytes: Uint8Array, encoding: string): string | undefined {
  if (encoding === 'ansel') return ansel(bytes);
  return Object.hasOwn(PAGES, encoding) ? page(bytes, PAGES[encoding as keyof typeof PAGES]) : undefined;
}
