/** Bytes of a text file as text, whatever they are encoded in. */

const MARKS: readonly (readonly [readonly number[], string])[] = [
  [[0xef, 0xbb, 0xbf], 'utf-8'],
  [[0xff, 0xfe], 'utf-16le'],
  [[0xfe, 0xff], 'utf-16be'],
];

/** UTF-16 without a mark: in text of western letters every second byte is 0. */
function unmarked16(bytes: Uint8Array): string | undefined {
  const head = bytes.subarray(0, 2_000);
  if (head.length < 4) return undefined;
  const zeros = [0, 0];
  for (const [i, byte] of head.entries()) if (byte === 0) zeros[i % 2]! += 1;
  const half = head.length / 2;
  if (zeros[1]! > half * 0.4 && zeros[0]! < half * 0.05) return 'utf-16le';
  if (zeros[0]! > half * 0.4 && zeros[1]! < half * 0.05) return 'utf-16be';
  return undefined;
}

export interface Decoded {
  readonly text: string;
  /** What to look at, in a sentence; empty where nothing is in doubt. */
  readonly said: string;
  /** It holds bytes that no text has. */
  readonly binary: boolean;
}

/** UTF-8 and UTF-16 by their marks or their bytes, else Windows-1252 (Encoding Standard, WHATWG). */
export function decode(bytes: Uint8Array): Decoded {
  const encoding = MARKS.find(([mark]) => mark.every((byte, i) => bytes[i] === byte))?.[1] ?? unmarked16(bytes);
  if (encoding) return { text: new TextDecoder(encoding).decode(bytes), said: '', binary: false };
  const nulls = bytes.subarray(0, 8_000).filter((byte) => byte === 0).length;
  const binary = nulls > 0 && nulls > Math.min(bytes.length, 8_000) * 0.01;
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), said: '', binary };
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      said: 'This file is not in UTF-8; it was read as Windows-1252. Look whether accents came out right.',
      binary,
    };
  }
}
