/** A chart as it travels inside a file made of it, whole: list, looks, arrangement, page, notes, and its pictures. */
import { z } from 'zod';
import { type Chart, readingStored, type StoredValue, storedOf } from '../chart';
import { finish } from '../steps';

/** A picture of an item, as it is kept. */
export interface PackedPicture {
  readonly mime: string;
  readonly bytes: Uint8Array;
}
export interface Packed {
  readonly chart: Chart;
  /** By the names under which the chart knows them. */
  readonly pictures: ReadonlyMap<string, PackedPicture>;
}

/** How packed charts are known from anything else. */
export const PACKED = 'dendrotax-chart';

const BASE = 0x8000;
export function toBase64(bytes: Uint8Array): string {
  let binary = '';
  for (let at = 0; at < bytes.length; at += BASE) binary += String.fromCharCode(...bytes.subarray(at, at + BASE));
  return btoa(binary);
}
export const fromBase64 = (text: string): Uint8Array =>
  Uint8Array.from(atob(text.trim()), (letter) => letter.charCodeAt(0));

/** As JSON. The house style that it follows is of where it was made: it keeps the look without it. */
export function pack({ chart, pictures }: Packed): string {
  const { style: _, ...own } = chart;
  const { settings, parts } = storedOf(own);
  const files = Object.fromEntries(
    [...pictures].map(([name, { mime, bytes }]) => [name, { mime, bytes: toBase64(bytes) }]),
  );
  return JSON.stringify({ [PACKED]: { settings, parts }, pictures: files });
}

const record = z.record(z.string(), z.unknown());
const packedSchema = z.object({
  [PACKED]: z.object({ settings: record, parts: z.record(z.string(), record) }),
  pictures: z.record(z.string(), z.object({ mime: z.string(), bytes: z.base64() })).optional(),
});

/**
 * @returns undefined where the text is no packed chart
 * @throws UnreadableChart where it is one that can't be read, such as of a later version
 */
export function unpack(text: string): Packed | undefined {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return undefined;
  }
  const parsed = packedSchema.safeParse(value);
  if (!parsed.success) return undefined;
  const { [PACKED]: stored, pictures = {} } = parsed.data;
  return {
    chart: finish(readingStored(stored as StoredValue)),
    pictures: new Map(
      Object.entries(pictures).map(([name, { mime, bytes }]) => [name, { mime, bytes: fromBase64(bytes) }]),
    ),
  };
}
