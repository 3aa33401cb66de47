/** Where files carry a packed chart: each format at the place that it keeps for data of others. */

import { strFromU8, strToU8, Unzlib, unzipSync, type Zippable, zipSync, zlibSync } from 'fflate';
import { NAMESPACE } from '../scene/slides/item-of';
import { fromBase64, PACKED, type Packed, toBase64, unpack } from './packed';

/** Far more than any chart: what claims to be larger is not unfolded. */
const MOST_BYTES = 64 * 1024 * 1024;
const STEP = 16 * 1024;

const dense = (packed: string): string => toBase64(zlibSync(strToU8(packed), { level: 9 }));

/** Unfolded, as long as that is no more than any chart: bytes that claim little may unfold to very much. */
function inflated(bytes: Uint8Array): string {
  const parts: Uint8Array[] = [];
  let length = 0;
  const stream = new Unzlib((part) => {
    length += part.length;
    if (length > MOST_BYTES) throw new Error('far larger than a chart');
    parts.push(part);
  });
  for (let at = 0; at < bytes.length; at += STEP) stream.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
  const whole = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return strFromU8(whole);
}
const loose = (text: string): string => inflated(fromBase64(text));

/** An element with a packed chart, for SVG metadata and custom parts of office files. */
export const carryingXml = (packed: string): string => `<chart xmlns="${NAMESPACE}">${dense(packed)}</chart>`;
/** The same as a part of its own (ECMA-376-1, 15.2.5, Custom XML Data Storage Part). */
export const carryingPart = (packed: string): string =>
  `<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n${carryingXml(packed)}`;

/** The same in the data that pictures carry of themselves. Source: ISO 16684-1 (XMP), 7.3.2 and 7.4. */
export const carryingXmp = (packed: string): string =>
  `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dx="${NAMESPACE}"><dx:chart>${dense(packed)}</dx:chart></rdf:Description></rdf:RDF></x:xmpmeta>`;

const ELEMENT = /<(?:chart xmlns="urn:dendrotax:chart"|dx:chart)>([A-Za-z0-9+/=\s]+)<\/(?:dx:)?chart>/;
const inXml = (text: string): string | undefined => {
  const found = ELEMENT.exec(text)?.[1];
  return found === undefined ? undefined : loose(found);
};

const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});
/** Source: PNG specification (W3C, third edition), annex D. */
function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = CRC[(c ^ byte) & 0xff]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Length of the end of a PNG: its last chunk, which is empty. */
const END = 12;

/** A PNG with a packed chart in an iTXt chunk. Source: PNG specification (W3C, third edition), 11.3.3.4. */
export function pngWith(png: Uint8Array, packed: string): Uint8Array {
  // Keyword, compressed, by deflate, no language, no translated keyword.
  const data = new Uint8Array([...strToU8(PACKED), 0, 1, 0, 0, 0, ...zlibSync(strToU8(packed), { level: 9 })]);
  const chunk = new Uint8Array(data.length + 12);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, data.length);
  chunk.set(strToU8('iTXt'), 4);
  chunk.set(data, 8);
  view.setUint32(data.length + 8, crc32(chunk.subarray(4, data.length + 8)));
  const at = png.length - END;
  const whole = new Uint8Array(png.length + chunk.length);
  whole.set(png.subarray(0, at));
  whole.set(chunk, at);
  whole.set(png.subarray(at), at + chunk.length);
  return whole;
}

function inPng(bytes: Uint8Array): string | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = SIGNATURE.length; at + 12 <= bytes.length; ) {
    const length = view.getUint32(at);
    const type = strFromU8(bytes.subarray(at + 4, at + 8), true);
    const data = bytes.subarray(at + 8, at + 8 + length);
    if (type === 'iTXt' && strFromU8(data.subarray(0, PACKED.length), true) === PACKED) {
      const own = data.subarray(PACKED.length + 1);
      // Past the language and the translated keyword, which others may have set.
      let start = 2;
      for (let ends = 0; ends < 2; start++) if (own[start] === 0) ends++;
      const text = own.subarray(start);
      return own[0] === 1 ? inflated(text) : strFromU8(text);
    }
    at += length + 12;
  }
  return undefined;
}

/** Name of the file in a PDF. */
export const ATTACHED = 'chart.dendrotax.json';

/** How a packed chart begins, and as much of it as says so when it is packed. */
const BEGINS = `{"${PACKED}"`;
const BEGINNING = 1_024;
const EMBEDDED = /\/Type\s{0,4}\/EmbeddedFile\b/;
const DEFLATED = /\/Filter\s{0,4}\[?\s{0,4}\/FlateDecode\b/;
/** Packed more than once. */
const TWICE = /\/Filter\s{0,4}\[\s{0,4}\/FlateDecode\s{0,4}\//;
/** Long enough for what is said of an embedded file before its bytes. */
const SAID_OF_STREAM = 2_048;

/**
 * Looked for among all embedded files, whatever they are named: they stand in the file as they are, however the rest of it is
 * packed (ISO 32000-1, 7.3.8, 7.5.7 and 7.11.4). Of several the last, as changes are written at the end (7.5.6).
 */
function inPdf(bytes: Uint8Array): string | undefined {
  const text = strFromU8(bytes, true);
  let found: { readonly part: Uint8Array; readonly deflated: boolean } | undefined;
  for (let at = text.indexOf('stream'); at >= 0; at = text.indexOf('stream', at + 6)) {
    const dictionary = text.slice(Math.max(0, at - SAID_OF_STREAM), at);
    const own = dictionary.slice(dictionary.lastIndexOf(' obj') + 1);
    if (text.startsWith('end', at - 3) || !EMBEDDED.test(own)) continue;
    const start = at + (text[at + 6] === '\r' ? 8 : 7);
    const end = text.indexOf('endstream', start);
    if (end < 0) break;
    const part = bytes.subarray(start, end);
    // As we write it, and as nearly everybody does.
    const deflated = DEFLATED.test(own) && !TWICE.test(own);
    if (
      deflated
        ? beginsPacked(part)
        : !own.includes('/Filter') && strFromU8(part.subarray(0, BEGINS.length), true) === BEGINS
    )
      found = { part, deflated };
    at = end;
  }
  return found && (found.deflated ? inflated(found.part) : strFromU8(found.part).trimEnd());
}

/** Of files of others no more than the beginning is unfolded. */
function beginsPacked(bytes: Uint8Array): boolean {
  let begins = '';
  const stream = new Unzlib((part) => {
    begins += strFromU8(part.subarray(0, BEGINS.length), true);
  });
  try {
    stream.push(bytes.subarray(0, BEGINNING), bytes.length <= BEGINNING);
  } catch {
    // Not packed so, or enciphered.
  }
  return begins.startsWith(BEGINS);
}

/** Source: RFC 9649 (WebP), 2.3: chunks of a RIFF file, each of a length in four bytes, lowest first, padded to two. */
function inWebp(bytes: Uint8Array): string | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 12; at + 8 <= bytes.length; ) {
    const length = view.getUint32(at + 4, true);
    if (strFromU8(bytes.subarray(at, at + 4), true) === 'XMP ')
      return inXml(strFromU8(bytes.subarray(at + 8, at + 8 + length)));
    at += 8 + length + (length % 2);
  }
  return undefined;
}

const CUSTOM = /^customXml\/item\d+\.xml$/;
function inOffice(bytes: Uint8Array): string | undefined {
  const parts = unzipSync(bytes, {
    filter: ({ name, originalSize }) => CUSTOM.test(name) && originalSize < MOST_BYTES,
  });
  for (const part of Object.values(parts)) {
    const found = inXml(strFromU8(part));
    if (found !== undefined) return found;
  }
  return undefined;
}

const RELATION = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/customXml';

/** What is packed already: to pack it once more takes long and wins nothing. */
const DENSE = /\.(?:png|jpe?g|webp)$/;

/** Parts of an office file as one (ECMA-376-2, 10). */
export const zipped = (parts: Readonly<Record<string, Uint8Array>>): Uint8Array =>
  zipSync(
    Object.fromEntries(
      Object.entries(parts).map(([name, part]): [string, Zippable[string]] => [
        name,
        [part, { level: DENSE.test(name) ? 0 : 6 }],
      ]),
    ),
  );

/** An office file that another program wrote, with a packed chart as a part of its own. @param main its main part */
export function officeWith(bytes: Uint8Array, main: string, packed: string): Uint8Array {
  const parts = unzipSync(bytes);
  const at = main.lastIndexOf('/');
  const name = `${main.slice(0, at)}/_rels/${main.slice(at + 1)}.rels`;
  const relations = strFromU8(parts[name]!);
  const relation = `<Relationship Id="rCarried" Type="${RELATION}" Target="../customXml/item1.xml"/>`;
  parts[name] = strToU8(relations.replace('</Relationships>', `${relation}</Relationships>`));
  parts['customXml/item1.xml'] = strToU8(carryingPart(packed));
  return zipped(parts);
}

const starts = (bytes: Uint8Array, ...mark: number[]) => mark.every((byte, i) => bytes[i] === byte);
/** Letters in which a text has to say what it is, so that long lists are not searched. */
const SAYS = new RegExp(`urn:dendrotax:chart|"${PACKED}"`);

function inText(text: string): string | undefined {
  if (!SAYS.test(text)) return undefined;
  return text.trimStart().startsWith('{') ? text : inXml(text);
}

/**
 * The chart that a file carries.
 * @returns undefined where it carries none, or is damaged where it would stand
 * @throws UnreadableChart where it is of a later version
 */
export async function packedIn(bytes: Uint8Array): Promise<Packed | undefined> {
  let found: string | undefined;
  try {
    if (starts(bytes, ...SIGNATURE)) found = inPng(bytes);
    else if (starts(bytes, 0x52, 0x49, 0x46, 0x46)) found = inWebp(bytes);
    else if (starts(bytes, 0x25, 0x50, 0x44, 0x46)) found = inPdf(bytes);
    else if (starts(bytes, 0x50, 0x4b, 3, 4)) found = inOffice(bytes);
    else found = inText(strFromU8(bytes));
  } catch {
    // Damaged there: what else it is may still be read.
    return undefined;
  }
  return found === undefined ? undefined : unpack(found);
}
