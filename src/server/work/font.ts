import { type FaceId, faceIds, isLarge, MOST_LETTERS } from '../../core/faces';
import { ApiError, type Handler, paramOf } from '../http';
import { fontBytes, fontWith } from '../pictures';

/** Letters as they stand in the address: UTF-16, little end first, in base64 for addresses (RFC 4648, 5). */
const lettersIn = (coded: string) => Buffer.from(coded, 'base64url').toString('utf16le');

/** A large font with the letters that a page shows. Its name says all that it depends on. */
export const fontRequest: Handler = async (context) => {
  const face = paramOf(context, 'face');
  const id = faceIds.find((known): known is FaceId => known === face && isLarge(known));
  if (!id) throw new ApiError(404, 'not-there', `There is no large font "${face}".`);
  const sent = (bytes: Uint8Array) =>
    new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'font/ttf', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  if (context.url.searchParams.get('whole') === '1') return sent(fontBytes(id));
  const letters = lettersIn(context.url.searchParams.get('letters') ?? '');
  if (letters.length === 0 || letters.length > MOST_LETTERS)
    throw new ApiError(
      422,
      'letters',
      `Ask for 1 to ${MOST_LETTERS} letters, as UTF-16 in base64url, or for the whole with whole=1.`,
    );
  return sent(await fontWith(id, letters));
};
