/** Zip archives unfolded in passing, as office files are: told early where they are damaged or grow out of bounds. */
import { Gunzip, Unzip, UnzipInflate } from 'fflate';
import { UnreadableFile } from './unreadable';

/** What a file may unfold to: far more than any list, far less than would fill the memory. */
const MOST_BYTES = 150 * 1024 * 1024;
const MOST_PARTS = 3_000;
const CHUNK = 64 * 1024;
export const DAMAGED =
  'This spreadsheet is cut off or damaged; save it again from the program it comes from, or copy the cells and paste them.';

/**
 * Whether an archive has its end: without it the file was cut off, and parts may be missing.
 * Source: APPNOTE.TXT (.ZIP File Format Specification), 4.3.16; a comment of up to 65,535 bytes may follow.
 */
function hasEnd(bytes: Uint8Array): boolean {
  const RECORD = 22;
  for (let at = bytes.length - RECORD; at >= Math.max(0, bytes.length - RECORD - 65_535); at--)
    if (bytes[at] === 0x50 && bytes[at + 1] === 0x4b && bytes[at + 2] === 5 && bytes[at + 3] === 6) return true;
  return false;
}

/**
 * Feeds the parts of an archive to whoever wants them, as they unfold.
 * @returns the names of its parts
 * @throws UnreadableFile
 * @param all unfolds also what nobody wants, to learn how large it truly is: the first time only
 */
export function unfold(
  bytes: Uint8Array,
  want: (name: string) => ((text: string, last: boolean) => void) | undefined,
  all = false,
): string[] {
  return unfoldBytes(
    bytes,
    (name) => {
      const take = want(name);
      const decoder = new TextDecoder();
      return take && ((data, last) => take(decoder.decode(data, { stream: !last }), last));
    },
    all,
  );
}

/** The same for parts that are no text. */
export function unfoldBytes(
  bytes: Uint8Array,
  want: (name: string) => ((data: Uint8Array, last: boolean) => void) | undefined,
  all = false,
): string[] {
  if (all && !hasEnd(bytes)) throw new UnreadableFile(DAMAGED);
  const names: string[] = [];
  let total = 0;
  let failed: unknown;
  let unfinished = 0;
  const unzip = new Unzip((part) => {
    names.push(part.name);
    if (names.length > MOST_PARTS)
      throw new UnreadableFile(`This file has more than ${MOST_PARTS} parts; it is no spreadsheet.`);
    const take = want(part.name);
    if (!take && !all) return;
    unfinished++;
    part.ondata = (error, data, final) => {
      failed ??= error ?? undefined;
      total += data?.length ?? 0;
      if (total > MOST_BYTES)
        throw new UnreadableFile(
          'This file unfolds to more than 150 MB and was not opened; save only the sheet with the list.',
        );
      if (take && data && !failed) take(data, final);
      if (final) unfinished--;
    };
    part.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && !failed; at += CHUNK)
      unzip.push(bytes.subarray(at, at + CHUNK), at + CHUNK >= bytes.length);
  } catch (error) {
    failed ??= error;
  }
  // What is thrown while a part unfolds comes back as that part's error.
  if (failed instanceof UnreadableFile) throw failed;
  if (failed || unfinished > 0 || names.length === 0) throw new UnreadableFile(DAMAGED);
  return names;
}

/** A list as text may unfold to this much, as if it came without being packed. */
const MOST_TEXT = 8 * 1024 * 1024;

/** What a gzip file (RFC 1952) holds. @throws UnreadableFile where it is damaged, or unfolds to more than a list may be */
export function ungzipped(bytes: Uint8Array): Uint8Array {
  const parts: Uint8Array[] = [];
  let total = 0;
  let members = 0;
  let failed = false;
  const gunzip = new Gunzip((part) => {
    total += part.length;
    if (total > MOST_TEXT)
      throw new UnreadableFile('This packed file unfolds to more than 8 MB; unpack it and split the list.');
    parts.push(part);
  });
  gunzip.onmember = () => {
    members++;
  };
  try {
    for (let at = 0; at < bytes.length; at += CHUNK)
      gunzip.push(bytes.subarray(at, at + CHUNK), at + CHUNK >= bytes.length);
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    failed = true;
  }
  // A file ends with the size of what its last member holds; nothing else tells that it was cut off.
  const said = bytes.length < 4 ? -1 : new DataView(bytes.buffer, bytes.byteOffset).getUint32(bytes.length - 4, true);
  if (failed || (members <= 1 && said !== total))
    throw new UnreadableFile('This packed file is cut off or damaged; pack it again, or open what was packed.');
  return joined(parts);
}

/** Pieces as they came, in one. */
export function joined(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
