/** Bytes of a file as text, whatever they are encoded in; says so where accents may be wrong. */

const BOMS: readonly (readonly [number[], string])[] = [
  [[0xef, 0xbb, 0xbf], 'utf-8'],
  [[0xff, 0xfe], 'utf-16le'],
  [[0xfe, 0xff], 'utf-16be'],
];

export function decode(bytes: Uint8Array): { text: string; said: string } {
  const bom = BOMS.find(([mark]) => mark.every((byte, i) => bytes[i] === byte));
  if (bom) return { text: new TextDecoder(bom[1]).decode(bytes), said: '' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), said: '' };
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      said: 'This file is not in UTF-8; it was read as Windows-1252. Look whether accents came out right.',
    };
  }
}
