/** Pictures in items: checked by their content, scaled, kept in `pictures`, and handed to those who draw scenes. */
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import type { Chart } from '../core/chart';
import { pack } from '../core/packed';
import { filesOf, type Scene } from '../core/scene';
import { mayWrite, sharedWith } from './access';
import { query } from './db';
import { ApiError } from './http';
import { SCALE_LIMITS, type ScaledPicture, scalePicture } from './pictures/scale';
import { settings } from './settings.mjs';
import type { Who } from './who';

/** Effects of a drawing are worked out for each dot and each of their steps: more steps than this cost too much. */
const MOST_EFFECTS = 10;

export interface PictureFile {
  readonly mime: string;
  readonly bytes: Buffer;
  /** In dots. */
  readonly width: number;
  readonly height: number;
}
/** Pictures by id, for drawing; those that are not there are left out. */
export type PictureFiles = ReadonlyMap<string, PictureFile>;

const refused = (message: string) =>
  new ApiError(422, 'no-picture', message, [{ code: 'no-picture', message, field: 'body' }]);

/** A drawing that was packed (SVGZ) unfolds to no more than this. */
const MOST_UNFOLDED = 16 * 1024 * 1024;
const unfold = promisify(gunzip);

/** @throws 422 for what unfolds to more than a drawing has */
async function unfolded(bytes: Uint8Array): Promise<Uint8Array> {
  if (bytes[0] !== 0x1f || bytes[1] !== 0x8b) return bytes;
  return unfold(bytes, { maxOutputLength: MOST_UNFOLDED }).catch((error: { code?: unknown }) => {
    throw refused(
      error.code === 'ERR_BUFFER_TOO_LARGE'
        ? `This drawing unfolds to more than ${MOST_UNFOLDED / 1024 / 1024} MB; save it as a PNG file.`
        : 'This file is packed, and can not be unpacked; save it as a PNG file.',
    );
  });
}

/** Steps of effects in a drawing; 0 where it is none. */
function effectsIn(bytes: Uint8Array): number {
  const text = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('latin1');
  return /<svg[\s>]/i.test(text.slice(0, 4_096)) ? (text.match(/<(?:\w+:)?fe[A-Z]\w*/g)?.length ?? 0) : 0;
}

/**
 * A file as it is kept: upright, at the most 640 dots long, without what cameras note in it. Drawings (SVG) become dots, so
 * that nothing in them can run.
 * @param caller whose pictures wait for each other
 * @throws 422 where the content is no picture, whatever the file is called, or costs too much to draw; 503 where too many wait
 */
export async function scaled(file: Uint8Array, caller = ''): Promise<ScaledPicture> {
  if (file.byteLength === 0) throw refused('The file is empty.');
  const bytes = await unfolded(file);
  if (effectsIn(bytes) > MOST_EFFECTS)
    throw refused(`This drawing has more than ${MOST_EFFECTS} steps of effects such as blurs; save it as a PNG file.`);
  const made = await scalePicture(bytes, caller);
  if (made === 'too-costly')
    throw refused(
      `This picture takes more than ${SCALE_LIMITS.seconds} seconds or ${SCALE_LIMITS.megabytes} MB to draw; save it smaller, or as a PNG file.`,
    );
  if (made === 'busy')
    throw new ApiError(
      503,
      'busy',
      'Too many pictures are being read; try again in a moment.',
      [],
      {},
      { 'retry-after': '3' },
    );
  if (made === 'unreadable')
    throw refused('This is no picture that can be read; take a JPEG, PNG, WebP, GIF, TIFF, AVIF or SVG file.');
  return made;
}

/** Keeps a picture. @returns what an item has as its `picture` */
export async function keepPicture(
  who: Who,
  bytes: Uint8Array,
): Promise<{ file: string; width: number; height: number }> {
  const { account: owner, caller } = who;
  mayWrite(who);
  const made = await scaled(bytes, caller);
  const file = createHash('sha256').update(made.bytes).digest('base64url').slice(0, 24);
  await query(
    'INSERT INTO pictures (owner, id, mime, bytes, width, height) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING',
    [owner, file, made.mime, made.bytes, made.width, made.height],
  );
  return { file, width: made.width, height: made.height };
}

/** One that a chart shows which whoever asks may see, $3, whoever brought it in. */
const SHOWN = `EXISTS (SELECT FROM chart_parts p
  WHERE p.part = 'items' AND p.value -> 'picture' ->> 'file' = pictures.id
    AND (p.chart = ANY ($3) OR p.chart IN (SELECT c.id FROM charts c WHERE c.owner = $1)))`;

async function found(who: Who, ids: readonly string[]): Promise<PictureFiles> {
  if (ids.length === 0) return new Map();
  const rows = await query<PictureFile & { id: string }>(
    `SELECT DISTINCT ON (id) id, mime, bytes, width, height FROM pictures WHERE id = ANY ($2)
        AND (owner = $1 ${settings().people ? `OR ${SHOWN}` : ''})`,
    [
      who.account === '' ? null : who.account,
      ids,
      ...(settings().people ? [[...(await sharedWith(who, who.links)).keys()]] : []),
    ],
  );
  return new Map(rows.map(({ id, ...file }) => [id, file]));
}

export async function getPicture(who: Who, id: string): Promise<PictureFile> {
  const file = (await found(who, [id])).get(id);
  if (!file) throw new ApiError(404, 'not-found', 'There is no such picture.');
  return file;
}

/** All pictures that scenes show. */
export const picturesIn = (who: Who, scenes: readonly Scene[]): Promise<PictureFiles> =>
  found(who, [...new Set(scenes.flatMap(filesOf))]);

/** A chart as it travels in files, with the pictures of its items. */
export async function packedChart(who: Who, chart: Chart): Promise<string> {
  const files = Object.values(chart.items).flatMap(({ picture }) => (picture && 'file' in picture ? picture.file : []));
  return pack({ chart, pictures: await found(who, [...new Set(files)]) });
}

/** A picture as it stands inside a document. */
export const dataUri = (file: PictureFile | undefined): string =>
  file ? `data:${file.mime};base64,${file.bytes.toString('base64')}` : '';
