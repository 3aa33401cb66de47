/** Bytes of a text file as text, whatever they are encoded in: by their mark, by what the file declares, by what they are. */
import { ENCODINGS, shown } from './encodings';
import { guessEncoding, inEncoding } from './guess-encoding';

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

/** What files declare, by the names they use; GEDCOM 5.5.1 (CHAR), XML 1.0 (4.3.3), HTML (meta). */
const DECLARED = [
  /^1 CHAR(?:ACTER)? ([\w -]{1,40})\r?$/m,
  /^\s*<\?xml[^>]{0,200}encoding=["']([\w-]+)["']/,
  /\bcharset=["']?([\w-]{1,40})/i,
];
/** As family programs call encodings. */
const CALLED: Readonly<Record<string, string>> = {
  ANSI: 'windows-1252',
  WINDOWS: 'windows-1252',
  'IBM WINDOWS': 'windows-1252',
  IBM: 'ibm437',
  IBMPC: 'ibm437',
  'IBM PC': 'ibm437',
  PC: 'ibm437',
  OEM: 'ibm437',
  DOS: 'ibm850',
  MSDOS: 'ibm850',
  'IBM DOS': 'ibm850',
  CP437: 'ibm437',
  CP850: 'ibm850',
  MACINTOSH: 'macintosh',
  ANSEL: 'ansel',
  ANSI_Z39: 'ansel',
};
const HEAD = 4_000;

/** Letters of one byte each, whatever they mean: what a file declares is written in plain ones. */
const plainly = (bytes: Uint8Array) => new TextDecoder('windows-1252').decode(bytes);

/** @returns undefined for an encoding that nobody knows */
function asDeclared(bytes: Uint8Array, label: string): string | undefined {
  try {
    return inEncoding(bytes, label);
  } catch {
    return undefined;
  }
}

const named = (label: string): string => CALLED[label.trim().toUpperCase()] ?? label.trim().toLowerCase();
export interface Decoded {
  readonly text: string;
  /** What to look at, in a sentence; empty where nothing is in doubt. */
  readonly said: string;
  /** It holds bytes that no text has; then there is no text. */
  readonly binary: boolean;
  /** What it was read as, where that was guessed or chosen. */
  readonly encoding?: string;
}

/** Whether bytes have more signs of control than text has: all but those that move on, ring, turn or shift (common practice). */
function isBinary(bytes: Uint8Array): boolean {
  const head = bytes.subarray(0, 8_000);
  const odd = head.filter((byte) => byte < 7 || (byte > 15 && byte < 32 && byte !== 26 && byte !== 27)).length;
  return odd > head.length * 0.01;
}

const SAID = (encoding: string) =>
  `This file is not in UTF-8; it was read as ${shown(encoding)}. Look whether accents came out right.`;

/**
 * @param wanted the encoding that a person chose, one of `ENCODINGS`
 *
 * Labels and decoders are those of the Encoding Standard (WHATWG), and those of `old-encodings.ts`.
 */
export function decode(bytes: Uint8Array, wanted?: string): Decoded {
  if (wanted !== undefined && ENCODINGS.some(({ value }) => value === wanted))
    return { text: inEncoding(bytes, wanted), said: SAID(wanted), binary: false, encoding: wanted };
  const marked = MARKS.find(([mark]) => mark.every((byte, i) => bytes[i] === byte))?.[1] ?? unmarked16(bytes);
  if (marked) return { text: new TextDecoder(marked).decode(bytes), said: '', binary: false };
  if (isBinary(bytes)) return { text: '', said: '', binary: true };
  let plain: string | undefined;
  try {
    plain = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    plain = undefined;
  }
  const head = plainly(bytes.subarray(0, HEAD));
  const label = DECLARED.flatMap((pattern) => pattern.exec(head)?.[1] ?? [])[0];
  const declared = label === undefined ? undefined : named(label);
  // Bytes that are good UTF-8 are hardly ever anything else, whatever a file says of itself; ANSEL may look like it.
  if (plain !== undefined && declared !== 'ansel') return { text: plain, said: '', binary: false };
  const text = declared === undefined || declared === 'utf-8' ? undefined : asDeclared(bytes, declared);
  if (text !== undefined) return { text, said: '', binary: false };
  if (plain !== undefined) return { text: plain, said: '', binary: false };
  const { encoding, language } = guessEncoding(bytes);
  return {
    text: inEncoding(bytes, encoding),
    said:
      language === undefined
        ? `This file is not in UTF-8, and its letters fit no language in any encoding; it was read as ${shown(encoding)}. Choose another encoding, or save it as UTF-8.`
        : `${SAID(encoding)} Its letters look like ${language}.`,
    binary: false,
    encoding,
  };
}
