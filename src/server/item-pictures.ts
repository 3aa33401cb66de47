/** Pictures in items: checked by their content, scaled, kept in `pictures`, and handed to those who draw scenes. */
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { filesOf, type Scene } from '../core/scene';
import { account, query } from './db';
import { ApiError } from './http';

/** Longest side that is kept, in dots: 300 dots an inch at the largest size that a look can ask for, about. */
const LONGEST = 640;
/** Most dots of a file that is opened: a small file can unpack to very many. */
const MOST_DOTS = 60_000_000;
const SECONDS = 10;
const FORMATS = new Set(['jpeg', 'png', 'webp', 'gif', 'tiff', 'svg', 'heif', 'avif']);

export interface PictureFile {
  readonly mime: string;
  readonly bytes: Buffer;
}
/** Pictures by id, for drawing; those that are not there are left out. */
export type PictureFiles = ReadonlyMap<string, PictureFile>;

const refused = (message: string) =>
  new ApiError(422, 'no-picture', message, [{ code: 'no-picture', message, field: 'body' }]);

/**
 * A file as it is kept: upright, at the most 640 dots long, without what cameras note in it. Drawings (SVG) become dots, so
 * that nothing in them can run.
 * @throws 422 where the content is no picture, whatever the file is called
 */
export async function scaled(bytes: Uint8Array): Promise<PictureFile & { width: number; height: number }> {
  if (bytes.byteLength === 0) throw refused('The file is empty.');
  const options = { limitInputPixels: MOST_DOTS, failOn: 'error' } as const;
  try {
    const { format, width = 0, height = 0, hasAlpha } = await sharp(bytes, options).metadata();
    if (!FORMATS.has(format ?? '')) throw new Error(`format ${format}`);
    const drawing = format === 'svg';
    // A drawing has no dots of its own: it is drawn as large as it will be kept.
    const density = drawing ? Math.min(2400, Math.max(1, (72 * LONGEST) / Math.max(1, width, height))) : undefined;
    const picture = sharp(bytes, { ...options, ...(density && { density }) })
      .rotate()
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: !drawing })
      // Eight bits a channel in sRGB: what every reader of the files that come out knows.
      .toColourspace('srgb')
      .timeout({ seconds: SECONDS });
    const { data, info } = await (hasAlpha || drawing ? picture.png() : picture.jpeg({ quality: 86 })).toBuffer({
      resolveWithObject: true,
    });
    const mime = hasAlpha || drawing ? 'image/png' : 'image/jpeg';
    return { mime, bytes: data, width: info.width, height: info.height };
  } catch {
    throw refused('This is no picture that can be read; take a JPEG, PNG, WebP, GIF, TIFF, AVIF or SVG file.');
  }
}

/** Keeps a picture. @returns what an item has as its `picture` */
export async function keepPicture(bytes: Uint8Array): Promise<{ file: string; width: number; height: number }> {
  const made = await scaled(bytes);
  const file = createHash('sha256').update(made.bytes).digest('base64url').slice(0, 24);
  await query(
    'INSERT INTO pictures (owner, id, mime, bytes, width, height) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING',
    [await account(), file, made.mime, made.bytes, made.width, made.height],
  );
  return { file, width: made.width, height: made.height };
}

async function found(ids: readonly string[]): Promise<PictureFiles> {
  if (ids.length === 0) return new Map();
  const rows = await query<PictureFile & { id: string }>(
    'SELECT id, mime, bytes FROM pictures WHERE owner = $1 AND id = ANY ($2)',
    [await account(), ids],
  );
  return new Map(rows.map(({ id, mime, bytes }) => [id, { mime, bytes }]));
}

export async function getPicture(id: string): Promise<PictureFile> {
  const file = (await found([id])).get(id);
  if (!file) throw new ApiError(404, 'not-found', 'There is no such picture.');
  return file;
}

/** All pictures that scenes show. */
export const picturesIn = (scenes: readonly Scene[]): Promise<PictureFiles> =>
  found([...new Set(scenes.flatMap(filesOf))]);

/** A picture as it stands inside a document. */
export const dataUri = (file: PictureFile | undefined): string =>
  file ? `data:${file.mime};base64,${file.bytes.toString('base64')}` : '';
