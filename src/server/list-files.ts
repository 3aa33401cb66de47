/** Lists that come as the file itself rather than as text in JSON: one way in for all doors. */

import { createHash } from 'node:crypto';
import type { Picture } from '../core/chart';
import { type Source, UnreadableFile } from '../core/formats';
import { ENCODINGS } from '../core/formats/encodings';
import { own } from '../core/own';
import { opened } from '../core/slide-words';
import { ApiError, isJsonType, readBytes } from './http';
import { keepPicture } from './item-pictures';
import type { Who } from './who';

/** Bodies of forms on pages of others: only what a page of ours sends on purpose is a file. */
const OF_FORMS = /^(?:text\/plain|multipart\/form-data|application\/x-www-form-urlencoded)\b/i;

export const isFile = (request: Request, alsoText = false): boolean => {
  const type = request.headers.get('content-type');
  return type !== null && !isJsonType(type) && (alsoText || !OF_FORMS.test(type));
};

export interface ListFile extends Source {
  /** What the file is called, without its ending; empty where it is not said. */
  readonly title: string;
  /** Stands for the file where a request is told from another. */
  readonly print: string;
}

/** Its name: `?name=`, or as Content-Disposition has it (RFC 6266). */
function nameOf(request: Request): string {
  const asked = new URL(request.url).searchParams.get('name');
  if (asked) return asked;
  const disposition = request.headers.get('content-disposition') ?? '';
  const coded = /filename\*\s*=\s*utf-8''([^;]+)/i.exec(disposition)?.[1];
  if (coded !== undefined)
    try {
      return decodeURIComponent(coded.trim());
    } catch {
      return '';
    }
  const plain = /filename\s*=\s*(?:"([^"]*)"|([^;"\s]+))/i.exec(disposition);
  return plain?.[1] ?? plain?.[2] ?? '';
}
const withoutEnding = (name: string): string =>
  (name.split(/[\\/]/).at(-1) ?? '').replace(/\.[A-Za-z0-9]{1,8}$/, '').slice(0, 200);

/** @throws 413 for too large a file, 422 for one that can't be read, in words */
export async function listFileOf(request: Request): Promise<ListFile> {
  const bytes = await readBytes(request);
  const encoding = new URL(request.url).searchParams.get('encoding') ?? undefined;
  if (encoding !== undefined && !ENCODINGS.some(({ value }) => value === encoding)) {
    const known = ENCODINGS.map(({ value }) => value).join(', ');
    const message = `There is no encoding "${encoding.slice(0, 40)}"; it is one of ${known}.`;
    throw new ApiError(422, 'unknown-encoding', message, [{ code: 'unknown-encoding', message, field: 'encoding' }]);
  }
  try {
    return {
      ...(await opened(bytes, encoding)),
      title: withoutEnding(nameOf(request)),
      print: createHash('sha256').update(bytes).digest('hex'),
    };
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    throw new ApiError(422, 'unreadable-file', error.message, [{ code: 'unreadable-file', message: error.message }]);
  }
}

/** Pictures that came with a file, kept; those that are none are left out. @returns what an item has, by their names */
export async function keepPictures(who: Who, pictures: Source['pictures'], wanted: ReadonlySet<string>) {
  const kept = new Map<string, Picture>();
  for (const [name, bytes] of pictures ?? []) {
    if (!wanted.has(name)) continue;
    try {
      kept.set(name, await keepPicture(who, bytes));
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 422) throw error;
    }
  }
  return kept;
}

const HEADINGS: Readonly<Record<string, boolean>> = { 1: true, true: true, 0: false, false: false };
/** How a file is to be read, as the address says it. */
export function readOptionsOf(url: URL) {
  const get = (name: string) => url.searchParams.get(name) ?? undefined;
  const headings = own(HEADINGS, get('headings') ?? '');
  const [kind, form, title] = [get('kind'), get('form'), get('title')];
  return {
    ...(kind !== undefined && { kind }),
    ...(form !== undefined && { form }),
    ...(title !== undefined && { title }),
    ...(headings !== undefined && { headings }),
  };
}
